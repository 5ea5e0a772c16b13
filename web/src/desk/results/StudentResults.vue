<script setup lang="ts">
/** Students by items. Only the rows in view are drawn, so that a whole grade scrolls and sorts without waiting. */
import { ariaSort } from '../shared/ariaSort';
import {
  columnsOf,
  orderBy,
  studentColumns,
  textOf,
  type ResultColumn,
  type ResultsAnswer,
  type StudentColumnId,
  type StudentResult,
} from '@oaken/contract/results';
import { wholePercent } from '@oaken/core/text';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { percent, pointsText, useWords } from '../shared/words';

const props = defineProps<{ results: ResultsAnswer; base: string }>();
const router = useRouter();
const words = useWords();
const hidden = ref(false);
const boxes = ref<'share' | 'points' | 'percent'>('share');

type Column = (typeof studentColumns)[number];
/** Columns that say something here. */
const offered = computed(() => columnsOf<Column>(studentColumns, props.results));
/** What is not on the page; at first what is only in the file. */
const usuallyOff = studentColumns.filter(({ usual }) => !usual).map(({ id }) => id);
const off = ref(
  new Set<string>(
    JSON.parse(localStorage.getItem('oaken-results-off') ?? JSON.stringify(usuallyOff)) as string[],
  ),
);
watch(off, (now) => localStorage.setItem('oaken-results-off', JSON.stringify([...now])));
const toggle = (name: string) =>
  (off.value = off.value.has(name)
    ? new Set([...off.value].filter((candidate) => candidate !== name))
    : new Set([...off.value, name]));
const columns = computed(() =>
  offered.value.filter(({ id }) => id === 'name' || !off.value.has(id)),
);
const items = computed(() => (off.value.has('items') ? [] : props.results.items));

const sort = ref<{ by: StudentColumnId; down: boolean }>({ by: 'roster', down: false });
const columnOf = (id: StudentColumnId): ResultColumn<StudentResult> =>
  studentColumns.find((column) => column.id === id)!;
const sorted = computed(() => {
  const order = orderBy(columnOf(sort.value.by), props.results);
  return [...props.results.students].sort((a, b) => (sort.value.down ? -1 : 1) * order(a, b));
});
const sortBy = (by: StudentColumnId) =>
  (sort.value = {
    by,
    down: sort.value.by === by ? !sort.value.down : by === 'points' || by === 'percent',
  });
const sortWord = (by: StudentColumnId) => ariaSort(sort.value, by);

const nameOf = (studentResult: StudentResult) =>
  hidden.value ? `Student ${studentResult.rosterNumber}` : studentResult.name;
const cellWords = (studentResult: StudentResult, index: number) => {
  const cell = studentResult.cells[index]!;
  const item = props.results.items[index]!;
  const who = `${nameOf(studentResult)}, item ${item.number}`;
  if (cell.excused) return `${who}: does not count${cell.said ? `, “${cell.said}”` : ''}`;
  if (item.asks !== 'points')
    return `${who}: ${item.asks === 'nothing' ? 'to read' : `gives no points${cell.said ? `, “${cell.said}”` : ''}`}`;
  if (cell.share === null) return `${who}: not reached`;
  if (cell.needsMarking) return `${who}: waits to be marked`;
  const tries = cell.tries ? `, ${cell.tries} tries` : '';
  return `${who}: ${pointsText(cell.points)} of ${pointsText(item.maxPoints)}${cell.said ? `, “${cell.said}”` : ', no answer'}${tries}`;
};
const cellFigure = (studentResult: StudentResult, index: number): string | undefined => {
  const cell = studentResult.cells[index]!;
  if (boxes.value === 'share' || cell.share === null || cell.needsMarking) return undefined;
  return boxes.value === 'points' ? pointsText(cell.points) : String(wholePercent(cell.share));
};
/** What a column says of a student, on the page and on the clipboard. */
const text = (student: StudentResult, column: Column) =>
  column.id === 'name' ? nameOf(student) : textOf(column, student, props.results, words);
/** Of those who handed in. */
const medianMinutes = computed(() => {
  const { value } = props.results.seconds.median;
  return value === null ? '—' : String(Math.round(value / 6) / 10);
});
const differing = computed(() => props.results.students.some(({ cells }) => cells.includes(null)));
/** The most frequent wrong first answer of three or more. */
const repeatedOn = (index: number) => {
  const [first] = props.results.items[index]!.wrongAnswers;
  return first && first.n >= 3 ? first : null;
};
function open(studentResult: StudentResult): void {
  if (
    props.results.assignment &&
    studentResult.state !== 'not-begun' &&
    studentResult.attemptId !== null
  )
    void router.push(`${props.base}/students/${studentResult.id}`);
}

const box = ref<HTMLElement>();
const rowHeight = 36;
/** A class is drawn whole, so that the browser finds and prints all of it; of a grade only what is in view. */
const drawnWhole = 60;
const virtual = useVirtualizer(
  computed(() => ({
    count: sorted.value.length,
    getScrollElement: () => box.value ?? null,
    estimateSize: () => rowHeight,
    overscan: sorted.value.length <= drawnWhole ? sorted.value.length : 2,
  })),
);
const rows = computed(() => virtual.value.getVirtualItems());
const above = computed(() => rows.value[0]?.start ?? 0);
const below = computed(() => virtual.value.getTotalSize() - (rows.value.at(-1)?.end ?? 0));

defineExpose({
  /** The whole grid for a spreadsheet, also the rows that are not drawn. */
  lines: () => [
    [...columns.value.map(({ name }) => name), ...items.value.map(({ number }) => String(number))],
    ...sorted.value.map((student) => [
      ...columns.value.map((column) => text(student, column)),
      ...items.value.map((_, index) =>
        student.cells[index]?.share != null ? pointsText(student.cells[index].points) : '',
      ),
    ]),
  ],
});
</script>

<template>
  <div class="whole">
    <div class="bar">
      <label><input v-model="hidden" type="checkbox" /> Hide names</label>
      <label
        >Boxes say
        <select v-model="boxes" class="plain-input">
          <option value="share">only how full</option>
          <option value="points">points</option>
          <option value="percent">percent</option>
        </select>
      </label>
      <details class="columns">
        <summary>Columns</summary>
        <div class="list">
          <label v-for="column in offered.filter(({ id }) => id !== 'name')" :key="column.id"
            ><input type="checkbox" :checked="!off.has(column.id)" @change="toggle(column.id)" />
            {{ column.name }}</label
          >
          <label
            ><input type="checkbox" :checked="!off.has('items')" @change="toggle('items')" />
            Items</label
          >
        </div>
      </details>
      <span class="faded small"
        >Each box fills with the share of the points earned; dotted: not reached or not counted{{
          differing ? '; none: not among this student’s items' : ''
        }}.</span
      >
    </div>
    <EmptyNote v-if="sorted.length === 0" title="Nobody’s work fits."
      >Ask for less above, or for all of it.</EmptyNote
    >
    <div v-else ref="box" class="scroll" tabindex="0" aria-label="Students by items" role="region">
      <table class="ruled grid" :aria-rowcount="sorted.length + 1">
        <thead>
          <tr>
            <th
              v-for="column in columns"
              :key="column.id"
              :class="[column.id, { figures: column.isFigure }]"
              :title="'meaning' in column ? column.meaning : undefined"
              :aria-sort="sortWord(column.id)"
            >
              <button @click="sortBy(column.id)">{{ column.name }}</button>
            </th>
            <th v-for="item in items" :key="item.entry" class="cell">
              <button
                :title="`Open item ${item.number}`"
                @click="router.push(`${base}/items?item=${item.number}`)"
              >
                {{ item.number }}
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-if="above > 0" aria-hidden="true">
            <td :style="{ height: `${above}px` }" class="gap" />
          </tr>
          <tr v-for="{ index } in rows" :key="index" :aria-rowindex="index + 2">
            <template v-for="column in columns" :key="column.id">
              <th v-if="column.id === 'name'" scope="row" class="name">
                <button
                  v-if="results.assignment && sorted[index]!.attemptId !== null"
                  class="word"
                  @click="open(sorted[index]!)"
                >
                  {{ nameOf(sorted[index]!) }}
                </button>
                <template v-else>{{ nameOf(sorted[index]!) }}</template>
              </th>
              <td
                v-else
                :class="[
                  column.id,
                  { figures: column.isFigure, 'faded small': column.id === 'state' },
                ]"
              >
                <b v-if="column.id === 'points'">{{ text(sorted[index]!, column) }}</b>
                <template v-else>{{ text(sorted[index]!, column) }}</template>
              </td>
            </template>
            <td v-for="(item, position) in items" :key="item.entry" class="cell">
              <TallyBox
                v-if="sorted[index]!.cells[position] && item.asks === 'points'"
                :share="sorted[index]!.cells[position]!.share"
                :needs-marking="sorted[index]!.cells[position]!.needsMarking"
                :figure="cellFigure(sorted[index]!, position)"
                :label="cellWords(sorted[index]!, position)"
              />
            </td>
          </tr>
          <tr v-if="below > 0" aria-hidden="true">
            <td :style="{ height: `${below}px` }" class="gap" />
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <template v-for="column in columns" :key="column.id">
              <th v-if="column.id === 'name'" scope="row" class="name">Class mean</th>
              <td v-else :class="{ figures: column.isFigure }">
                <b v-if="column.id === 'points'">{{
                  results.spread.mean.value === null ? '—' : pointsText(results.spread.mean.value)
                }}</b>
                <template v-else-if="column.id === 'percent'">{{
                  results.meanShare.value === null ? '—' : percent(results.meanShare.value)
                }}</template>
                <template v-else-if="column.id === 'time'">{{ medianMinutes }}</template>
              </td>
            </template>
            <td v-for="item in items" :key="item.entry" class="cell mean">
              {{
                item.facility.value === null
                  ? '—'
                  : item.facility.value.toFixed(2).replace(/^0/, '')
              }}
            </td>
          </tr>
          <tr>
            <template v-for="column in columns" :key="column.id">
              <th v-if="column.id === 'name'" scope="row" class="name">Repeated error</th>
              <td v-else />
            </template>
            <td
              v-for="(item, position) in items"
              :key="item.entry"
              class="cell mean"
              :title="
                repeatedOn(position)
                  ? `${repeatedOn(position)!.n} answered “${repeatedOn(position)!.answer}”`
                  : 'No wrong answer of three or more'
              "
            >
              {{ repeatedOn(position)?.n ?? '·' }}
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
  </div>
</template>

<style scoped>
.whole {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  padding: 6px 24px;
}
.bar .plain-input {
  width: auto;
  padding: 2px 6px;
  min-height: 28px;
}
.columns {
  position: relative;
}
summary {
  cursor: pointer;
}
.list {
  position: absolute;
  z-index: 6;
  display: grid;
  gap: 4px;
  padding: 10px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  white-space: nowrap;
}
.scroll {
  flex: 1;
  min-height: 200px;
  overflow: auto;
}
.grid th,
.grid td {
  padding: 4px 8px;
  white-space: nowrap;
  height: 36px;
  box-sizing: border-box;
}
.grid .gap {
  padding: 0;
  border: 0;
}
.grid thead th {
  position: sticky;
  top: 0;
  z-index: 3;
}
.grid thead th.name {
  left: 0;
  z-index: 4;
}
.grid .name {
  position: sticky;
  left: 0;
  background: var(--sheet);
  text-align: left;
  font-weight: 400;
  font-size: 1rem;
  color: var(--ink);
  border-bottom: var(--line);
}
.name .word {
  color: var(--ink);
}
.grid thead .name {
  background: var(--paper);
  font-size: 0.85rem;
  font-weight: 600;
  color: var(--faded);
  border-bottom: 2px solid var(--rule-strong);
}
.grid .cell {
  text-align: center;
  padding: 3px 4px;
}
th button:not(.word) {
  border: 0;
  background: none;
  padding: 0;
  font-weight: 600;
  color: inherit;
  cursor: pointer;
}
tfoot td,
tfoot th {
  position: sticky;
  bottom: 0;
  z-index: 2;
  background: var(--paper) !important;
  height: 32px !important;
}
tfoot tr:first-child > * {
  bottom: 32px;
  border-top: 2px solid var(--rule-strong);
}
.mean {
  font-size: 0.85rem;
}
</style>
