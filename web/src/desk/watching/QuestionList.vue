<script setup lang="ts">
/** The questions of a sitting under way: how much is right so far, and the commonest wrong answer. */
import type { WatchedQuestion } from '@oaken/contract/watching';
import { commonestWrong } from '@oaken/core/watching';
import { computed, ref } from 'vue';
import SortHead from '../shared/SortHead.vue';
import { sortedRows, type Sort, type SortValue } from '../shared/sorting';
import { itemLine } from '../shared/itemLine';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

const { questions } = defineProps<{ questions: readonly WatchedQuestion[] }>();
const emit = defineEmits<{ open: [entry: string] }>();

const shareOf = ({ judged, right }: WatchedQuestion) => (judged === 0 ? null : right / judged);
const values = {
  number: ({ number }: WatchedQuestion): SortValue => number,
  right: shareOf,
  answered: ({ judged, toMark }: WatchedQuestion): SortValue => judged + toMark,
  wrong: (question: WatchedQuestion): SortValue =>
    commonestWrong(question)?.studentIds.length ?? null,
};
const sort = ref<Sort<keyof typeof values>>({ by: 'number', down: false });
const sorted = computed(() => sortedRows(questions, values[sort.value.by], sort.value.down));
function wrongWords(question: WatchedQuestion): string {
  const wrong = commonestWrong(question);
  return wrong
    ? say('watching.answerOfMany', { answer: wrong.words, n: wrong.studentIds.length })
    : '';
}
</script>

<template>
  <table class="ruled">
    <thead>
      <tr>
        <SortHead v-model="sort" by="number">{{ say('watching.question') }}</SortHead>
        <SortHead v-model="sort" by="answered" class="figures" largest-first>{{
          say('watching.answeredTitle')
        }}</SortHead>
        <SortHead v-model="sort" by="right" class="figures">{{
          say('watching.rightSoFar')
        }}</SortHead>
        <SortHead v-model="sort" by="wrong" largest-first>{{
          say('watching.commonestWrong')
        }}</SortHead>
      </tr>
    </thead>
    <tbody>
      <tr v-for="question in sorted" :key="question.entry">
        <td>
          <ElButton link class="word" @click="emit('open', question.entry)">
            {{ question.number }}. {{ itemLine(question.content, 90) }}
          </ElButton>
        </td>
        <td class="figures">{{ question.judged + question.toMark }}</td>
        <td class="figures">
          <b>{{ percent(shareOf(question)) }}</b>{{ ' ' }}
          <span v-if="question.judged" class="faded small">
            {{ say('watching.rightOf', { right: question.right, judged: question.judged }) }}</span
          >
        </td>
        <td>
          {{ wrongWords(question) || (question.judged ? say('watching.noneShared') : '') }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.word {
  height: auto;
  text-align: start;
  white-space: normal;
}
</style>
