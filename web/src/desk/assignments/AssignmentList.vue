<script setup lang="ts">
/** The assignments as a list that is sorted by any of its columns. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { present } from '@oaken/core/certain';
import { computed, ref } from 'vue';
import { useSession } from '../../client/session';
import SortHead from '../shared/SortHead.vue';
import { sortedRows, type Sort } from '../shared/sorting';
import { useWords } from '../shared/words';
import { assignmentColumns, type AssignmentColumnId } from './assignmentColumns';

const { assignments } = defineProps<{ assignments: readonly AssignmentRow[] }>();
const session = useSession();
const words = useWords();
const columns = assignmentColumns(words.time, () => session.now());
const sort = ref<Sort<AssignmentColumnId>>({ by: 'closes', down: true });
/** Of times and figures the latest and the largest are looked for first. */
const fromTheTop: AssignmentColumnId[] = ['opens', 'closes', 'begun', 'handedIn', 'given', 'mean'];
const sorted = computed(() => {
  const { by, down } = sort.value;
  const column = present(
    columns.find(({ id }) => id === by),
    'column of assignments',
  );
  return sortedRows(assignments, column.value ?? column.text, down);
});
</script>

<template>
  <table class="ruled">
    <thead>
      <tr>
        <SortHead
          v-for="{ id, name, isFigure } in columns"
          :key="id"
          v-model="sort"
          :by="id"
          :largest-first="fromTheTop.includes(id)"
          :class="{ figures: isFigure }"
          >{{ name }}</SortHead
        >
      </tr>
    </thead>
    <tbody>
      <tr v-for="assignment in sorted" :key="assignment.id">
        <td
          v-for="{ id, isFigure, isTime, text } in columns"
          :key="id"
          :class="{ figures: isFigure, time: isTime }"
        >
          <RouterLink v-if="id === 'title'" :to="`/assignments/${assignment.id}`">{{
            text(assignment)
          }}</RouterLink>
          <template v-else>{{ text(assignment) }}</template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.time {
  white-space: nowrap;
}
</style>
