<script setup lang="ts">
/**
 * Standards with what was earned on them: class, groups, students, and over time. A row opens to
 * the students below it.
 */
import { present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import { gatherings, type Gathering, type ResultsAnswer } from '@oaken/contract/results';
import { computed, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import { useGrowing } from '../../parts/useGrowing';
import { failed } from '../shared/undo';
import { percent } from '../shared/words';
import OverTimeLine from './OverTimeLine.vue';
import ShareLine from './ShareLine.vue';
import StandardParties from './StandardParties.vue';
import StandardsGrid from './StandardsGrid.vue';
import { basedOn } from './basedOn';
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
const drawn = useGrowing(() => standards.value?.standards.length ?? 0, 6);
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
      :over="over"
      :by="by"
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
        <template v-for="entry in standards.standards.slice(0, drawn)" :key="entry.code">
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
                >{{ basedOn(entry.all) }},
                {{ say('results.answersCounted', { n: entry.all.answers }) }}</template
              ><template v-else>{{ say('results.nothingScored') }}</template>
            </td>
            <td v-if="over === 'all'">
              <OverTimeLine :times="entry.overTime" />
            </td>
          </tr>
          <StandardParties
            v-if="open === entry.code"
            :standard="entry"
            :assignment-id="assignmentId"
            :by="by"
            :over="over"
            :may-rate="results.mayChange"
            @rate="(studentIds, rating) => rate(entry, studentIds, rating)"
          />
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
.note {
  max-width: 70ch;
}
</style>
