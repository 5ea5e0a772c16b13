<script setup lang="ts">
/** The schedule: a week or a month of windows, or a list by class, state and date. */
import type { AnswerOf, api } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { count } from '@oaken/core/text';
import { day, dayOf } from '@oaken/core/timing';
import { computed, onMounted, ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import CalendarFeed from '../../parts/CalendarFeed.vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { done, failed } from '../shared/undo';
import { percent, useWords } from '../shared/words';
import { barOf } from './bars';
import { stateOf, stateWords, type AssignmentState } from './states';
import WindowCalendar from './WindowCalendar.vue';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';

const session = useSession();
const words = useWords();
const assignments = ref<AssignmentRow[] | null>(null);
const drafts = ref<AnswerOf<typeof api.listDrafts>['drafts']>([]);
const { wrong, read } = useDoing();
const views = { week: 'Week', month: 'Month', list: 'List' } as const;
const kept = localStorage.getItem('oaken-schedule') as keyof typeof views | null;
const view = ref<keyof typeof views>(kept && kept in views ? kept : 'week');
watch(view, (now) => localStorage.setItem('oaken-schedule', now));
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
    done(`The draft of “${draft.title}” is gone.`, async () => {
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
  <PageHead title="Schedule" :where="`Times of ${session.school.name}`">
    <template v-if="view !== 'list'">
      <ElButton @click="step--">{{
        stepWords === 'week' ? 'Week before' : 'Four weeks before'
      }}</ElButton>
      <ElButton :disabled="step === 0" @click="step = 0">Now</ElButton>
      <ElButton @click="step++">{{
        stepWords === 'week' ? 'Week after' : 'Four weeks after'
      }}</ElButton>
    </template>
  </PageHead>
  <div class="tabs" role="tablist" aria-label="How it is shown">
    <button
      v-for="(name, key) in views"
      :key="key"
      role="tab"
      :aria-selected="view === key"
      @click="view = key"
    >
      {{ name }}
    </button>
  </div>
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <section v-if="drafts.length" class="drafts" aria-label="Drafts">
      <p v-for="entry in drafts" :key="entry.id">
        Draft:
        <RouterLink :to="`/tests/${entry.testId}/assign?draft=${entry.id}`">{{
          entry.title
        }}</RouterLink>, kept
        {{ words.time(entry.changedAt) }}
        <button
          class="word small"
          :aria-label="`throw away the draft of ${entry.title}`"
          @click="throwAway(entry)"
        >
          throw away
        </button>
      </p>
    </section>
    <EmptyNote v-if="assignments?.length === 0" title="Nothing is given yet."
      >Open a test and choose Assign.</EmptyNote
    >
    <WindowCalendar
      v-if="assignments?.length && view !== 'list'"
      :bars="bars"
      :from="from"
      :weeks="view === 'week' ? 2 : 5"
    />
    <template v-if="assignments?.length && view === 'list'">
      <div class="options filters" role="group" aria-label="Which assignments">
        <label
          >Class
          <SelectField v-model="filter.classId"
            ><ElOption :value="0" label="all" /><ElOption
              v-for="[id, name] in classes"
              :key="id"
              :value="id"
              :label="name" /></SelectField
        ></label>
        <label
          >State
          <SelectField v-model="filter.state"
            ><ElOption value="" label="all" /><ElOption
              v-for="(name, key) in stateWords"
              :key="key"
              :value="key"
              :label="name" /></SelectField
        ></label>
        <label>Closing since <DateField v-model="filter.since" label="Closing since" /></label>
      </div>
      <p v-if="listed.length === 0" class="faded">Nothing fits. Take a filter away.</p>
      <table v-else class="ruled">
        <thead>
          <tr>
            <th>Assignment</th>
            <th>Whom</th>
            <th>Mode</th>
            <th>State</th>
            <th>Opens</th>
            <th>Closes</th>
            <th class="figures">Begun</th>
            <th class="figures">Handed in</th>
            <th class="figures">Of</th>
            <th class="figures">Mean so far</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="assignment in listed" :key="assignment.id">
            <td>
              <RouterLink :to="`/assignments/${assignment.id}`">{{ assignment.title }}</RouterLink>
            </td>
            <td>{{ assignment.recipients }}</td>
            <td>{{ assignment.rules.mode }}</td>
            <td>{{ stateWords[state(assignment)] }}</td>
            <td>{{ words.time(assignment.opensAt) }}</td>
            <td>{{ assignment.closesAt === null ? 'never' : words.time(assignment.closesAt) }}</td>
            <td class="figures">{{ assignment.working + assignment.handedIn }}</td>
            <td class="figures">{{ assignment.handedIn }}</td>
            <td class="figures">{{ assignment.given }}</td>
            <td class="figures">
              {{ percent(assignment.meanShare) }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
  <FootingLine label="Totals">
    <template #actions><CalendarFeed /></template>
    <span
      ><b>{{ byState('open') }}</b> open</span
    ><span
      ><b>{{ byState('scheduled') }}</b> scheduled</span
    ><span
      ><b>{{ byState('closed') + byState('released') }}</b> closed, {{ byState('released') }} of
      them released</span
    ><span v-if="drafts.length"
      ><b>{{ count(drafts.length, 'draft') }}</b></span
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
