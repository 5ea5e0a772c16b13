<script setup lang="ts">
import { ariaSort } from '../shared/ariaSort';
import type { ItemResult, ResultsAnswer } from '@oaken/contract/results';
import { count, plainText } from '@oaken/core/text';
import { lengthInWords } from '@oaken/core/timing';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { percent, stemLine } from '../shared/words';
import ChoiceBars from './ChoiceBars.vue';
import { figureText, figureTitle } from './figures';
import ItemDetail from './ItemDetail.vue';

const props = defineProps<{ results: ResultsAnswer }>();
const route = useRoute();
const open = ref<number | null>(Number(route.query.item) || null);

type Column =
  'number' | 'question' | 'facility' | 'choices' | 'discrimination' | 'rest' | 'time' | 'notes';
const sort = ref<{ by: Column; down: boolean }>({ by: 'number', down: false });
/** The most frequent wrong answer's number. */
const tempting = (item: ItemResult) => item.wrongAnswers[0]?.n ?? 0;
const values: Record<Exclude<Column, 'question'>, (item: ItemResult) => number> = {
  number: (item) => item.number,
  facility: (item) => item.facility.value ?? -2,
  choices: tempting,
  discrimination: (item) => item.upperLower.value ?? -2,
  rest: (item) => item.itemRest.value ?? -2,
  time: (item) => item.time.value ?? -1,
  notes: (item) => item.flags.length * 1000 + tempting(item),
};
const sorted = computed(() => {
  const { by, down } = sort.value;
  const order =
    by === 'question'
      ? (a: ItemResult, b: ItemResult) => plainText(a.stem).localeCompare(plainText(b.stem))
      : (a: ItemResult, b: ItemResult) => values[by](a) - values[by](b);
  return [...props.results.items].sort((a, b) => (down ? -1 : 1) * order(a, b));
});
const wideColumns: Column[] = ['choices', 'notes', 'time'];
const sortBy = (by: Column) =>
  (sort.value = { by, down: sort.value.by === by ? !sort.value.down : wideColumns.includes(by) });
const sortWord = (by: Column) => ariaSort(sort.value, by);

/** The same wrong first answer from three students or more. */
const repeated = (item: ItemResult) =>
  item.wrongAnswers
    .filter(({ n }) => n >= 3)
    .map(({ answer, n, chosen, mistake }) => ({
      text: `${n} ${chosen ? 'chose' : 'wrote'} “${answer}”`,
      mistake,
    }));
const toggle = (number: number) => (open.value = open.value === number ? null : number);
const settledWords = {
  'all-points': 'Everybody has all its points.',
  'left-out': 'Left out: it counts for nobody.',
};
const timed = computed(() => props.results.items.some(({ time }) => time.value !== null));
</script>

<template>
  <table class="ruled items">
    <thead>
      <tr>
        <th class="figures" :aria-sort="sortWord('number')">
          <button @click="sortBy('number')">No.</button>
        </th>
        <th :aria-sort="sortWord('question')">
          <button @click="sortBy('question')">Question</button>
        </th>
        <th :aria-sort="sortWord('facility')">
          <button @click="sortBy('facility')">Facility</button>
        </th>
        <th :aria-sort="sortWord('choices')">
          <button @click="sortBy('choices')">Choices</button>
          <span class="legend">upper row strong, lower row weak</span>
        </th>
        <th class="figures" :aria-sort="sortWord('discrimination')">
          <button @click="sortBy('discrimination')">D</button>
        </th>
        <th
          class="figures"
          title="Correlation with the points on the other items"
          :aria-sort="sortWord('rest')"
        >
          <button @click="sortBy('rest')">Item-rest</button>
        </th>
        <th v-if="timed" class="figures" :aria-sort="sortWord('time')">
          <button @click="sortBy('time')">Time</button>
        </th>
        <th :aria-sort="sortWord('notes')">
          <button @click="sortBy('notes')">Errors and flags</button>
        </th>
      </tr>
    </thead>
    <tbody>
      <template v-for="item in sorted" :key="item.entry">
        <tr
          :class="{ flagged: item.flags.some(({ kind }) => kind === 'key-suspect') }"
          :data-item="item.number"
        >
          <td class="figures">{{ item.number }}</td>
          <td class="stem">
            <button class="word" :aria-expanded="open === item.number" @click="toggle(item.number)">
              {{ stemLine(item.stem, 90) }}
            </button>
            <div class="faded small">{{ item.standards.join(', ') }}</div>
          </td>
          <td class="facility" :title="figureTitle(item.facility)">
            <template v-if="item.facility.value !== null">
              <b>{{ figureText(item.facility) }}</b>
              <svg viewBox="0 0 100 14" class="bar" aria-hidden="true">
                <rect x="0" y="4" width="100" height="6" class="track" />
                <rect x="0" y="4" :width="100 * item.facility.value" height="6" class="level" />
                <path
                  v-if="item.interval"
                  :d="`M${100 * item.interval[0]} 1v12M${100 * item.interval[1]} 1v12M${100 * item.interval[0]} 7H${100 * item.interval[1]}`"
                  class="interval"
                />
              </svg>
              <span class="faded small" :title="'95 % interval'">{{
                item.interval ? `${percent(item.interval[0])} to ${percent(item.interval[1])}` : ''
              }}</span>
            </template>
            <template v-else
              ><template v-if="item.asks === 'nothing'"
                ><span class="faded small">to read</span></template
              ><template v-else-if="item.asks === 'opinion'"
                ><span class="faded small">{{ count(item.n, 'opinion') }}</span></template
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
            /><span v-else class="faded small">{{
              item.asks === 'nothing' ? '' : item.content ? 'typed answers' : 'scores'
            }}</span>
            <div v-if="item.practice" class="faded small">
              right first {{ item.practice.first }}, later {{ item.practice.later }}, shown
              {{ item.practice.shown }}
            </div>
          </td>
          <td class="figures" :title="figureTitle(item.upperLower)">
            {{ figureText(item.upperLower) }}
            <div class="faded small">{{ item.band }}</div>
          </td>
          <td class="figures" :title="figureTitle(item.itemRest)">
            {{ figureText(item.itemRest) }}
          </td>
          <td v-if="timed" class="figures" :title="figureTitle(item.time)">
            {{
              item.time.value === null
                ? '—'
                : lengthInWords(item.time.value)
                    .replace(/ minutes?/, ' min')
                    .replace(/ seconds?/, ' s')
            }}
          </td>
          <td class="notes">
            <p v-if="item.settled" class="flag">
              <b>{{ settledWords[item.settled] }}</b>
            </p>
            <p v-for="flag in item.flags" :key="flag.kind" class="flag" :class="flag.kind">
              <b>{{ flag.title }}.</b> {{ flag.reason }}
            </p>
            <p
              v-for="error in repeated(item).slice(0, 2)"
              :key="error.text"
              class="faded small"
              :title="error.mistake"
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
th button {
  border: 0;
  background: none;
  padding: 0;
  font-weight: 600;
  color: inherit;
  cursor: pointer;
}
th[aria-sort='ascending'] button::after {
  content: ' ↑';
}
th[aria-sort='descending'] button::after {
  content: ' ↓';
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
  text-align: left;
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
  border-left: 3px solid var(--partial);
  padding-left: 8px;
}
.key-suspect {
  border-left-color: var(--low);
}
.key-suspect b {
  color: var(--low);
}
.notes p {
  margin: 0 0 3px;
}
.opened > td {
  background: var(--paper) !important;
}
</style>
