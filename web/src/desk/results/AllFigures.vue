<script setup lang="ts">
/** Every figure of the scores and of the time, with what it says. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { computed } from 'vue';
import { say } from '../../words/teacher';
import FigureTerm from '../glossary/FigureTerm.vue';
import type { Term } from '../glossary/terms';
import { figureText, figureTitle, type Figure } from './figures';

const props = defineProps<{ results: ResultsAnswer }>();

const lines = computed<[term: Term, words: string, figure: Figure, explanation: string][]>(() => {
  const { spread, reliability } = props.results;
  return [
    ['mean', say('results.mean'), spread.mean, 'points'],
    ['median', say('results.median'), spread.median, say('results.halfEarnedMoreHalf')],
    ['sd', say('results.standardDeviation'), spread.sd, say('results.nInline')],
    [
      'quartiles',
      say('results.lowerQuartile'),
      spread.lowerQuartile,
      say('results.hyndmanFanType'),
    ],
    [
      'quartiles',
      say('results.upperQuartile'),
      spread.upperQuartile,
      say('results.hyndmanFanType'),
    ],
    ['range', say('results.lowest'), spread.min, ''],
    ['range', say('results.highest'), spread.max, ''],
    ['alpha', say('results.alpha'), reliability.alpha, say('results.howConsistentlyItemsMeasure')],
    ['kr20', 'KR-20', reliability.kr20, say('results.alphaItemsRightOr')],
    ['kr21', 'KR-21', reliability.kr21, say('results.lowerBoundTreatsAll')],
    [
      'splitHalf',
      say('results.splitHalfOddEven'),
      reliability.splitHalf,
      say('results.steppedUpBySpearman'),
    ],
    [
      'standardError',
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
      <tr
        v-for="[term, name, figure, explanation] in lines"
        :key="name"
        :title="figureTitle(figure)"
      >
        <td><FigureTerm :term="term" :words="name" /></td>
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
