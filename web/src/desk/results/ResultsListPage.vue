<script setup lang="ts">
import type { AnswerOf, api } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { count, listing } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import TallyBox from '../../parts/TallyBox.vue';
import { percent, useWords } from '../words';

const words = useWords();
const assignments = ref<AssignmentRow[] | null>(null);
const sheets = ref<AnswerOf<typeof api.listSheets>['sheets']>([]);
const wrong = ref('');
onMounted(async () => {
  try {
    assignments.value = (await call('listAssignments', {})).assignments;
    sheets.value = (await call('listSheets', {})).sheets;
  } catch (error) {
    wrong.value = inWords(error);
  }
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
        <tr v-for="own in withWork" :key="own.id">
          <td>
            <RouterLink :to="`/results/${own.id}`" class="title-link">{{ own.title }}</RouterLink>
          </td>
          <td>{{ own.kind }}</td>
          <td>{{ listing(own.classes.map(({ name }) => name)) }}</td>
          <td>{{ words.closing(own.closesAt) }}</td>
          <td class="figures">{{ own.handedIn }} of {{ own.given }}</td>
          <td class="figures">
            <template v-if="own.meanShare !== null"
              >{{ percent(own.meanShare) }}
              <TallyBox :share="own.meanShare" :label="`Mean ${percent(own.meanShare)}`"
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
          <tr v-for="own in sheets" :key="own.id">
            <td>
              <RouterLink :to="`/results/sheet/${own.id}`" class="title-link">{{
                own.title
              }}</RouterLink>
            </td>
            <td class="faded">{{ words.time(own.createdAt) }}</td>
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
