<script setup lang="ts">
/** Giving a test: what, who, when and how on the left; on the right the slip and what these students have already. */
import type { TestAnswer } from '@oaken/contract/assessments';
import { slipOf } from '@oaken/core/assignments';
import { countItems, hindrances, totalPoints } from '@oaken/core/assessments';
import { listing } from '@oaken/core/text';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { Refused } from '../../client/request';
import { unfairOf } from '../assessments/useTest';
import { useSession } from '../../client/session';
import { useDoing, useForm } from '../../client/useDoing';
import FacingPages from '../shared/FacingPages.vue';
import PageHead from '../shared/PageHead.vue';
import { done } from '../shared/undo';
import { pointsText } from '../shared/words';
import AssignSlip from './AssignSlip.vue';
import HowBlock from './HowBlock.vue';
import TheirCalendar from './TheirCalendar.vue';
import { useRecipients } from './useRecipients';
import { useWishForm } from './useWishForm';
import WhenBlock from './WhenBlock.vue';
import WhoBlock from './WhoBlock.vue';
import { readForm } from './readForm';
import './wishes.css';
import { say } from '../../words/teacher';

const session = useSession();
const { zone } = session.school;
const router = useRouter();
const testId = Number(useRoute().params.testId);
const clientKey = crypto.randomUUID();
const test = ref<TestAnswer | null>(null);
const { form, draftId, begin, recovered, startAnew, forget } = useWishForm(testId);
const reading = useDoing();
const giving = useForm((pointer) => pointer.split('/')[1] ?? '');
const { load, classes, groups, recipients, who, chosen, chosenClasses, chosenGroups, parties } =
  useRecipients(form, reading.read);

const readTest = () => call('readTest', { params: { testId } });
onMounted(() =>
  reading.read(async () => {
    const [answer] = await Promise.all([readTest(), load()]);
    await begin(answer);
    test.value = answer;
  }),
);

const wishes = computed(() => {
  const items = test.value && countItems(test.value.outline);
  return readForm(form.value, zone, session.now(), false, items);
});
watch(form, giving.forget, { deep: true });
const problems = computed<Record<string, string>>(() => ({
  ...wishes.value.problems,
  ...giving.errors.value,
}));
const inTheWay = computed(() =>
  test.value
    ? hindrances(test.value.outline, {
        pools: test.value.pools,
        unfair: unfairOf(test.value.revisions),
      })
    : [],
);
const forms = computed(() => {
  const others = test.value?.outline.forms ?? [];
  return others.length === 0 ? [] : [{ id: null, name: 'A', note: '' }, ...others];
});
/** Classes and groups that get one form, by their names. */
const formsFor = computed(() =>
  form.value.formsFor.flatMap(({ classId, groupId, form: id }) => {
    const party = parties.value.find((candidate) =>
      'classId' in candidate ? candidate.classId === classId : candidate.groupId === groupId,
    );
    const dealt = forms.value.find((candidate) => candidate.id === id);
    return party && dealt ? [{ party: party.name, form: dealt.name }] : [];
  }),
);

const slip = computed(() => {
  const { read } = wishes.value;
  if (!test.value || !recipients.value || !read || !(chosen.value || form.value.link)) return null;
  const { outline } = test.value;
  const singles = form.value.studentIds.length;
  return slipOf({
    title: outline.title,
    kind: outline.kind,
    items: countItems(outline),
    points: totalPoints(outline),
    who: {
      classes: chosenClasses.value.map(({ name }) => name),
      groups: chosenGroups.value.map(({ name }) => name),
      students: singles ? [say('assignments.singleStudents', { n: singles })] : [],
      link: form.value.link,
    },
    students: recipients.value.students,
    ...read,
    opensAt: form.value.opens === 'now' ? 0 : read.opensAt,
    word: form.value.word,
    forms: forms.value.filter(({ id }) => form.value.forms.includes(id)).map(({ name }) => name),
    formsFor: formsFor.value,
    sections: outline.sections,
    draws: outline.sections.some(({ draw }) => draw !== null),
    accommodations: recipients.value.accommodations,
    classNames: new Map(chosenClasses.value.map(({ id, name }) => [id, name])),
    zone,
    now: session.now(),
  });
});
const canGive = computed(
  () =>
    slip.value !== null &&
    Object.keys(problems.value).length === 0 &&
    inTheWay.value.length === 0 &&
    (form.value.link || (recipients.value?.students ?? 0) > 0),
);

const keepDraft = () =>
  reading.act(async () => {
    const { id } = await call('keepDraft', {
      params: { draftId: draftId.value },
      body: { clientKey, testId, form: { ...form.value } },
    });
    draftId.value = id;
    forget();
    await router.push('/schedule');
    done(say('assignments.savedAsDraftNothing'));
  });

async function give(): Promise<void> {
  const { read } = wishes.value;
  if (giving.busy.value || !canGive.value || !test.value || !read) return;
  const { word, instructions, note, forms, formsFor, invite, opens } = form.value;
  const body = {
    clientKey,
    testId,
    testVersion: test.value.version,
    who: who.value,
    ...read,
    opensAt: opens === 'now' ? null : read.opensAt,
    word,
    instructions,
    note,
    forms,
    formsFor,
    invite,
    draftId: draftId.value || null,
  };
  await giving.act(async () => {
    const { id, students, link } = await call('giveAssignment', { body }).catch(readAgain);
    forget();
    done(
      link && students === 0
        ? say('assignments.itOpenGuests')
        : say('assignments.assignedStudents', { n: students }),
      async () => {
        await call('takeBackAssignment', { params: { assignmentId: id } });
        await router.push(`/tests/${testId}/assign`);
      },
    );
    await router.push(`/assignments/${id}/assigned`);
  });
}
/** Somebody has changed the test meanwhile: what is said of it is what it is now. */
async function readAgain(error: unknown): Promise<never> {
  if (error instanceof Refused && error.status === 409)
    test.value = await readTest().catch(() => test.value);
  throw error;
}
</script>

<template>
  <PageHead
    :title="say('common.assign')"
    :where="say('assignments.testsTitle', { title: test?.outline.title ?? '' })"
  >
    <RouterLink :to="`/tests/${testId}`">{{ say('assignments.backTest') }}</RouterLink>
    <ElButton v-if="test" @click="keepDraft">{{ say('assignments.saveAsDraft') }}</ElButton>
  </PageHead>
  <p
    v-for="sentence in [reading.wrong.value, giving.wrong.value].filter(Boolean)"
    :key="sentence"
    class="wrong inset"
    role="alert"
  >
    {{ sentence }}
  </p>
  <p v-if="recovered" class="recovered inset" role="status">
    {{ say('assignments.thisWhatYouFilled') }}
    <ElButton link class="word" @click="startAnew">
      {{ say('assignments.startOver') }}
    </ElButton>
  </p>
  <FacingPages
    name="assign"
    :left="say('assignments.whatWhoWhenHow')"
    :right="say('assignments.calendarSummary')"
    :start="46"
  >
    <template #left>
      <form v-if="test" class="inset wish-form" @submit.prevent="give">
        <section>
          <h2>{{ say('assignments.what') }}</h2>
          <p class="what">
            <b>{{ test.outline.title }}</b>, {{ test.outline.kind
            }}<template v-if="test.outline.grades.length">{{
              say('assignments.gradeGrades', { grades: listing(test.outline.grades.map(String)) })
            }}</template
            >{{
              say('assignments.itemsTotalPointsPoints', {
                n: countItems(test.outline),
                totalPoints: pointsText(totalPoints(test.outline)),
              })
            }}
          </p>
          <p v-for="{ words } in inTheWay" :key="words" class="wrong">
            {{ words }}
            <RouterLink :to="`/tests/${testId}`">{{ say('assignments.fix') }}</RouterLink>
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
        <WhenBlock v-model="form" :problems="problems" :classes="chosenClasses" />
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
        <AssignSlip
          :slip="slip"
          :recipients="recipients"
          :forms="forms.map(({ name }) => name)"
          :invite="form.invite"
          :problems="problems"
          :can-give="canGive"
          :busy="giving.busy.value"
          @give="give"
        />
        <h2 class="calendar">{{ say('assignments.whatTheseStudentsHave') }}</h2>
        <p v-if="!chosen" class="faded">{{ say('assignments.chooseWhoGetsSee') }}</p>
        <TheirCalendar
          v-else
          :recipients="recipients"
          :title="test?.outline.title ?? ''"
          :wished="slip && wishes.read"
        />
      </div>
    </template>
  </FacingPages>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.calendar {
  margin: 18px 0 6px;
}
</style>
