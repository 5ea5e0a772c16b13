<script setup lang="ts">
import type { AssignmentRow } from '@oaken/contract/assignments';
import { count, listing } from '@oaken/core/text';
import { day } from '@oaken/core/timing';
import { computed, onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { inWords } from '../../client/request';
import { useSession } from '../../client/session';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { percent, useWords } from '../words';
import WindowCalendar from './WindowCalendar.vue';

const session = useSession();
const words = useWords();
const assignments = ref<AssignmentRow[] | null>(null);
const wrong = ref('');
const week = ref(0);

onMounted(async () => {
  try {
    assignments.value = (await call('listAssignments', {})).assignments;
  } catch (error) {
    wrong.value = inWords(error);
  }
});
const from = computed(() => session.now() + week.value * 7 * day);
const stateOf = ({ opensAt, closesAt }: AssignmentRow) => {
  const now = session.now();
  return opensAt > now ? 'coming' : closesAt !== null && closesAt <= now ? 'closed' : 'open';
};
const byState = (state: string) => assignments.value?.filter((own) => stateOf(own) === state).length ?? 0;
</script>

<template>
  <PageHead title="Schedule" :where="`Times of ${session.school.name}`">
    <el-button @click="week--">Week before</el-button>
    <el-button :disabled="week === 0" @click="week = 0">This week</el-button>
    <el-button @click="week++">Week after</el-button>
  </PageHead>
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <WindowCalendar v-if="assignments" :assignments="assignments" :from="from" :weeks="2" />
    <EmptyNote v-if="assignments?.length === 0" title="Nothing is given yet.">Open a test and choose Assign.</EmptyNote>
    <table v-else-if="assignments" class="ruled">
      <thead>
        <tr>
          <th>Assignment</th>
          <th>Classes</th>
          <th>Opens</th>
          <th>Closes</th>
          <th class="figures">Given</th>
          <th class="figures">Not begun</th>
          <th class="figures">Working</th>
          <th class="figures">Handed in</th>
          <th class="figures">Mean so far</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="own in assignments" :key="own.id">
          <td>
            <RouterLink :to="`/results/${own.id}`">{{ own.title }}</RouterLink>
          </td>
          <td>{{ listing(own.classes.map(({ name }) => name)) }}</td>
          <td>{{ words.time(own.opensAt) }}</td>
          <td>{{ own.closesAt === null ? 'never' : words.time(own.closesAt) }}</td>
          <td class="figures">{{ own.given }}</td>
          <td class="figures">{{ own.notBegun }}</td>
          <td class="figures">{{ own.working }}</td>
          <td class="figures">{{ own.handedIn }}</td>
          <td class="figures">{{ own.meanShare === null ? '—' : percent(own.meanShare) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <FootingLine label="Totals">
    <span
      ><b>{{ byState('open') }}</b> open</span
    ><span
      ><b>{{ byState('coming') }}</b> coming</span
    ><span
      ><b>{{ count(byState('closed'), 'assignment') }}</b> closed</span
    >
  </FootingLine>
</template>
