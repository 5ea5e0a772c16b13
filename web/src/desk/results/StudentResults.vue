<script setup lang="ts">
/** Students by items. Only the rows in view are drawn, so that a whole grade scrolls and sorts without waiting. */
import { ariaSort } from '../shared/ariaSort';
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { count, wholePercent } from '@oaken/core/text';
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

type Column =
  | 'roster'
  | 'name'
  | 'class'
  | 'points'
  | 'percent'
  | 'band'
  | 'time'
  | 'attempt'
  | 'tries'
  | 'hints'
  | 'state';
const all: Record<Column, string> = {
  roster: 'No.',
  name: 'Student',
  class: 'Class',
  points: 'Points',
  percent: 'Percent',
  band: 'Band',
  time: 'Time',
  attempt: 'Attempt',
  tries: 'Tries',
  hints: 'Hints',
  state: 'State',
};
/** Columns that say something here. */
const offered = computed(() => {
  const { practice, filters, bands, assignment } = props.results;
  const fits: Record<Column, boolean> = {
    roster: true,
    name: true,
    class: filters.classes.length > 1,
    points: true,
    percent: true,
    band: bands.length > 0,
    time: assignment !== null,
    attempt: filters.attempts,
    tries: practice,
    hints: practice,
    state: assignment !== null,
  };
  return (Object.keys(all) as Column[]).filter((column) => fits[column]);
});
const off = ref(
  new Set<string>(JSON.parse(localStorage.getItem('oaken-results-off') ?? '[]') as string[]),
);
watch(off, (now) => localStorage.setItem('oaken-results-off', JSON.stringify([...now])));
const toggle = (name: string) =>
  (off.value = off.value.has(name)
    ? new Set([...off.value].filter((candidate) => candidate !== name))
    : new Set([...off.value, name]));
const columns = computed(() =>
  offered.value.filter((column) => column === 'name' || !off.value.has(column)),
);
const items = computed(() => (off.value.has('items') ? [] : props.results.items));

const sort = ref<{ by: Column; down: boolean }>({ by: 'roster', down: false });
const share = (studentResult: StudentResult) =>
  studentResult.points === null || !studentResult.maxPoints
    ? null
    : studentResult.points / studentResult.maxPoints;
const compare: Record<Column, (a: StudentResult, b: StudentResult) => number> = {
  roster: (a, b) =>
    a.class.localeCompare(b.class) || a.rosterNumber - b.rosterNumber || a.attempt - b.attempt,
  name: (a, b) => a.name.localeCompare(b.name),
  class: (a, b) => a.class.localeCompare(b.class),
  points: (a, b) => (a.points ?? -1) - (b.points ?? -1),
  percent: (a, b) => (share(a) ?? -1) - (share(b) ?? -1),
  band: (a, b) => (share(a) ?? -1) - (share(b) ?? -1),
  time: (a, b) => (a.seconds ?? -1) - (b.seconds ?? -1),
  attempt: (a, b) => a.attempt - b.attempt,
  tries: (a, b) => a.tries - b.tries,
  hints: (a, b) => a.hints - b.hints,
  state: (a, b) => (a.handedInAt ?? Infinity) - (b.handedInAt ?? Infinity),
};
const sorted = computed(() =>
  [...props.results.students].sort(
    (a, b) => (sort.value.down ? -1 : 1) * compare[sort.value.by](a, b),
  ),
);
const sortBy = (by: Column) =>
  (sort.value = {
    by,
    down: sort.value.by === by ? !sort.value.down : by === 'points' || by === 'percent',
  });
const sortWord = (by: Column) => ariaSort(sort.value, by);

function stateWords(studentResult: StudentResult): string {
  if (studentResult.state === 'not-begun')
    return props.results.complete ? 'did not begin' : 'not begun';
  if (studentResult.state === 'working') return 'working';
  const how = `${studentResult.handedInBy === 'server' ? 'time ran out' : 'handed in'} ${studentResult.handedInAt === null ? '' : words.time(studentResult.handedInAt)}`;
  const arrived =
    studentResult.arrivedAt === null ? '' : `, arrived ${words.time(studentResult.arrivedAt)}`;
  const after =
    studentResult.lateAnswers === 0
      ? ''
      : `, ${count(studentResult.lateAnswers, 'answer')} written in time arrived after the end`;
  const waiting =
    studentResult.lateWaiting === 0
      ? ''
      : `, ${count(studentResult.lateWaiting, 'late answer')} to look at: open the student’s work`;
  return `${studentResult.excused ? 'not scored; ' : ''}${how}${studentResult.late ? ', late' : ''}${arrived}${after}${waiting}`;
}
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
const short = (seconds: number) =>
  lengthInWords(seconds * 1000)
    .replace('minute', 'min')
    .replace('mins', 'min');
/** What a column says of a student, in the table and on the clipboard. */
function text(studentResult: StudentResult, column: Column): string {
  switch (column) {
    case 'roster':
      return String(studentResult.rosterNumber);
    case 'name':
      return nameOf(studentResult);
    case 'class':
      return studentResult.class;
    case 'points':
      return studentResult.points === null ? '—' : pointsText(studentResult.points);
    case 'percent':
      return share(studentResult) === null ? '—' : percent(share(studentResult)!);
    case 'band':
      return studentResult.bands.join(' or ');
    case 'time':
      return studentResult.seconds === null ? '—' : short(studentResult.seconds);
    case 'attempt':
      return studentResult.attempt === 0
        ? '—'
        : `${studentResult.attempt} of ${studentResult.attempts}`;
    case 'tries':
      return studentResult.state === 'not-begun' ? '—' : String(studentResult.tries);
    case 'hints':
      return studentResult.state === 'not-begun' ? '—' : String(studentResult.hints);
    case 'state':
      return stateWords(studentResult);
  }
}
const isFigure = (column: Column) => !['name', 'class', 'band', 'state'].includes(column);
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
    [
      ...columns.value.map((column) => all[column]),
      ...items.value.map(({ number }) => String(number)),
    ],
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
          <label v-for="entry in offered.filter((name) => name !== 'name')" :key="entry"
            ><input type="checkbox" :checked="!off.has(entry)" @change="toggle(entry)" />
            {{ all[entry] }}</label
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
              v-for="entry in columns"
              :key="entry"
              :class="[entry, { figures: isFigure(entry) }]"
              :aria-sort="sortWord(entry)"
            >
              <button @click="sortBy(entry)">{{ all[entry] }}</button>
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
            <template v-for="option in columns" :key="option">
              <th v-if="option === 'name'" scope="row" class="name">
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
                :class="[option, { figures: isFigure(option), 'faded small': option === 'state' }]"
              >
                <b v-if="option === 'points'">{{ text(sorted[index]!, option) }}</b>
                <template v-else>{{ text(sorted[index]!, option) }}</template>
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
            <template v-for="entry in columns" :key="entry">
              <th v-if="entry === 'name'" scope="row" class="name">Class mean</th>
              <td v-else :class="{ figures: isFigure(entry) }">
                <b v-if="entry === 'points'">{{
                  results.spread.mean.value === null ? '—' : pointsText(results.spread.mean.value)
                }}</b>
                <template v-else-if="entry === 'percent'">{{
                  results.meanShare.value === null ? '—' : percent(results.meanShare.value)
                }}</template>
                <template v-else-if="entry === 'time'">{{
                  results.seconds.median.value === null ? '—' : short(results.seconds.median.value)
                }}</template>
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
            <template v-for="entry in columns" :key="entry">
              <th v-if="entry === 'name'" scope="row" class="name">Repeated error</th>
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
