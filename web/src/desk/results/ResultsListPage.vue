<script setup lang="ts">
import type { AnswerOf, api } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { count, listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { percent, useWords } from '../shared/words';

const words = useWords();
const assignments = ref<AssignmentRow[] | null>(null);
const sheets = ref<AnswerOf<typeof api.listSheets>['sheets']>([]);
const { wrong, read } = useDoing();
onMounted(async () => {
  await read(async () => {
    assignments.value = (await call('listAssignments', {})).assignments;
    sheets.value = (await call('listSheets', {})).sheets;
  });
});
const withWork = computed(
  () => assignments.value?.filter(({ handedIn, working }) => handedIn + working > 0) ?? [],
);
</script>

<template>
  <PageHead title="Results" where="By closing time, the latest first"
    ><RouterLink to="/results/bring">Bring answers in</RouterLink></PageHead
  >
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="assignments && withWork.length === 0" title="No results yet."
      >They stand here as soon as the first student has begun.</EmptyNote
    >
    <table v-else class="ruled">
      <thead>
        <tr>
          <th>Assignment</th>
          <th>Kind</th>
          <th>Classes</th>
          <th>Window</th>
          <th class="figures">Handed in</th>
          <th class="figures">Mean</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="assignment in withWork" :key="assignment.id">
          <td>
            <RouterLink :to="`/results/${assignment.id}`" class="title-link">{{
              assignment.title
            }}</RouterLink>
          </td>
          <td>{{ assignment.kind }}</td>
          <td>{{ listing(assignment.classes.map(({ name }) => name)) }}</td>
          <td>{{ words.closing(assignment.closesAt) }}</td>
          <td class="figures">{{ assignment.handedIn }} of {{ assignment.given }}</td>
          <td class="figures">
            <template v-if="assignment.meanShare !== null"
              >{{ percent(assignment.meanShare) }}
              <TallyBox
                :share="assignment.meanShare"
                :label="`Mean ${percent(assignment.meanShare)}`"
            /></template>
            <template v-else>—</template>
          </td>
        </tr>
      </tbody>
    </table>
    <template v-if="sheets.length">
      <h2 class="brought">Brought in from elsewhere</h2>
      <table class="ruled">
        <tbody>
          <tr v-for="entry in sheets" :key="entry.id">
            <td>
              <RouterLink :to="`/results/sheet/${entry.id}`" class="title-link">{{
                entry.title
              }}</RouterLink>
            </td>
            <td class="faded">{{ words.time(entry.createdAt) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
  <FootingLine label="Totals"
    ><span
      ><b>{{ count(withWork.length, 'assignment') }}</b> with results</span
    ></FootingLine
  >
</template>

<style scoped>
.brought {
  margin: 22px 0 6px;
}
</style>
