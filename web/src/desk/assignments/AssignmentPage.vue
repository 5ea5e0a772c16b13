<script setup lang="ts">
/** One assignment: where each student stands, what can still be changed, and what a change would do. */
import type { ClassRow } from '@oaken/contract/classes';
import { present } from '@oaken/core/certain';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useDoing, useForm } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { done, tell } from '../shared/undo';
import AddStudentsDialog from './AddStudentsDialog.vue';
import AssignmentState from './AssignmentState.vue';
import ExtendDialog from './ExtendDialog.vue';
import GivenStudents from './GivenStudents.vue';
import LetBegin from './LetBegin.vue';
import HowBlock from './HowBlock.vue';
import TieDialog from './TieDialog.vue';
import { useChange, type OpenAssignment } from './useChange';
import WhenBlock from './WhenBlock.vue';
import './wishes.css';
import LoadingLines from '../shared/LoadingLines.vue';
import { say } from '../../words/teacher';

type Student = OpenAssignment['students'][number];
const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const params = { assignmentId };
const opened = ref<OpenAssignment | null>(null);
const meeting = ref<ClassRow[]>([]);
const { wrong, read } = useDoing();
const changing = useForm((pointer) => pointer.split('/')[1] ?? '');
const { form, begin, wanted, changed, effects, problems } = useChange(opened, changing.errors);
const picked = ref<number[]>([]);
const extending = ref(false);
const adding = ref(false);
const tying = ref<Student | null>(null);

async function load(): Promise<void> {
  await read(async () => {
    const [assignment, { classes }] = await Promise.all([
      call('readAssignment', { params }),
      call('listClasses', {}),
    ]);
    const ids = assignment.assignment.classes.map(({ id }) => id);
    meeting.value = classes.filter(({ id }) => ids.includes(id));
    opened.value = assignment;
    begin(assignment);
  });
}
onMounted(load);

/** Does something with the assignment, reads it anew and says so. */
async function act<Answer>(
  work: () => Promise<Answer>,
  notice: (answer: Answer) => string,
): Promise<void> {
  if (changing.busy.value) return;
  await changing.act(async () => {
    const answer = await work();
    await load();
    done(notice(answer));
  });
  if (changing.wrong.value) tell({ text: changing.wrong.value, kind: 'failed' });
}
const change = () =>
  act(
    () => call('changeAssignment', { params, body: present(wanted.value, 'change') }),
    () => say('assignments.changesSaved'),
  );
const letIn = ({ studentId, name }: Student) =>
  act(
    () => call('letIn', { params: { assignmentId, studentId } }),
    () => say('assignments.nameCanContinue', { name }),
  );
const everybody = computed(
  () =>
    picked.value.length > 0 &&
    picked.value.length ===
      opened.value?.students.filter(({ state }) => state !== 'withdrawn').length,
);
async function extended(text: string): Promise<void> {
  picked.value = [];
  await load();
  done(text);
}
</script>

<template>
  <PageHead
    :title="opened?.assignment.title ?? say('common.assignment')"
    :where="
      opened
        ? say('assignments.scheduleRecipients', { recipients: opened.assignment.recipients })
        : say('assignments.schedule')
    "
  >
    <RouterLink to="/schedule">{{ say('assignments.backSchedule') }}</RouterLink>
    <RouterLink v-if="opened" :to="`/assignments/${assignmentId}/paper`">{{
      say('paper.title')
    }}</RouterLink>
    <RouterLink v-if="opened" :to="`/watch/${assignmentId}`">{{ say('common.watch') }}</RouterLink>
    <RouterLink v-if="opened" :to="`/results/${assignmentId}`">{{
      say('common.results')
    }}</RouterLink>
    <ElButton
      v-if="opened && opened.assignment.testId !== null"
      @click="router.push(`/tests/${opened.assignment.testId}/assign?again=${assignmentId}`)"
      >{{ say('assignments.assignAgain') }}</ElButton
    >
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <LoadingLines v-if="!opened && !wrong" :rows="10" />
  <FacingPages
    v-if="opened && form"
    name="assignment"
    :left="say('common.students')"
    :right="say('assignments.timesRules')"
    :start="54"
  >
    <template #left>
      <LetBegin v-if="opened.mayChange" :assignment="opened.assignment" />
      <AssignmentState :opened="opened" :act="act" />
      <EmptyNote v-if="opened.students.length === 0" :title="say('assignments.nobodyHasYet')">{{
        say('assignments.guestsUseLinkAbove')
      }}</EmptyNote>
      <GivenStudents
        v-else
        v-model:picked="picked"
        :students="opened.students"
        :may-change="opened.mayChange"
        @let-in="letIn"
        @tie="tying = $event"
      />
    </template>
    <template #right>
      <form class="inset wish-form" @submit.prevent="change">
        <fieldset :disabled="!opened.mayChange">
          <legend class="unseen">{{ say('assignments.timesRules') }}</legend>
          <WhenBlock v-model="form" :problems="problems" :classes="meeting" given />
          <HowBlock
            v-model="form"
            :problems="problems"
            :forms="[]"
            :parties="[]"
            :sections="opened.sections"
            given
          />
        </fieldset>
        <div v-if="opened.mayChange" class="slip" :class="{ stuck: changed }" aria-live="polite">
          <h2>{{ say('assignments.whatChangeDoes') }}</h2>
          <p v-if="!changed" class="faded">{{ say('assignments.nothingChangedYetEverything') }}</p>
          <template v-else>
            <p v-for="sentence in effects" :key="sentence">{{ sentence }}</p>
            <p v-if="effects.length === 0">
              {{ say('assignments.onlyWhatStudentsRead') }}
            </p>
          </template>
          <p v-for="(message, key) in problems" :key="key" class="wrong">{{ message }}</p>
          <ElButton
            type="primary"
            native-type="submit"
            :disabled="!changed || Object.keys(problems).length > 0"
            :loading="changing.busy.value"
            >{{ say('assignments.saveChanges') }}</ElButton
          >
        </div>
        <p v-else class="faded">
          {{ say('assignments.youWatchingThisAssignment') }}
        </p>
      </form>
    </template>
  </FacingPages>
  <FootingLine v-if="opened" :label="say('assignments.progress')">
    <span
      ><b>{{ opened.assignment.given }}</b> {{ say('assignments.assigned') }}</span
    ><span
      ><b>{{ opened.assignment.notBegun }}</b> {{ say('common.notBegun') }}</span
    ><span
      ><b>{{ opened.assignment.working }}</b> {{ say('common.working') }}</span
    ><span
      ><b>{{ opened.assignment.handedIn }}</b> {{ say('common.handedIn') }}</span
    >
    <template v-if="opened.mayChange" #actions>
      <ElButton @click="adding = true">{{ say('assignments.addStudents') }}</ElButton>
      <ElButton :disabled="picked.length === 0" @click="extending = true">
        {{
          picked.length
            ? say('assignments.extendStudents', { n: picked.length })
            : say('assignments.extendSelected')
        }}
      </ElButton>
    </template>
  </FootingLine>
  <AddStudentsDialog v-if="opened" v-model="adding" :opened="opened" @done="extended" />
  <ExtendDialog
    v-if="opened"
    v-model="extending"
    :assignment="opened.assignment"
    :student-ids="everybody ? null : picked"
    :students="picked.length"
    @done="extended"
  />
  <TieDialog v-if="opened" v-model="tying" :assignment-id="assignmentId" @done="extended" />
</template>

<style scoped>
/* In view while something is changed; until then it covers no rule. */
.stuck {
  position: sticky;
  bottom: 0;
}
.inset {
  padding: 14px 24px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
</style>
