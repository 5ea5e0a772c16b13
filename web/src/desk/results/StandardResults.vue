<script setup lang="ts">
/**
 * Standards with what was earned on them: class, groups, students, and over time. A row opens to
 * the students below it.
 */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import {
  gatherings,
  type EarnedOn,
  type Gathering,
  type ResultsAnswer,
} from '@oaken/contract/results';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import { failed } from '../shared/undo';
import { percent } from '../shared/words';
import OverTimeLine from './OverTimeLine.vue';
import ShareLine from './ShareLine.vue';
import StudentOverTime from './StudentOverTime.vue';
import StandardsGrid from './StandardsGrid.vue';
import type { FilterName } from './useResults';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  results: ResultsAnswer;
  filters: Partial<Record<FilterName, string>>;
}>();
type Own = AnswerOf<typeof api.readStandardResults>;
type Standard = Own['standards'][number];
const assignmentId = present(props.results.assignment, 'assignment').id;
const standards = ref<Own | null>(null);
const over = ref<'this' | 'all'>('this');
/** By the standards of the items, or by the tags that teachers gave them. */
const by = ref<Gathering>('standard');
const gatheringWords: Record<Gathering, string> = {
  standard: say('common.standards'),
  tag: say('results.tags'),
};
const shape = ref<'lines' | 'students'>('lines');
const shapes = computed(() =>
  by.value === 'tag'
    ? [
        { value: 'lines', label: say('results.byTag') },
        { value: 'students', label: say('results.studentsByTags') },
      ]
    : [
        { value: 'lines', label: say('results.byStandard') },
        { value: 'students', label: say('results.studentsByStandards') },
      ],
);
const open = ref<string | null>(null);
/** Of the standard that is open: each student's work and ratings, assignment by assignment. */
const overTime = ref<AnswerOf<typeof api.readStudentsOverTime>['students']>([]);
const timesOf = (studentId: number) =>
  overTime.value.find(({ id }) => id === studentId)?.times ?? [];
watch([open, over, by], async ([code]) => {
  overTime.value = [];
  if (code === null || over.value !== 'all') return;
  const query = { code, by: by.value };
  await read(async () => {
    const answer = await call('readStudentsOverTime', { params: { assignmentId }, query });
    if (open.value === code) overTime.value = answer.students;
  });
});
const intervalWords = ({ all }: Standard) =>
  all === null
    ? ''
    : say('results.intervalInterval', {
        interval: percent(all.interval[0]),
        interval2: percent(all.interval[1]),
      });
const { wrong, read } = useDoing();

async function load(): Promise<void> {
  const { classId, groupId, from, to } = props.filters;
  const asked = JSON.stringify([over.value, by.value, props.filters]);
  await read(async () => {
    const results = await call('readStandardResults', {
      params: { assignmentId },
      query: { over: over.value, by: by.value, classId, groupId, from, to },
    });
    if (asked === JSON.stringify([over.value, by.value, props.filters])) standards.value = results;
  });
}
watch([over, by, () => props.filters], load, { immediate: true });

const sure = ({ items }: EarnedOn) =>
  `${say('common.itemsCounted', { n: items })}${items < 3 ? say('results.saysLittle') : ''}`;
/** The weakest first: that is where teaching goes on. */
const students = (standard: Standard) =>
  [...standard.students].sort((a, b) => (a.earned?.share ?? 2) - (b.earned?.share ?? 2));
const parties = computed(
  () => (standard: Standard) =>
    [...(standard.classes.length > 1 ? standard.classes : []), ...standard.groups].filter(
      ({ earned }) => earned !== null,
    ),
);

async function rate(
  standard: Standard,
  studentIds: readonly number[],
  rating: number | null,
): Promise<void> {
  try {
    const ratings = studentIds.map((studentId) => ({ studentId, rating }));
    await call('rate', { params: { assignmentId }, body: { standard: standard.code, ratings } });
    for (const student of standard.students)
      if (studentIds.includes(student.id)) student.rating = rating;
  } catch (error) {
    failed(error);
    await load();
  }
}
function rateIn(code: string, studentIds: readonly number[], rating: number | null): void {
  const standard = standards.value?.standards.find((candidate) => candidate.code === code);
  if (standard) void rate(standard, studentIds, rating);
}
</script>

<template>
  <div class="standards">
    <div class="bar">
      <label
        >{{ say('results.overTitle') }}
        <SelectField v-model="over"
          ><ElOption value="this" :label="say('results.thisAssignment')" /><ElOption
            value="all"
            :label="say('results.everythingTheseStudentsHanded')"
        /></SelectField>
      </label>
      <span v-if="standards && over === 'all'" class="faded small">{{
        say('results.assignments', { n: standards.assignments })
      }}</span>
      <label
        >{{ say('results.by') }}
        <SelectField v-model="by"
          ><ElOption
            v-for="gathering in gatherings"
            :key="gathering"
            :value="gathering"
            :label="gatheringWords[gathering]"
        /></SelectField>
      </label>
      <ElSegmented
        v-model="shape"
        :options="shapes"
        :aria-label="say('results.howStandardsShown')"
      />
      <RouterLink :to="{ path: `/results/${assignmentId}/follow-up`, query: { by } }">{{
        say('results.followUpPracticeWhat')
      }}</RouterLink>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote
      v-if="standards && standards.standards.length === 0"
      :title="by === 'tag' ? say('results.noTagsHere') : say('results.noStandardsHere')"
      >{{ say('results.theItemsThisTest') }}</EmptyNote
    >
    <StandardsGrid
      v-else-if="standards && shape === 'students'"
      :standards="standards.standards"
      :assignment-id="assignmentId"
      :may-rate="results.mayChange && by === 'standard'"
      @rate="rateIn"
    />
    <table v-else-if="standards" class="ruled">
      <thead>
        <tr>
          <th>{{ by === 'tag' ? say('results.tag') : say('results.standard') }}</th>
          <th class="line">
            {{ say('results.earned') }}
            <span class="legend">{{ say('results.line95IntervalOver') }}</span>
          </th>
          <th class="figures">{{ say('results.share') }}</th>
          <th>{{ say('results.basedOn') }}</th>
          <th v-if="over === 'all'">{{ say('results.overTime') }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="entry in standards.standards" :key="entry.code">
          <tr>
            <td>
              <ElButton
                link
                class="word name"
                :aria-expanded="open === entry.code"
                @click="open = open === entry.code ? null : entry.code"
              >
                {{ entry.statement || entry.code }}
              </ElButton>
              <div v-if="entry.statement" class="faded small">{{ entry.code }}</div>
            </td>
            <td class="line" :data-copy="intervalWords(entry)">
              <ShareLine v-if="entry.all" :earned="entry.all" />
            </td>
            <td class="figures">
              <b>{{ percent(entry.all?.share) }}</b>
            </td>
            <td class="faded small">
              <template v-if="entry.all"
                >{{ sure(entry.all) }},
                {{ say('results.answersCounted', { n: entry.all.answers }) }}</template
              ><template v-else>{{ say('results.nothingScored') }}</template>
            </td>
            <td v-if="over === 'all'">
              <OverTimeLine :times="entry.overTime" />
            </td>
          </tr>
          <tr
            v-for="party in open === entry.code ? parties(entry) : []"
            :key="`party ${party.id} ${party.name}`"
            class="below"
          >
            <td>{{ party.name }}</td>
            <td class="line"><ShareLine :earned="present(party.earned, 'earned')" /></td>
            <td class="figures">{{ percent(present(party.earned, 'earned').share) }}</td>
            <td class="faded small">{{ sure(present(party.earned, 'earned')) }}</td>
            <td v-if="over === 'all'" />
          </tr>
          <tr
            v-for="student in open === entry.code ? students(entry) : []"
            :key="student.id"
            class="below"
          >
            <td>
              <RouterLink :to="`/results/${assignmentId}/students/${student.id}`">{{
                student.name
              }}</RouterLink>
              {{ ' ' }}<span class="faded small">{{ student.class }}</span>
            </td>
            <td class="line"><ShareLine v-if="student.earned" :earned="student.earned" /></td>
            <td class="figures">{{ student.earned ? percent(student.earned.share) : '—' }}</td>
            <td>
              <span class="faded small">{{
                student.earned ? sure(student.earned) : say('results.nothingScored')
              }}</span>
              <label v-if="by === 'standard'" class="rating"
                >{{ say('results.rating') }}
                <SelectField
                  :model-value="student.rating ?? null"
                  :disabled="!results.mayChange"
                  :aria-label="
                    say('results.ratingNameOnCode', { name: student.name, code: entry.code })
                  "
                  @update:model-value="rate(entry, [student.id], $event)"
                  ><ElOption :value="null" label="—" /><ElOption
                    v-for="n in 4"
                    :key="n"
                    :value="n"
                    :label="String(n)" /></SelectField
              ></label>
            </td>
            <td v-if="over === 'all'">
              <StudentOverTime :times="timesOf(student.id)" />
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="standards?.standards.length" class="faded small note">
      {{ say('results.theIntervalComputedOver') }}
    </p>
  </div>
</template>

<style scoped>
/* As wide as "everything these students handed in". */
.bar label:first-child :deep(.select-field) {
  width: 320px;
}
.standards {
  padding: 10px 24px 24px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  margin-bottom: 8px;
}
.name {
  text-align: start;
  color: var(--ink);
}
.line {
  width: 240px;
}
.legend {
  font-weight: 400;
  display: block;
  font-size: 0.75rem;
}
.below td:first-child {
  padding-inline-start: 34px;
}
.below td {
  background: var(--paper);
}
.rating {
  margin-inline-start: 14px;
}
.note {
  max-width: 70ch;
}
</style>
