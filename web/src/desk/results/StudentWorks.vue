<script setup lang="ts">
/** Below a student in the grid of standards: each assignment with its score, and the same columns for it. */
import type { AnswerOf, api } from '@oaken/contract';
import type { Gathering } from '@oaken/contract/results';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import TallyBox from '../../parts/TallyBox.vue';
import { percent, pointsText, useWords } from '../shared/words';
import { say } from '../../words/teacher';

type Work = AnswerOf<typeof api.readStudentWorks>['works'][number];
const { student, assignmentId, codes, by } = defineProps<{
  student: { id: number; name: string };
  assignmentId: number;
  /** The columns of the grid. */
  codes: readonly string[];
  by: Gathering;
}>();
const words = useWords();
const works = ref<Work[] | null>(null);
const { wrong, read } = useDoing();
onMounted(() =>
  read(async () => {
    const params = { assignmentId, studentId: student.id };
    works.value = (await call('readStudentWorks', { params, query: { by } })).works;
  }),
);
const scoreWords = ({ points, maxPoints }: Work) =>
  points === null || maxPoints === null
    ? say('results.notScoredTitle')
    : say('results.pointsMaxPointsShare', {
        points: pointsText(points),
        maxPoints: pointsText(maxPoints),
        share: maxPoints > 0 ? `, ${percent(points / maxPoints)}` : '',
      });
const labelOf = ({ title, shares }: Work, code: string) =>
  say('results.nameOnCode', {
    name: title,
    code,
    share: shares[code] === undefined ? say('results.nothingScored') : percent(shares[code]),
  });
</script>

<template>
  <tr v-if="wrong || !works?.length" class="below">
    <th scope="row" :class="{ wrong }" :role="wrong ? 'alert' : undefined">
      {{ wrong || (works ? say('results.notHandedIn') : say('results.readingWorks')) }}
    </th>
    <td v-for="code in codes" :key="code" />
  </tr>
  <tr v-for="work in works ?? []" :key="work.assignmentId" class="below">
    <th scope="row">
      <RouterLink :to="`/results/${work.assignmentId}/students/${student.id}`">{{
        work.title
      }}</RouterLink>
      <span class="faded small score">{{ words.date(work.at) }} · {{ scoreWords(work) }}</span>
    </th>
    <td v-for="code in codes" :key="code" :data-copy="percent(work.shares[code])">
      <TallyBox
        :share="work.shares[code] ?? null"
        :label="labelOf(work, code)"
        :figure="
          work.shares[code] === undefined ? undefined : String(Math.round(100 * work.shares[code]))
        "
      />
    </td>
  </tr>
</template>

<style scoped>
.below th {
  position: sticky;
  inset-inline-start: 0;
  z-index: 1;
  max-width: 280px;
  text-align: start;
  font-weight: 400;
  padding-inline-start: 22px;
  background: var(--paper);
  border-bottom: var(--line);
}
.below td {
  background: var(--paper);
}
.score {
  display: block;
}
td :deep(.tally) {
  width: 34px;
  height: 24px;
}
</style>
