<script setup lang="ts">
/** Points, a comment or both for all answers that are selected; what is left empty stays as each has it. */
import type { MarkedPart } from '@oaken/contract/marking';
import { ref } from 'vue';
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
const suggest = (typed: string, show: (found: { value: string }[]) => void) =>
  show(
    part.comments
      .filter((earlier) => earlier.toLowerCase().includes(typed.trim().toLowerCase()))
      .map((value) => ({ value })),
  );
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
    <span class="comment"
      ><ElAutocomplete
        v-model="comment"
        maxlength="2000"
        :fetch-suggestions="suggest"
        :placeholder="say('marking.comment')"
        :aria-label="say('marking.commentForSelected')"
        @keyup.enter="give"
    /></span>
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
  width: min(300px, 40vw);
  flex: none;
}
</style>
