<script setup lang="ts">
import { present } from '@oaken/core/certain';
import type { AnswerOf, api } from '@oaken/contract';
import type { ClassRow } from '@oaken/contract/classes';
import type { TestAnswer } from '@oaken/contract/assessments';
import { clashesOf, slipOf } from '@oaken/core/assignments';
import { countItems, hindrances, totalPoints } from '@oaken/core/assessments';
import { count, listing } from '@oaken/core/text';
import { day, wallOf } from '@oaken/core/timing';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { inWords, Refused } from '../../client/request';
import { useSession } from '../../client/session';
import FacingPages from '../../parts/FacingPages.vue';
import PageHead from '../../parts/PageHead.vue';
import { useKeptForm } from '../shared/keptForm';
import { done } from '../shared/undo';
import { pointsText } from '../shared/words';
import HowBlock from './HowBlock.vue';
import WhenBlock from './WhenBlock.vue';
import WhoBlock from './WhoBlock.vue';
import WindowCalendar from './WindowCalendar.vue';
import { blankForm, formOfWishes, moveDays, readForm, type WishForm } from './wishForm';
import './wishes.css';

type Recipients = AnswerOf<typeof api.readRecipients>;
const session = useSession();
const router = useRouter();
const route = useRoute();
const testId = Number(route.params.testId);
const zone = computed(() => session.school.zone);
const test = ref<TestAnswer | null>(null);
const classes = ref<ClassRow[]>([]);
const groups = ref<AnswerOf<typeof api.listGroups>['groups']>([]);
const form = ref<WishForm>(blankForm(session.now(), session.school.zone));
const { wrong, read } = useDoing();
const fieldErrors = ref<Record<string, string>>({});
const busy = ref(false);
const draftId = ref(Number(route.query.draft) || 0);
const clientKey = crypto.randomUUID();

onMounted(async () => {
  await read(async () => {
    const [assignment, mine, parties] = await Promise.all([
      call('readTest', { params: { testId } }),
      call('listClasses', {}),
      call('listGroups', {}),
    ]);
    classes.value = mine.classes.filter(({ putAway }) => !putAway);
    groups.value = parties.groups;
    const seconds = assignment.revisions.reduce(
      (sum, revision) => sum + (revision.seconds ?? 60),
      0,
    );
    form.value.limitMinutes =
      assignment.outline.minutes ?? Math.max(10, Math.ceil((seconds * 1.5) / 300) * 5);
    form.value.sectionMinutes = Object.fromEntries(
      assignment.outline.sections.map(({ id, minutes }) => [id, minutes ?? '']),
    );
    await startFrom();
    initial = JSON.stringify(form.value);
    takeUp();
    test.value = assignment;
  });
});
/** What was filled in and neither given nor kept as a draft is there again, also after signing in anew. */
const kept = useKeptForm<{ started: string; form: WishForm }>(`assign-${testId}`);
const recovered = ref(false);
/** The form as it began, to tell what was filled in. */
let initial = '';
function takeUp(): void {
  const earlier = kept.read();
  // Come here for others, or from a draft, is another beginning.
  if (!earlier || earlier.started !== route.fullPath) return;
  form.value = { ...form.value, ...earlier.form };
  recovered.value = true;
}
function startAnew(): void {
  form.value = JSON.parse(initial) as WishForm;
  recovered.value = false;
}
watch(
  form,
  (now) => {
    if (initial === '') return;
    if (JSON.stringify(now) === initial) kept.forget();
    else kept.write({ started: route.fullPath, form: now });
  },
  { deep: true },
);

/** A draft goes on where it was left; an assignment that is given again keeps its weekdays, in weeks to come. */
async function startFrom(): Promise<void> {
  if (draftId.value) {
    const { form: kept } = await call('readDraft', { params: { draftId: draftId.value } });
    form.value = { ...form.value, ...(kept as Partial<WishForm>) };
  } else if (route.query.again) {
    const given = await call('readAssignment', {
      params: { assignmentId: Number(route.query.again) },
    });
    const { opensAt, closesAt, lateRule, rules } = given.assignment;
    const who = { classIds: [], groupIds: [], studentIds: [], link: false };
    const wishForm = formOfWishes(
      { ...given, who, opensAt, closesAt, lateRule, rules, forms: [null], formsFor: [] },
      form.value,
      zone.value,
    );
    const weeks = Math.max(0, Math.ceil((session.now() - opensAt) / (7 * day)));
    form.value = moveDays(wishForm, weeks * 7);
  } else {
    // Come here for some students: they are chosen already.
    const ids = (list: unknown) =>
      typeof list === 'string' ? list.split(',').map(Number).filter(Boolean) : [];
    const { groups: chosenGroups, students, practice } = route.query;
    form.value = {
      ...form.value,
      groupIds: ids(chosenGroups),
      studentIds: ids(students),
      ...(practice && { mode: 'practice' as const }),
    };
  }
}

const reading = computed(() =>
  readForm(
    form.value,
    zone.value,
    session.now(),
    false,
    test.value && countItems(test.value.outline),
  ),
);
const problems = computed<Record<string, string>>(() => ({
  ...reading.value.problems,
  ...fieldErrors.value,
}));
const inTheWay = computed(() =>
  test.value ? hindrances(test.value.outline, { pools: test.value.pools }) : [],
);
const who = computed(() => {
  const { classIds, groupIds, studentIds, link } = form.value;
  return { classIds, groupIds, studentIds, link };
});
const chosen = computed(
  () => who.value.classIds.length + who.value.groupIds.length + who.value.studentIds.length > 0,
);

/** Head count, accommodations and calendar by the server, which knows who is in two classes and what colleagues gave. */
const recipients = ref<Recipients | null>(null);
let asked = '';
watch(
  who,
  async (now) => {
    const key = JSON.stringify(now);
    if (key === asked) return;
    asked = key;
    recipients.value = chosen.value
      ? null
      : { students: 0, accommodations: [], forms: [], reachable: null, has: [] };
    if (!chosen.value) return;
    await read(async () => {
      const answer = await call('readRecipients', { body: now });
      // A later choice has its own count on the way.
      if (asked === key) recipients.value = answer;
    });
  },
  { immediate: true },
);

const forms = computed(() => {
  const testForms = test.value?.outline.forms ?? [];
  return testForms.length === 0 ? [] : [{ id: null, name: 'A', note: '' }, ...testForms];
});
const parties = computed(() => [
  ...classes.value
    .filter(({ id }) => form.value.classIds.includes(id))
    .map(({ id, name }) => ({ key: `c${id}`, name, classId: id })),
  ...groups.value
    .filter(({ id }) => form.value.groupIds.includes(id))
    .map(({ id, name, className }) => ({
      key: `g${id}`,
      name: `${name} of ${className}`,
      groupId: id,
    })),
]);
/** Accommodations ask for forms by name; those that this test does not have are named, so that nobody is surprised. */
const missingForms = computed(
  () =>
    recipients.value?.forms.filter(
      ({ name }) =>
        name.toLowerCase() !== 'a' &&
        !forms.value.some((candidate) => candidate.name.toLowerCase() === name.toLowerCase()),
    ) ?? [],
);

const slip = computed(() => {
  const { read } = reading.value;
  if (!test.value || !recipients.value || !read) return null;
  const { outline } = test.value;
  const singles = form.value.studentIds.length;
  return slipOf({
    title: outline.title,
    kind: outline.kind,
    items: countItems(outline),
    points: totalPoints(outline),
    who: {
      classes: classes.value
        .filter(({ id }) => form.value.classIds.includes(id))
        .map(({ name }) => name),
      groups: groups.value
        .filter(({ id }) => form.value.groupIds.includes(id))
        .map(({ name, className }) => `${name} of ${className}`),
      students: singles ? [count(singles, 'single student')] : [],
      link: form.value.link,
    },
    students: recipients.value.students,
    ...read,
    opensAt: form.value.opens === 'now' ? 0 : read.opensAt,
    word: form.value.word,
    forms: forms.value.filter(({ id }) => form.value.forms.includes(id)).map(({ name }) => name),
    formsFor: form.value.formsFor.flatMap(({ classId, groupId, form: id }) => {
      const party = parties.value.find((candidate) =>
        'classId' in candidate ? candidate.classId === classId : candidate.groupId === groupId,
      );
      const dealt = forms.value.find((candidate) => candidate.id === id);
      return party && dealt ? [{ party: party.name, form: dealt.name }] : [];
    }),
    sections: outline.sections,
    draws: outline.sections.some(({ draw }) => draw !== null),
    accommodations: recipients.value.accommodations,
    zone: zone.value,
    now: session.now(),
  });
});
const ready = computed(() => slip.value !== null && (chosen.value || form.value.link));
const canGive = computed(
  () =>
    ready.value &&
    Object.keys(problems.value).length === 0 &&
    inTheWay.value.length === 0 &&
    (form.value.link || (recipients.value?.students ?? 0) > 0),
);

const bars = computed(() =>
  (recipients.value?.has ?? []).map((recipient) => ({
    id: recipient.mine ? recipient.assignmentId : 0,
    title: recipient.title,
    classes: recipient.mine ? '' : recipient.teacher,
    opensAt: recipient.opensAt,
    closesAt: recipient.closesAt,
    account:
      recipient.students === present(recipients.value, 'recipients').students
        ? 'all of them'
        : `${recipient.students} of them`,
  })),
);
const extra = computed(() => {
  const { read } = reading.value;
  return test.value && read && ready.value
    ? {
        title: test.value.outline.title,
        classes: 'this one',
        opensAt: read.opensAt,
        closesAt: read.closesAt,
      }
    : null;
});
const clashes = computed(() =>
  clashesOf(recipients.value?.has ?? [], reading.value.read?.closesAt ?? null, zone.value),
);

async function keepDraft(): Promise<void> {
  await read(async () => {
    const { id } = await call('keepDraft', {
      params: { draftId: draftId.value },
      body: { clientKey, testId, form: { ...form.value } },
    });
    draftId.value = id;
    kept.forget();
    await router.push('/schedule');
    done('The draft is kept. Nobody has been given anything.');
  });
}
async function give(): Promise<void> {
  const { read } = reading.value;
  if (busy.value || !canGive.value || !test.value || !read) return;
  busy.value = true;
  wrong.value = '';
  try {
    const { word, instructions, note } = form.value;
    const { id, students, link } = await call('giveAssignment', {
      body: {
        clientKey,
        testId,
        testVersion: test.value.version,
        who: who.value,
        ...read,
        opensAt: form.value.opens === 'now' ? null : read.opensAt,
        word,
        instructions,
        note,
        forms: form.value.forms,
        formsFor: form.value.formsFor,
        invite: form.value.invite,
        draftId: draftId.value || null,
      },
    });
    kept.forget();
    done(
      link && students === 0 ? 'It is open for guests.' : `Given to ${count(students, 'student')}.`,
      async () => {
        await call('takeBackAssignment', { params: { assignmentId: id } });
        await router.push(`/tests/${testId}/assign`);
      },
    );
    await router.push(link ? `/assignments/${id}` : '/schedule');
  } catch (error) {
    if (error instanceof Refused && error.problem.errors)
      fieldErrors.value = Object.fromEntries(
        error.problem.errors.map(({ pointer, message }) => [pointer.split('/')[1] ?? '', message]),
      );
    else wrong.value = inWords(error);
    if (error instanceof Refused && error.status === 409)
      test.value = await call('readTest', { params: { testId } }).catch(() => test.value);
  } finally {
    busy.value = false;
  }
}
watch(form, () => (fieldErrors.value = {}), { deep: true });
const calendarFrom = computed(() => reading.value.read?.opensAt ?? session.now());
const closing = computed(() => reading.value.read?.closesAt);
const weeks = computed(() =>
  closing.value && closing.value - calendarFrom.value > 10 * day ? 3 : 2,
);
const closingDay = computed(() =>
  closing.value ? wallOf(closing.value, zone.value).slice(0, 10) : '',
);
</script>

<template>
  <PageHead title="Assign" :where="`Tests · ${test?.outline.title ?? ''}`">
    <RouterLink :to="`/tests/${testId}`">Back to the test</RouterLink>
    <el-button v-if="test" @click="keepDraft">Keep as a draft</el-button>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="recovered" class="recovered inset" role="status">
    This is what you had filled in before. Nobody has been given anything yet.
    <button type="button" class="word" @click="startAnew">Start anew</button>
  </p>
  <FacingPages name="assign" left="What, who, when, how" right="Calendar and slip" :start="46">
    <template #left>
      <form v-if="test" class="inset wish-form" @submit.prevent="give">
        <section>
          <h2>What</h2>
          <p class="what">
            <b>{{ test.outline.title }}</b>, {{ test.outline.kind
            }}<template v-if="test.outline.grades.length"
              >, grade {{ test.outline.grades.join(' and ') }}</template
            >: {{ count(countItems(test.outline), 'item') }},
            {{ pointsText(totalPoints(test.outline)) }} points
          </p>
          <p v-for="{ words } in inTheWay" :key="words" class="wrong">
            {{ words }} <RouterLink :to="`/tests/${testId}`">Mend it</RouterLink>
          </p>
        </section>
        <WhoBlock
          v-model="form"
          :classes="classes"
          :groups="groups"
          :test-grades="test.outline.grades"
          :wrong="problems.who"
          :reachable="recipients?.reachable ?? null"
        />
        <WhenBlock v-model="form" :problems="problems" />
        <HowBlock
          v-model="form"
          :problems="problems"
          :forms="forms"
          :parties="parties"
          :sections="test.outline.sections"
        />
      </form>
    </template>
    <template #right>
      <div class="inset">
        <div class="slip" aria-live="polite">
          <h2>The slip</h2>
          <template v-if="slip && ready">
            <p class="line">{{ slip.line }}</p>
            <p v-for="sentence in slip.sentences" :key="sentence">{{ sentence }}</p>
            <p v-if="form.invite && recipients?.reachable">
              {{ count(recipients.reachable, 'letter goes', 'letters go') }} out when they can see
              it.
            </p>
            <p v-for="missingForm in missingForms" :key="missingForm.name" class="warn">
              {{ count(missingForm.students, 'student needs', 'students need') }} form
              {{ missingForm.name }}, which this test does not have; they get the form that is
              dealt.
            </p>
          </template>
          <p v-else class="faded">It says what goes to whom, and when, once somebody is chosen.</p>
          <el-button
            type="primary"
            size="large"
            :disabled="!canGive"
            :loading="busy"
            @click="give"
            >{{ slip && ready ? slip.verb : 'Give' }}</el-button
          >
          <p v-if="Object.keys(problems).length" class="wrong">{{ Object.values(problems)[0] }}</p>
        </div>
        <h2 class="calendar">What these students have</h2>
        <p v-if="!chosen" class="faded">Choose who gets it, and their calendar stands here.</p>
        <template v-else>
          <p v-if="clashes.length" class="warn">
            On the day of closing, {{ closingDay }}: {{ listing(clashes.slice(0, 3)) }}
          </p>
          <WindowCalendar :bars="bars" :from="calendarFrom" :weeks="weeks" :extra="extra" />
        </template>
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.slip {
  margin-top: 0;
}
.calendar {
  margin: 18px 0 6px;
}
.warn {
  border-left: 4px solid var(--partial);
  padding-left: 10px;
}
</style>
