<script setup lang="ts">
import { present } from '@oaken/core/certain';
import SortHead from '../shared/SortHead.vue';
import type { Sort } from '../shared/sorting';
import {
  columnsOf,
  itemColumns,
  orderBy,
  type ItemColumnId,
  type ItemResult,
  type ResultColumn,
  type ResultsAnswer,
} from '@oaken/contract/results';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useGrowing } from '../../parts/useGrowing';
import { percent, stemLine } from '../shared/words';
import ChoiceBars from './ChoiceBars.vue';
import { figureText, figureTitle } from './figures';
import ItemDetail from './ItemDetail.vue';
import PracticeBar from './PracticeBar.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ results: ResultsAnswer }>();
const route = useRoute();
const open = ref<number | null>(Number(route.query.item) || null);

/** The columns of the page; the file has more. */
const columns = computed(() =>
  columnsOf<(typeof itemColumns)[number]>(itemColumns, props.results).filter(({ usual }) => usual),
);
const sort = ref<Sort<ItemColumnId>>({ by: 'number', down: false });
const sorted = computed(() => {
  const column: ResultColumn<ItemResult> = present(
    itemColumns.find(({ id }) => id === sort.value.by),
    'item column',
  );
  const order = orderBy(column, props.results);
  return [...props.results.items].sort((a, b) => (sort.value.down ? -1 : 1) * order(a, b));
});
const drawn = useGrowing(() => sorted.value.length, 5);
/** Of these the most is looked for first. */
const fromTheTop: ItemColumnId[] = ['choices', 'notes', 'time'];

type WrongAnswer = ItemResult['wrongAnswers'][number];
/** Of a question that makes itself the misconception is the same, and not the number. */
function wrongText({ answer, n, chosen, misconception }: WrongAnswer, varies: boolean): string {
  if (varies && misconception) return say('results.studentsMisunderstood', { n, misconception });
  return chosen
    ? say('results.studentsChose', { n, answer })
    : say('results.studentsWrote', { n, answer });
}
/** The same wrong first answer from three students or more. */
const repeated = (item: ItemResult) =>
  item.wrongAnswers
    .filter(({ n }) => n >= 3)
    .map((wrong) => ({
      text: wrongText(wrong, item.variants !== null),
      misconception: wrong.misconception,
    }));
const toggle = (number: number) => (open.value = open.value === number ? null : number);
const overrideWords = {
  'full-credit': say('results.everybodyGetsFullPoints'),
  dropped: say('results.droppedFromScoring'),
};
const timed = computed(() => columns.value.some(({ id }) => id === 'time'));
/** What stands where no choices can be counted. */
function withoutBars({ asks, content }: ItemResult): string {
  if (asks === 'nothing') return '';
  return content ? say('results.typedAnswers') : say('results.scoresShown');
}
</script>

<template>
  <table class="ruled items">
    <thead>
      <tr>
        <SortHead
          v-for="column in columns"
          :key="column.id"
          v-model="sort"
          :by="column.id"
          :largest-first="fromTheTop.includes(column.id)"
          :class="{ figures: column.isFigure && column.id !== 'facility' }"
          :title="'meaning' in column ? column.meaning : undefined"
        >
          {{ column.name }}
          <template v-if="column.id === 'choices'" #beside
            ><span class="legend">{{ say('results.upperRowStrongLower') }}</span></template
          >
        </SortHead>
      </tr>
    </thead>
    <tbody>
      <template v-for="item in sorted.slice(0, drawn)" :key="item.entry">
        <tr
          :class="{ flagged: item.flags.some(({ kind }) => kind === 'possible-miskey') }"
          :data-item="item.number"
        >
          <td class="figures">{{ item.number }}</td>
          <td class="stem">
            <ElButton
              link
              class="word"
              :aria-expanded="open === item.number"
              @click="toggle(item.number)"
            >
              {{ stemLine(item.stem, 90) }}
            </ElButton>
            <div class="faded small">{{ item.standards.join(', ') }}</div>
          </td>
          <td class="facility" :title="figureTitle(item.facility)">
            <template v-if="item.facility.value !== null">
              <b>{{ percent(item.facility.value) }}</b>
              <svg viewBox="0 0 100 14" class="bar" aria-hidden="true">
                <rect x="0" y="4" width="100" height="6" class="track" />
                <rect x="0" y="4" :width="100 * item.facility.value" height="6" class="level" />
                <path
                  v-if="item.interval"
                  :d="`M${100 * item.interval[0]} 1v12M${100 * item.interval[1]} 1v12M${100 * item.interval[0]} 7H${100 * item.interval[1]}`"
                  class="interval"
                />
              </svg>
              <span class="faded small" :title="say('results.n95Interval')">{{
                item.interval
                  ? say('results.intervalInterval', {
                      interval: percent(item.interval[0]),
                      interval2: percent(item.interval[1]),
                    })
                  : ''
              }}</span>
            </template>
            <template v-else
              ><template v-if="item.asks === 'nothing'"
                ><span class="faded small">{{ say('results.toRead') }}</span></template
              ><template v-else-if="item.asks === 'opinion'"
                ><span class="faded small">{{
                  say('results.opinions', { n: item.n })
                }}</span></template
              ><template v-else
                >— <span class="faded small">{{ item.facility.reason }}</span></template
              ></template
            >
          </td>
          <td>
            <ChoiceBars
              v-if="item.options.length && item.options.length <= 12"
              :options="item.options"
              :named="item.content === null"
            /><span v-else class="faded small">{{ withoutBars(item) }}</span>
            <PracticeBar v-if="item.practice" :practice="item.practice" :students="item.n" />
          </td>
          <td class="figures" :title="figureTitle(item.upperLower)">
            {{ figureText(item.upperLower) }}
            <div class="faded small">{{ item.band }}</div>
          </td>
          <td class="figures" :title="figureTitle(item.itemRest)">
            {{ figureText(item.itemRest) }}
          </td>
          <td v-if="timed" class="figures" :title="figureTitle(item.time)">
            {{ item.time.value === null ? '—' : Math.round(item.time.value / 1000) }}
          </td>
          <td class="notes">
            <p v-if="item.override" class="flag">
              <b>{{ overrideWords[item.override] }}</b>
            </p>
            <p v-for="flag in item.flags" :key="flag.kind" class="flag" :class="flag.kind">
              <b>{{ flag.title }}.</b> {{ flag.reason }}
            </p>
            <p
              v-for="error in repeated(item).slice(0, 2)"
              :key="error.text"
              class="faded small"
              :title="error.misconception"
            >
              {{ error.text }}
            </p>
          </td>
        </tr>
        <tr v-if="open === item.number" class="opened">
          <td />
          <td :colspan="timed ? 7 : 6"><ItemDetail :item="item" :results="results" /></td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
.items {
  table-layout: fixed;
}
.items > thead th {
  position: sticky;
  top: 0;
  z-index: 2;
}
.items th:nth-child(1) {
  width: 56px;
}
.items th:nth-child(2) {
  width: 27%;
}
.items th:nth-child(3) {
  width: 132px;
}
.items th:nth-child(4) {
  width: 190px;
}
.items th:nth-child(5) {
  width: 84px;
}
.items th:nth-child(6) {
  width: 84px;
}
.items th:nth-child(7):not(:last-child) {
  width: 80px;
}
.legend {
  font-weight: 400;
  display: block;
  font-size: 0.75rem;
}
.stem .word {
  text-align: start;
  color: var(--ink);
}
.bar {
  display: block;
  width: 100%;
  height: 14px;
}
.track {
  fill: var(--wash);
}
.level {
  fill: var(--secure);
  opacity: 0.55;
}
.interval {
  stroke: var(--ink);
  stroke-width: 1.2;
  fill: none;
}
.flag {
  margin: 0 0 3px;
  font-size: 0.88rem;
  border-inline-start: 3px solid var(--partial);
  padding-inline-start: 8px;
}
.possible-miskey {
  border-inline-start-color: var(--low);
}
.possible-miskey b {
  color: var(--low);
}
.notes p {
  margin: 0 0 3px;
}
.opened > td {
  background: var(--paper) !important;
}
</style>
