<script setup lang="ts">
/** Every answer sheet: whose it is, and whether it is back. */
import type { SheetLine } from '@oaken/contract/paper';
import { computed } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { say } from '../../words/teacher';
import type { Paper } from './usePaper';

const props = defineProps<{ paper: Paper }>();
const severalClasses = computed(
  () => new Set(props.paper.sheets.map(({ student }) => student?.className)).size > 2,
);
const hasForms = computed(() => props.paper.sheets.some(({ form }) => form !== ''));

function stateOf({ read, pages, onScreen }: SheetLine): string {
  if (read.length === 0) return say(onScreen ? 'paper.state.onScreen' : 'paper.state.out');
  return read.length < pages
    ? say('paper.state.part', { read: read.length, pages })
    : say('paper.state.read');
}
const nameOf = ({ student, sheet }: SheetLine) =>
  student?.name ?? say('paper.spareName', { sheet });
</script>

<template>
  <EmptyNote v-if="paper.sheets.length === 0" :title="say('paper.noSheets')">{{
    say('paper.noSheetsHint')
  }}</EmptyNote>
  <table v-else class="ruled">
    <thead>
      <tr>
        <th class="figures">{{ say('common.no') }}</th>
        <th>{{ say('common.student') }}</th>
        <th v-if="severalClasses">{{ say('common.class') }}</th>
        <th v-if="hasForms">{{ say('common.form') }}</th>
        <th class="figures">{{ say('paper.sheet') }}</th>
        <th>{{ say('paper.scans') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in paper.sheets" :key="line.id" :class="{ faded: line.student === null }">
        <td class="figures">{{ line.rosterNumber ?? '' }}</td>
        <th scope="row">
          <RouterLink
            v-if="line.read.length > 0"
            :to="`/sheets/${line.id}`"
            :aria-label="say('paper.openSheet', { name: nameOf(line) })"
            >{{ nameOf(line) }}</RouterLink><template v-else>{{ nameOf(line) }}</template>
        </th>
        <td v-if="severalClasses">{{ line.student?.className ?? '' }}</td>
        <td v-if="hasForms">{{ line.form }}</td>
        <td class="figures">{{ line.sheet }}</td>
        <td :class="{ back: line.read.length === line.pages }">
          {{ stateOf(line)
          }}<span v-if="line.unclear > 0" class="look">{{
            say('paper.state.unclear', { n: line.unclear })
          }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
}
th[scope='row'] {
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font-size: inherit;
  font-weight: 400;
  text-align: start;
}
.back {
  color: var(--ink);
}
.look {
  margin-inline-start: 10px;
  padding: 0 8px;
  white-space: nowrap;
  border-radius: var(--corner);
  background: var(--low-wash);
}
</style>
