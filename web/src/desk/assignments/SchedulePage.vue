<script setup lang="ts">
/** The schedule: a week or a month of windows, or a list by class, state and date. */
import type { AnswerOf, api } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { day, dayOf } from '@oaken/core/timing';
import { computed, onMounted, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import CalendarFeed from '../../parts/CalendarFeed.vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import AssignmentList from './AssignmentList.vue';
import { barOf } from './bars';
import { stateOf, stateWords, type AssignmentState } from './states';
import TestsByClass from './TestsByClass.vue';
import WindowCalendar from './WindowCalendar.vue';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import TabStrip from '../../parts/TabStrip.vue';
import { say } from '../../words/teacher';

const session = useSession();
const words = useWords();
const assignments = ref<AssignmentRow[] | null>(null);
const drafts = ref<AnswerOf<typeof api.listDrafts>['drafts']>([]);
const { wrong, read } = useDoing();
const views = {
  week: say('assignments.week'),
  month: say('assignments.month'),
  list: say('assignments.list'),
  tests: say('assignments.testsByClass'),
} as const;
const kept = localStorage.getItem('oaken-schedule') as keyof typeof views | null;
const view = ref<keyof typeof views>(kept && kept in views ? kept : 'week');
watch(view, (now) => localStorage.setItem('oaken-schedule', now));
const isCalendar = computed(() => view.value === 'week' || view.value === 'month');
/** How many weeks, or months, from now. */
const step = ref(0);

async function load(): Promise<void> {
  await read(async () => {
    const [given, kept] = await Promise.all([call('listAssignments', {}), call('listDrafts', {})]);
    [assignments.value, drafts.value] = [given.assignments, kept.drafts];
  });
}
onMounted(load);

const from = computed(() => session.now() + step.value * (view.value === 'month' ? 28 : 7) * day);
const bars = computed(() => (assignments.value ?? []).map(barOf));

const filter = ref({ classId: 0, state: '' as AssignmentState | '', since: '' });
const classes = computed(() => {
  const all = new Map(
    (assignments.value ?? []).flatMap((assignment) =>
      assignment.classes.map(({ id, name }) => [id, name] as const),
    ),
  );
  return [...all].sort((a, b) => a[1].localeCompare(b[1]));
});
const shownClasses = computed(() =>
  classes.value.filter(([id]) => filter.value.classId === 0 || filter.value.classId === id),
);
const state = (assignment: AssignmentRow) => stateOf(assignment, session.now());
const listed = computed(() => {
  const { classId, state: wanted, since } = filter.value;
  const day = since === '' ? null : Date.parse(`${since}T00:00Z`);
  return (assignments.value ?? []).filter(
    (assignment) =>
      (classId === 0 || assignment.classes.some(({ id }) => id === classId)) &&
      (wanted === '' || state(assignment) === wanted) &&
      (day === null ||
        assignment.closesAt === null ||
        dayOf(assignment.closesAt, session.school.zone) >= day - 86_400_000),
  );
});
const byState = (wanted: AssignmentState) =>
  assignments.value?.filter((assignment) => state(assignment) === wanted).length ?? 0;
async function throwAway(draft: (typeof drafts.value)[number]): Promise<void> {
  try {
    const { form } = await call('readDraft', { params: { draftId: draft.id } });
    await call('removeDraft', { params: { draftId: draft.id } });
    await load();
    done(say('assignments.theDraftTitleGone', { title: draft.title }), async () => {
      await call('keepDraft', {
        params: { draftId: 0 },
        body: { clientKey: crypto.randomUUID(), testId: draft.testId, form },
      });
      await load();
    });
  } catch (error) {
    failed(error);
  }
}
const stepWords = computed(() => (view.value === 'month' ? 'month' : 'week'));
</script>

<template>
  <PageHead
    :title="say('assignments.schedule')"
    :where="say('assignments.timesName', { name: session.school.name })"
  >
    <template v-if="isCalendar">
      <ElButton @click="step--">{{
        stepWords === 'week' ? say('assignments.weekBefore') : say('assignments.fourWeeksBefore')
      }}</ElButton>
      <ElButton :disabled="step === 0" @click="step = 0">{{ say('assignments.now') }}</ElButton>
      <ElButton @click="step++">{{
        stepWords === 'week' ? say('assignments.weekAfter') : say('assignments.fourWeeksAfter')
      }}</ElButton>
    </template>
  </PageHead>
  <TabStrip v-model="view" :tabs="views" :label="say('assignments.howShown')">
    <div class="one-sheet">
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <section v-if="drafts.length" class="drafts" :aria-label="say('assignments.drafts')">
        <p v-for="entry in drafts" :key="entry.id">
          {{ say('assignments.draft') }}
          <RouterLink :to="`/tests/${entry.testId}/assign?draft=${entry.id}`">{{
            entry.title
          }}</RouterLink>{{
            say('assignments.savedChangedAt', { changedAt: words.time(entry.changedAt) })
          }}
          <ElButton
            link
            class="word small"
            :aria-label="say('assignments.deleteDraftTitle', { title: entry.title })"
            @click="throwAway(entry)"
          >
            {{ say('assignments.delete') }}
          </ElButton>
        </p>
      </section>
      <LoadingLines v-if="!assignments && !wrong" />
      <EmptyNote v-if="assignments?.length === 0" :title="say('assignments.nothingAssignedYet')">{{
        say('assignments.openTestChooseAssign')
      }}</EmptyNote>
      <WindowCalendar
        v-if="assignments?.length && isCalendar"
        :bars="bars"
        :from="from"
        :weeks="view === 'week' ? 2 : 5"
      />
      <template v-if="assignments?.length && !isCalendar">
        <div class="options filters" role="group" :aria-label="say('assignments.whichAssignments')">
          <label
            >{{ say('common.class') }}
            <SelectField v-model="filter.classId"
              ><ElOption :value="0" :label="say('common.all')" /><ElOption
                v-for="[id, name] in classes"
                :key="id"
                :value="id"
                :label="name" /></SelectField
          ></label>
          <label
            >{{ say('assignments.state') }}
            <SelectField v-model="filter.state"
              ><ElOption value="" :label="say('common.all')" /><ElOption
                v-for="(name, key) in stateWords"
                :key="key"
                :value="key"
                :label="name" /></SelectField
          ></label>
          <label
            >{{ say('assignments.closingSince') }}
            <DateField v-model="filter.since" :label="say('assignments.closingSince')"
          /></label>
        </div>
        <p v-if="listed.length === 0" class="faded">
          {{ say('assignments.noMatchingAssignmentsClear') }}
        </p>
        <AssignmentList v-else-if="view === 'list'" :assignments="listed" />
        <TestsByClass v-else :assignments="listed" :classes="shownClasses" />
      </template>
    </div>
  </TabStrip>
  <FootingLine :label="say('common.totals')">
    <template #actions><CalendarFeed /></template>
    <span
      ><b>{{ byState('open') }}</b> {{ say('common.open') }}</span
    ><span
      ><b>{{ byState('scheduled') }}</b> {{ say('assignments.scheduled') }}</span
    ><span
      ><b>{{ byState('closed') + byState('released') }}</b>
      {{ say('assignments.closedByStateThem', { byState: byState('released') }) }}</span
    ><span v-if="drafts.length"
      ><b>{{ say('assignments.draftsCounted', { n: drafts.length }) }}</b></span
    >
  </FootingLine>
</template>

<style scoped>
.filters {
  margin: -12px -24px 10px;
}
.drafts p {
  margin: 0 0 4px;
}
</style>
