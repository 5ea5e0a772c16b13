<script setup lang="ts">
/** Tests by classes: which test went to which class, when, how far it is and with what mean. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { computed, ref } from 'vue';
import { useSession } from '../../client/session';
import SortHead from '../shared/SortHead.vue';
import { sortedRows, type Sort, type SortValue } from '../shared/sorting';
import { percent, useWords } from '../shared/words';
import { say } from '../../words/teacher';
import { stateOf, stateWords } from './states';
import { noClass, testTable, type TestLine } from './testTable';

const { assignments, classes } = defineProps<{
  assignments: readonly AssignmentRow[];
  /** The columns: ids and names. */
  classes: readonly (readonly [number, string])[];
}>();
const session = useSession();
const words = useWords();
const lines = computed(() => testTable(assignments));
const columns = computed(() => {
  const hasLinksOnly = lines.value.some(({ byClass }) => byClass.has(noClass));
  return hasLinksOnly
    ? [...classes, [noClass, say('assignments.noClassColumn')] as const]
    : classes;
});

/** A class by its id, or one of the two columns before them. */
type Column = number | 'title' | 'last';
const sort = ref<Sort<Column>>({ by: 'last', down: true });
function valueOf(line: TestLine): SortValue {
  const { by } = sort.value;
  if (by === 'title') return line.title;
  if (by === 'last') return line.lastOpened;
  return line.byClass.get(by)?.[0]?.meanShare ?? null;
}
const sorted = computed(() => sortedRows(lines.value, valueOf, sort.value.down));
const state = (assignment: AssignmentRow) => stateWords[stateOf(assignment, session.now())];
</script>

<template>
  <p class="faded">{{ say('assignments.testsByClassHint') }}</p>
  <div class="wide" tabindex="0" role="region" :aria-label="say('assignments.testByClassLabel')">
    <table class="ruled" :aria-label="say('assignments.testByClassLabel')">
      <thead>
        <tr>
          <SortHead v-model="sort" by="title">{{ say('common.test') }}</SortHead>
          <SortHead v-model="sort" by="last" largest-first>{{
            say('assignments.lastGiven')
          }}</SortHead>
          <SortHead v-for="[id, name] in columns" :key="id" v-model="sort" :by="id" largest-first>{{
            name
          }}</SortHead>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in sorted" :key="line.key">
          <th scope="row">{{ line.title }}</th>
          <td class="when">{{ words.date(line.lastOpened) }}</td>
          <td v-for="[id] in columns" :key="id">
            <span v-if="!line.byClass.has(id)" class="faded" aria-hidden="true">·</span>
            <div
              v-for="{ assignment, given, handedIn, meanShare } in line.byClass.get(id)"
              :key="assignment.id"
              class="given"
            >
              <RouterLink :to="`/assignments/${assignment.id}`">{{
                words.date(assignment.opensAt)
              }}</RouterLink>
              <span class="faded">{{ state(assignment) }}</span>
              <span>{{ say('assignments.ofGivenHandedIn', { handedIn, given }) }}</span>
              <b v-if="meanShare !== null">{{
                say('assignments.meanShort', { mean: percent(meanShare) })
              }}</b>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
/* A line's name, not a head of the table. */
th[scope='row'] {
  min-width: 180px;
  border-bottom: var(--line);
  background: none;
  color: inherit;
  font-size: inherit;
  text-align: start;
  vertical-align: top;
}
.when {
  white-space: nowrap;
}
.given {
  display: grid;
  min-width: 118px;
  padding-block: 2px;
}
.given + .given {
  border-top: var(--line);
}
</style>
