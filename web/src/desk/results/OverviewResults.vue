<script setup lang="ts">
import { elementAt } from '@oaken/core/certain';
import type { ResultsAnswer } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { computed, defineAsyncComponent } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { pointsText } from '../shared/words';
import { leftWords } from './leftWords';
import { figureText, figureTitle, type Figure } from './figures';

const props = defineProps<{ results: ResultsAnswer; base: string }>();
// Charts are heavy: they come when there is something to draw.
const ResultCharts = defineAsyncComponent(() => import('./ResultCharts.vue'));

const lines = computed<[name: string, figure: Figure, explanation: string][]>(() => {
  const { spread, reliability } = props.results;
  return [
    ['Mean', spread.mean, 'points'],
    ['Median', spread.median, 'half earned more, half less'],
    ['Standard deviation', spread.sd, 'n − 1'],
    ['Lower quartile', spread.lowerQuartile, 'Hyndman-Fan type 7'],
    ['Upper quartile', spread.upperQuartile, 'Hyndman-Fan type 7'],
    ['Lowest', spread.min, ''],
    ['Highest', spread.max, ''],
    ['Alpha', reliability.alpha, 'how consistently the items measure together'],
    ['KR-20', reliability.kr20, 'alpha for items that are right or wrong'],
    ['KR-21', reliability.kr21, 'lower bound that treats all items as equally hard'],
    ['Split half, odd and even', reliability.splitHalf, 'stepped up by Spearman-Brown'],
    ['Standard error of measurement', reliability.standardError, 'points either way'],
  ];
});
const times = computed<[name: string, figure: Figure][]>(() => [
  ['Time, lower quartile', props.results.seconds.lowerQuartile],
  ['Time, median', props.results.seconds.median],
  ['Time, upper quartile', props.results.seconds.upperQuartile],
]);
/** Students whose score lies within one standard error of another band. */
const atEdge = computed(() => props.results.students.filter(({ bands }) => bands.length > 1));
const flagged = computed(() => props.results.items.filter(({ flags }) => flags.length > 0));
</script>

<template>
  <div class="overview">
    <EmptyNote v-if="results.spread.n === 0" title="Nobody has handed in yet."
      >Figures appear with the first work that is handed in.</EmptyNote
    >
    <template v-else>
      <section>
        <h2>Figures</h2>
        <p v-for="sentence in leftWords(results.left)" :key="sentence" class="left">
          {{ sentence }}
        </p>
        <table class="ruled">
          <tbody>
            <tr
              v-for="[name, figure, explanation] in lines"
              :key="name"
              :title="figureTitle(figure)"
            >
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
                {{ figure.value === null ? figure.reason : 'from beginning to handing in' }}
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <ResultCharts :results="results" />
        <template v-if="atEdge.length">
          <h2 class="gap">Near the edge of a band</h2>
          <p class="faded small">
            Within one standard error ({{ figureText(results.reliability.standardError) }} points)
            the score could as well be in another band.
          </p>
          <ul class="flags">
            <li v-for="student in atEdge" :key="student.id">
              <RouterLink :to="`${base}/students/${student.id}`">{{ student.name }}</RouterLink>{{
                ' '
              }}<span class="faded"
                >{{ pointsText(student.points ?? 0) }} of {{ pointsText(student.maxPoints ?? 0) }}:
                {{ student.bands.join(' or ') }}</span
              >
            </li>
          </ul>
        </template>
        <h2 class="gap">Look at these first</h2>
        <p v-if="flagged.length === 0" class="faded">No item stands out.</p>
        <ul class="flags">
          <li v-for="item in flagged" :key="item.entry">
            <RouterLink :to="`${base}/items?item=${item.number}`"
              >Item {{ item.number }}: {{ elementAt(item.flags, 0).title }}</RouterLink
            >{{ ' ' }}<span class="faded">{{ elementAt(item.flags, 0).reason }}</span>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.left {
  margin: 0 0 6px;
  color: var(--partial-ink);
}
.overview {
  display: grid;
  grid-template-columns: minmax(380px, 5fr) minmax(420px, 7fr);
  gap: 32px;
  padding: 18px 24px;
}
.overview > :only-child {
  grid-column: 1 / -1;
}
.flags {
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
.flags li {
  border-bottom: var(--line);
  padding: 7px 0;
}
.gap {
  margin-top: 18px;
}
</style>
