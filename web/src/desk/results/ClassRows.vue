<script setup lang="ts">
/** Below the students: the class’s mean, and the wrong answer that comes again and again. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { computed } from 'vue';
import { percent, pointsText } from '../shared/words';
import type { StudentColumn } from './useStudentColumns';
import { say } from '../../words/teacher';

const props = defineProps<{
  results: ResultsAnswer;
  columns: readonly StudentColumn[];
  items: ResultsAnswer['items'];
}>();

const meanOf = computed(() => {
  const { spread, meanShare, seconds } = props.results;
  return new Map<string, string>([
    ['points', spread.mean.value === null ? '—' : pointsText(spread.mean.value)],
    ['percent', percent(meanShare.value)],
    // The median, of those who handed in.
    [
      'time',
      seconds.median.value === null ? '—' : String(Math.round(seconds.median.value / 6) / 10),
    ],
  ]);
});
/** A wrong first answer of three students or more. */
const repeatedErrors = computed(() =>
  props.items.map(({ wrongAnswers: [first] }) => (first && first.n >= 3 ? first : null)),
);
const errorWords = (error: { n: number; answer: string } | null | undefined) =>
  error
    ? say('results.numberAnsweredAnswer', { number: error.n, answer: error.answer })
    : say('results.noWrongAnswerThree');
const facilityText = (facility: number | null) => (facility === null ? '—' : percent(facility));
</script>

<template>
  <tfoot>
    <tr>
      <template v-for="column in columns" :key="column.id">
        <th v-if="column.id === 'name'" scope="row" class="name">{{ say('results.classMean') }}</th>
        <td v-else :class="{ figures: column.isFigure }">
          <b v-if="column.id === 'points'">{{ meanOf.get('points') }}</b>
          <template v-else>{{ meanOf.get(column.id) }}</template>
        </td>
      </template>
      <td v-for="item in items" :key="item.entry" class="cell mean">
        {{ facilityText(item.facility.value) }}
      </td>
    </tr>
    <tr>
      <template v-for="column in columns" :key="column.id">
        <th v-if="column.id === 'name'" scope="row" class="name">
          {{ say('results.repeatedError') }}
        </th>
        <td v-else />
      </template>
      <td
        v-for="(item, index) in items"
        :key="item.entry"
        class="cell mean"
        :title="errorWords(repeatedErrors[index])"
      >
        {{ repeatedErrors[index]?.n ?? '·' }}
      </td>
    </tr>
  </tfoot>
</template>
