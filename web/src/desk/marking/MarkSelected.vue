<script setup lang="ts">
/** Points, a comment or both for all answers that are selected; what is left empty stays as each has it. */
import type { MarkedPart } from '@oaken/contract/marking';
import { ref } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import { pointsText } from '../shared/words';
import type { Change } from './useMarking';
import { say } from '../../words/teacher';

const { part, count } = defineProps<{
  /** How many students' answers are selected. */
  count: number;
  part: MarkedPart;
  busy: boolean;
  wrong: string;
}>();
const emit = defineEmits<{ give: [change: Change]; clear: [] }>();
const points = ref('');
const comment = ref('');
const problem = ref('');

function give(): void {
  const typed = points.value.trim().replace(',', '.');
  const number = Number(typed);
  if (typed === '' && comment.value.trim() === '')
    return void (problem.value = say('marking.pointsOrComment'));
  if (typed !== '' && !(number >= 0 && number <= part.maxPoints))
    return void (problem.value = say('marking.pointsNumberFrom', {
      maxPoints: pointsText(part.maxPoints),
    }));
  problem.value = '';
  emit('give', {
    ...(typed !== '' && { points: number }),
    ...(comment.value.trim() !== '' && { comment: comment.value.trim() }),
  });
  [points.value, comment.value] = ['', ''];
}
</script>

<template>
  <span v-if="problem || wrong" class="wrong" role="alert">{{ problem || wrong }}</span>
  <template v-if="count">
    <ElInput
      v-model="points"
      class="few"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="say('common.points')"
      :aria-label="say('marking.pointsForSelected')"
      @keyup.enter="give"
    />
    <ElInput
      v-model="comment"
      class="comment"
      maxlength="2000"
      :placeholder="say('marking.comment')"
      :aria-label="say('marking.commentForSelected')"
      @keyup.enter="give"
    />
    <SelectField
      v-if="part.comments.length"
      class="earlier"
      :model-value="''"
      :aria-label="say('marking.commentsGivenBefore')"
      @update:model-value="comment = $event"
      ><ElOption value="" :label="say('marking.earlierComments')" /><ElOption
        v-for="earlier in part.comments"
        :key="earlier"
        :value="earlier"
        :label="earlier"
    /></SelectField>
    <ElButton type="primary" :loading="busy" @click="give">{{
      say('marking.giveSelected', { n: count })
    }}</ElButton>
    <ElButton @click="emit('clear')">{{ say('marking.clearSelection') }}</ElButton>
  </template>
</template>

<style scoped>
.few {
  width: 90px;
  flex: none;
}
.comment {
  width: min(280px, 40vw);
  flex: none;
}
.earlier {
  width: 150px;
  flex: none;
}
</style>
