<script setup lang="ts">
import type { ItemResult, ResultsAnswer } from '@oaken/contract/results';
import { forSitting, keysInWords } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import ItemView from '../../parts/ItemView.vue';
import RichText from '../../parts/RichText.vue';
import { percent, stemLine } from '../words';
import ChoiceBars from './ChoiceBars.vue';
import { figureText, figureTitle } from './figures';

const props = defineProps<{ results: ResultsAnswer }>();
const route = useRoute();
const open = ref<number | null>(Number(route.query.item) || null);

type Column = 'number' | 'facility' | 'discrimination';
const sort = ref<{ by: Column; down: boolean }>({ by: 'number', down: false });
const valueOf = (item: ItemResult, by: Column) =>
  by === 'number' ? item.number : ((by === 'facility' ? item.facility : item.upperLower).value ?? -2);
const sorted = computed(() => {
  const { by, down } = sort.value;
  return [...props.results.items].sort((a, b) => (down ? -1 : 1) * (valueOf(a, by) - valueOf(b, by)));
});
const sortBy = (by: Column) => (sort.value = { by, down: sort.value.by === by ? !sort.value.down : false });
const sortWord = (by: Column) => (sort.value.by === by ? (sort.value.down ? 'descending' : 'ascending') : 'none');

/** The same wrong answer from three students or more. */
const repeated = (item: ItemResult) =>
  [
    ...item.wrongAnswers
      .filter(({ n }) => n >= 3)
      .map(({ answer, n }) => ({ text: `${n} wrote “${answer}”`, n, mistake: undefined })),
    ...item.options
      .filter(({ right, n }) => !right && n >= 3)
      .map(({ label, n, mistake }) => ({ text: `${n} chose “${label}”`, n, mistake })),
  ].sort((a, b) => b.n - a.n);
const toggle = (number: number) => (open.value = open.value === number ? null : number);
</script>

<template>
  <table class="ruled items">
    <thead>
      <tr>
        <th class="figures" :aria-sort="sortWord('number')">
          <button @click="sortBy('number')">No.</button>
        </th>
        <th>Question</th>
        <th :aria-sort="sortWord('facility')"><button @click="sortBy('facility')">Facility</button></th>
        <th>Choices <span class="legend">upper row strong, lower row weak</span></th>
        <th class="figures" :aria-sort="sortWord('discrimination')">
          <button @click="sortBy('discrimination')">D</button>
        </th>
        <th class="figures" title="Correlation with the points on the other items">Item-rest</th>
        <th>Repeated errors and flags</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="item in sorted" :key="item.entry">
        <tr :class="{ flagged: item.flags.some(({ kind }) => kind === 'key-suspect') }" :data-item="item.number">
          <td class="figures">{{ item.number }}</td>
          <td class="stem">
            <button class="word" :aria-expanded="open === item.number" @click="toggle(item.number)">
              {{ stemLine(item.content.stem, 90) }}
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
              >— <span class="faded small">{{ item.facility.reason }}</span></template
            >
          </td>
          <td>
            <ChoiceBars v-if="item.options.length" :options="item.options" /><span v-else class="faded small"
              >typed answers</span
            >
          </td>
          <td class="figures" :title="figureTitle(item.upperLower)">
            {{ figureText(item.upperLower) }}
            <div class="faded small">{{ item.band }}</div>
          </td>
          <td class="figures" :title="figureTitle(item.itemRest)">{{ figureText(item.itemRest) }}</td>
          <td class="notes">
            <p v-for="flag in item.flags" :key="flag.kind" class="flag" :class="flag.kind">
              <b>{{ flag.title }}.</b> {{ flag.reason }}
            </p>
            <p v-for="error in repeated(item).slice(0, 2)" :key="error.text" class="faded small" :title="error.mistake">
              {{ error.text }}
            </p>
          </td>
        </tr>
        <tr v-if="open === item.number" class="opened">
          <td />
          <td colspan="6">
            <div class="detail">
              <div>
                <ItemView
                  :item="forSitting(item.content)"
                  :responses="{}"
                  :name="`result-${item.entry}`"
                  disabled
                  @answer="() => {}"
                />
                <p v-for="(sentence, at) in keysInWords(item.content)" :key="at" class="faded">Key: {{ sentence }}</p>
                <RichText v-if="item.content.explanation" :html="item.content.explanation" />
              </div>
              <div>
                <table v-if="item.options.length" class="ruled">
                  <thead>
                    <tr>
                      <th>Choice</th>
                      <th class="figures">n</th>
                      <th class="figures">Strong</th>
                      <th class="figures">Weak</th>
                      <th class="figures">r</th>
                      <th>Mistake behind it</th>
                    </tr>
                  </thead>
                  <tbody>
                    <tr v-for="option in item.options" :key="option.id">
                      <td>
                        <b v-if="option.right">{{ option.label }} (key)</b
                        ><template v-else>{{ option.label }}</template>
                      </td>
                      <td class="figures">{{ option.n }}</td>
                      <td class="figures">{{ option.upper === null ? '—' : percent(option.upper) }}</td>
                      <td class="figures">{{ option.lower === null ? '—' : percent(option.lower) }}</td>
                      <td class="figures" :title="figureTitle(option.correlation)">
                        {{ figureText(option.correlation) }}
                      </td>
                      <td class="faded small">{{ option.mistake }}</td>
                    </tr>
                  </tbody>
                </table>
                <table v-if="item.wrongAnswers.length" class="ruled">
                  <thead>
                    <tr>
                      <th>Wrong answer</th>
                      <th class="figures">Students</th>
                    </tr>
                  </thead>
                  <tbody>
                    <tr v-for="own in item.wrongAnswers" :key="own.answer">
                      <td>{{ own.answer }}</td>
                      <td class="figures">{{ own.n }}</td>
                    </tr>
                  </tbody>
                </table>
                <p class="faded small">
                  {{ item.n }} reached it, {{ item.blank }} left it blank. Item-total {{ figureText(item.itemTotal) }};
                  alpha without it {{ figureText(item.alphaWithout) }}. Strong and weak: the
                  {{ results.groupSize }} students with the highest and lowest totals (27 %).
                </p>
              </div>
            </div>
          </td>
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
.detail {
  display: grid;
  grid-template-columns: 1fr 1.15fr;
  gap: 28px;
  padding: 6px 0 14px;
}
.opened > td {
  background: var(--paper) !important;
}
</style>
