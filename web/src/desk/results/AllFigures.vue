<script setup lang="ts">
/** Every figure of the scores and of the time, with what it says. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { computed } from 'vue';
import { say } from '../../words/teacher';
import { figureText, figureTitle, type Figure } from './figures';

const props = defineProps<{ results: ResultsAnswer }>();

const lines = computed<[name: string, figure: Figure, explanation: string][]>(() => {
  const { spread, reliability } = props.results;
  return [
    [say('results.mean'), spread.mean, 'points'],
    [say('results.median'), spread.median, say('results.halfEarnedMoreHalf')],
    [say('results.standardDeviation'), spread.sd, say('results.n1')],
    [say('results.lowerQuartile'), spread.lowerQuartile, say('results.hyndmanFanType7')],
    [say('results.upperQuartile'), spread.upperQuartile, say('results.hyndmanFanType7')],
    [say('results.lowest'), spread.min, ''],
    [say('results.highest'), spread.max, ''],
    [say('results.alpha'), reliability.alpha, say('results.howConsistentlyItemsMeasure')],
    ['KR-20', reliability.kr20, say('results.alphaItemsRightOr')],
    ['KR-21', reliability.kr21, say('results.lowerBoundTreatsAll')],
    [say('results.splitHalfOddEven'), reliability.splitHalf, say('results.steppedUpBySpearman')],
    [
      say('results.standardErrorMeasurement'),
      reliability.standardError,
      say('results.pointsEitherWay'),
    ],
  ];
});
const times = computed<[name: string, figure: Figure][]>(() => [
  [say('results.timeLowerQuartile'), props.results.seconds.lowerQuartile],
  [say('results.timeMedian'), props.results.seconds.median],
  [say('results.timeUpperQuartile'), props.results.seconds.upperQuartile],
]);
</script>

<template>
  <table class="ruled">
    <tbody>
      <tr v-for="[name, figure, explanation] in lines" :key="name" :title="figureTitle(figure)">
        <td>{{ name }}</td>
        <td class="figures">
          <b>{{ figureText(figure) }}</b>
        </td>
        <td class="faded small">{{ figure.value === null ? figure.reason : explanation }}</td>
      </tr>
      <tr v-for="[name, figure] in times" :key="name" :title="figureTitle(figure)">
        <td>{{ name }}</td>
        <td class="figures">
          <b>{{ figure.value === null ? '—' : lengthInWords(figure.value * 1000) }}</b>
        </td>
        <td class="faded small">
          {{ figure.value === null ? figure.reason : say('results.fromBeginningHandingIn') }}
        </td>
      </tr>
    </tbody>
  </table>
</template>
