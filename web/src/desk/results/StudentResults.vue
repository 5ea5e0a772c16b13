<script setup lang="ts">
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { lengthInWords } from '@oaken/core/timing';
import { count } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import TallyBox from '../../parts/TallyBox.vue';
import { percent, pointsText, useWords } from '../words';

const props = defineProps<{ results: ResultsAnswer }>();
const router = useRouter();
const words = useWords();
const hidden = ref(false);

type Column = 'roll' | 'name' | 'points' | 'time';
const sort = ref<{ by: Column; down: boolean }>({ by: 'roll', down: false });
const several = computed(() => props.results.assignment.classes.length > 1);
const compare: Record<Column, (a: StudentResult, b: StudentResult) => number> = {
  roll: (a, b) => a.class.localeCompare(b.class) || a.rollNumber - b.rollNumber,
  name: (a, b) => a.name.localeCompare(b.name),
  points: (a, b) => (a.points ?? -1) - (b.points ?? -1),
  time: (a, b) => (a.seconds ?? -1) - (b.seconds ?? -1),
};
const sorted = computed(() =>
  [...props.results.students].sort((a, b) => (sort.value.down ? -1 : 1) * compare[sort.value.by](a, b)),
);
const sortBy = (by: Column) => (sort.value = { by, down: sort.value.by === by ? !sort.value.down : by === 'points' });
const sortWord = (by: Column) => (sort.value.by === by ? (sort.value.down ? 'descending' : 'ascending') : 'none');

function stateWords(own: StudentResult): string {
  if (own.state === 'not-begun') return props.results.complete ? 'did not begin' : 'not begun';
  if (own.state === 'working') return 'working';
  const how = `${own.handedInBy === 'server' ? 'time ran out' : 'handed in'} ${own.handedInAt === null ? '' : words.time(own.handedInAt)}`;
  const arrived = own.arrivedAt === null ? '' : `, arrived ${words.time(own.arrivedAt)}`;
  const after =
    own.lateAnswers === 0 ? '' : `, ${count(own.lateAnswers, 'answer')} written in time arrived after the end`;
  return `${how}${own.late ? ', late' : ''}${arrived}${after}`;
}
const nameOf = (own: StudentResult) => (hidden.value ? `Student ${own.rollNumber}` : own.name);
const cellWords = (own: StudentResult, at: number) => {
  const cell = own.cells[at]!;
  const item = props.results.items[at]!;
  return cell.share === null
    ? `${nameOf(own)}, item ${item.number}: not reached`
    : cell.waits
      ? `${nameOf(own)}, item ${item.number}: waits to be marked`
      : `${nameOf(own)}, item ${item.number}: ${pointsText(cell.points)} of ${pointsText(item.most)}${cell.said ? `, “${cell.said}”` : ', no answer'}`;
};
const share = (own: StudentResult) => (own.points === null || !own.most ? null : own.points / own.most);
const differing = computed(() => props.results.students.some(({ cells }) => cells.includes(null)));
</script>

<template>
  <div class="bar">
    <label><input v-model="hidden" type="checkbox" /> Hide names</label>
    <span class="faded small"
      >Each box fills with the share of the points earned; dotted: not reached{{
        differing ? '; none: not among this student’s items' : ''
      }}.</span
    >
  </div>
  <table class="ruled grid">
    <thead>
      <tr>
        <th class="figures" :aria-sort="sortWord('roll')"><button @click="sortBy('roll')">No.</button></th>
        <th class="name" :aria-sort="sortWord('name')"><button @click="sortBy('name')">Student</button></th>
        <th v-if="several">Class</th>
        <th class="figures" :aria-sort="sortWord('points')">
          <button @click="sortBy('points')">Points</button>
        </th>
        <th class="figures">Percent</th>
        <th class="figures" :aria-sort="sortWord('time')"><button @click="sortBy('time')">Time</button></th>
        <th v-for="item in results.items" :key="item.entry" class="cell">
          <button
            :title="`Open item ${item.number}`"
            @click="router.push(`/results/${results.assignment.id}/items?item=${item.number}`)"
          >
            {{ item.number }}
          </button>
        </th>
        <th>State</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="own in sorted" :key="own.id">
        <td class="figures faded">{{ own.rollNumber }}</td>
        <th scope="row" class="name">{{ nameOf(own) }}</th>
        <td v-if="several">{{ own.class }}</td>
        <td class="figures">
          <b>{{ own.points === null ? '—' : pointsText(own.points) }}</b>
        </td>
        <td class="figures">{{ share(own) === null ? '—' : percent(share(own)!) }}</td>
        <td class="figures">
          {{
            own.seconds === null
              ? '—'
              : lengthInWords(own.seconds * 1000)
                  .replace('minute', 'min')
                  .replace('mins', 'min')
          }}
        </td>
        <td v-for="(item, at) in results.items" :key="item.entry" class="cell">
          <TallyBox
            v-if="own.cells[at]"
            :share="own.cells[at]!.share"
            :waits="own.cells[at]!.waits"
            :label="cellWords(own, at)"
          />
        </td>
        <td class="faded small">{{ stateWords(own) }}</td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td />
        <th scope="row" class="name">Facility</th>
        <td v-if="several" />
        <td class="figures">
          <b>{{ results.spread.mean.value === null ? '—' : pointsText(results.spread.mean.value) }}</b>
        </td>
        <td class="figures">
          {{ results.assignment.meanShare === null ? '—' : percent(results.assignment.meanShare) }}
        </td>
        <td />
        <td v-for="item in results.items" :key="item.entry" class="cell mean">
          {{ item.facility.value === null ? '—' : item.facility.value.toFixed(2).replace(/^0/, '') }}
        </td>
        <td />
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 24px;
  padding: 8px 24px;
}
.grid th,
.grid td {
  padding: 4px 8px;
  white-space: nowrap;
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
th button {
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
  background: var(--paper) !important;
  border-top: 2px solid var(--rule-strong);
}
.mean {
  font-size: 0.85rem;
}
</style>
