<script setup lang="ts">
/** What was changed before, of this item or what can still be undone. */
import type { AnswerOf, api } from '@oaken/contract';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

defineProps<{
  rescores: AnswerOf<typeof api.readRescores>['rescores'];
  /** The number of the item that is looked at; others are named. */
  number: number;
}>();
const emit = defineEmits<{ undo: [rescoreId: number] }>();
const words = useWords();
</script>

<template>
  <h3 class="gap">{{ say('rescoring.changedBefore') }}</h3>
  <ul class="before">
    <li v-for="rescore in rescores" :key="rescore.id" :class="{ undone: rescore.undone }">
      <template v-if="rescore.number !== number"
        >{{ say('rescoring.questionNumber', { number: rescore.number }) }}{{ ' ' }}</template
      >{{ rescore.words }}
      <span class="faded small">{{
        say('rescoring.byAtGainedGained', {
          by: rescore.by,
          at: words.time(rescore.at),
          gained: rescore.gained,
          lost: rescore.lost,
          value: rescore.reason ? `; ${rescore.reason}` : '',
          value2: rescore.undone ? say('rescoring.undoneByBy', { by: rescore.undone.by }) : '',
        })
      }}</span>
      {{ ' '
      }}<ElButton link v-if="rescore.mayUndo" class="word" @click="emit('undo', rescore.id)">
        {{ say('common.undo') }}
      </ElButton>
    </li>
  </ul>
</template>

<style scoped>
.gap {
  margin: 18px 0 4px;
}
.before {
  padding-inline-start: 18px;
}
.undone {
  color: var(--faded);
  text-decoration: line-through;
}
</style>
