<script setup lang="ts">
/** An assignment while it is sat: the class row by row, and what to do from there; on the projector counts and time. */
import { lengthInWords, minute } from '@oaken/core/timing';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import ExtendDialog from '../assignments/ExtendDialog.vue';
import LetBegin from '../assignments/LetBegin.vue';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import ActionRow, { type Action } from '../shared/ActionRow.vue';
import SelectField from '../../parts/SelectField.vue';
import ProjectorCounts from './ProjectorCounts.vue';
import QuestionDialog from './QuestionDialog.vue';
import QuestionList from './QuestionList.vue';
import SayDialog from './SayDialog.vue';
import { useAskedActs, type Act } from './useAskedActs';
import { useQuestions } from './useQuestions';
import { useWatch } from './useWatch';
import WatchGrid from './WatchGrid.vue';
import WorkDialog from './WorkDialog.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import { say } from '../../words/teacher';

const words = useWords();
const route = useRoute();
const router = useRouter();
const assignmentId = Number(route.params.assignmentId);
const { watched, wrong, lostAt, now, counts } = useWatch(assignmentId);
const picked = ref<number[]>([]);
const [marks, hidden, saying, extending] = [ref(false), ref(false), ref(false), ref(false)];
const looking = ref<number | null>(null);
/** The question that is looked at. */
const asked = ref<string | null>(null);
const view = ref<'students' | 'questions'>('students');
const order = ref<'roster' | 'need'>('roster');
/** What is right is not read before somebody asks for it: the page may be on a projector. */
const { questions, wrong: questionsWrong } = useQuestions(
  assignmentId,
  () => view.value === 'questions' || marks.value || asked.value !== null,
  () => watched.value?.students,
);
const busy = ref(false);

const projected = computed(() => route.query.projector !== undefined);
const project = (on: boolean) => router.replace({ query: on ? { projector: '' } : {} });
const chosen = computed(
  () => watched.value?.students.filter(({ studentId }) => picked.value.includes(studentId)) ?? [],
);
const whom = computed(() => {
  const [first, ...others] = chosen.value;
  if (!first) return say('watching.everybody');
  return others.length === 0
    ? first.name
    : say('common.studentsCounted', { n: chosen.value.length });
});
const studentIds = computed(() => (chosen.value.length === 0 ? null : picked.value));
const some = (...states: string[]) =>
  (chosen.value.length ? chosen.value : (watched.value?.students ?? [])).some(({ state }) =>
    states.includes(state),
  );

const acted: Record<Act, string> = {
  pause: say('watching.pausedTitle'),
  resume: say('watching.resumed'),
  'hand-in': say('watching.handedIn'),
  reopen: say('watching.openAgain'),
  'take-back': say('watching.unassignedFrom'),
};
async function act(text: Act, minutes = 0): Promise<void> {
  if (busy.value) return;
  busy.value = true;
  try {
    const { students } = await call('actOnSittings', {
      params: { assignmentId },
      body: { act: text, studentIds: studentIds.value, minutes },
    });
    done(`${acted[text]} ${say('common.studentsCounted', { n: students })}.`);
  } catch (error) {
    failed(error);
  } finally {
    busy.value = false;
  }
}
const { handIn, takeBack, reopen } = useAskedActs(whom, act);
async function letIn(studentId: number): Promise<void> {
  try {
    await call('letIn', { params: { assignmentId, studentId } });
    done(say('watching.theyCanContinue'));
  } catch (error) {
    failed(error);
  }
}
const acts: Record<string, () => unknown> = {
  message: () => (saying.value = true),
  'more-time': () => (extending.value = true),
  pause: () => act('pause'),
  resume: () => act('resume'),
  'hand-in': handIn,
  reopen,
  unassign: takeBack,
};
/** The more usual ones first; those that need a selection say so by being off. */
const actions = computed<Action[]>(() => {
  const all = picked.value.length === 0;
  const off = (needsSelection: boolean, ...states: string[]) =>
    busy.value || (needsSelection && all) || (states.length > 0 && !some(...states));
  return [
    {
      id: 'message',
      words: say('watching.messageWhom', { whom: whom.value }),
      disabled: off(false, 'working', 'paused'),
    },
    { id: 'more-time', words: say('watching.moreTime'), disabled: off(true) },
    {
      id: 'pause',
      words: all ? say('watching.pauseAll') : say('watching.pause'),
      disabled: off(false, 'working'),
    },
    {
      id: 'resume',
      words: all ? say('watching.resumeAll') : say('watching.resume'),
      disabled: off(false, 'paused'),
    },
    { id: 'hand-in', words: say('watching.handIn'), disabled: off(true, 'working', 'paused') },
    { id: 'reopen', words: say('watching.openAgainTitle'), disabled: off(true, 'handed-in') },
    { id: 'unassign', words: say('watching.unassign'), disabled: off(true, 'not-begun') },
  ];
});
/** Recipients can be single students by name. */
const where = computed(() =>
  watched.value && !projected.value && !hidden.value
    ? say('watching.watchingRecipients', { recipients: watched.value.assignment.recipients })
    : say('watching.watching'),
);
const closing = computed(() => {
  const end = watched.value?.assignment.closesAt ?? null;
  if (end === null) return say('watching.neverCloses');
  return end > now.value && end - now.value < 60 * minute
    ? say('watching.closesInLengthIn', {
        lengthInWords: lengthInWords(Math.ceil((end - now.value) / minute) * minute),
      })
    : words.closing(end);
});
/** The last end of those who work, for all to see. */
const lastEnd = computed(() => {
  const ends =
    watched.value?.students.flatMap(({ state, deadlineAt }) =>
      state === 'working' && deadlineAt !== null ? [deadlineAt] : [],
    ) ?? [];
  return ends.length ? Math.max(...ends) : null;
});
const timeWords = computed(() => {
  if (lastEnd.value === null) return closing.value;
  const left = Math.max(0, lastEnd.value - now.value);
  return say('watching.lengthInWordsLeft', { lengthInWords: lengthInWords(left) });
});
</script>

<template>
  <PageHead :title="watched?.assignment.title ?? say('common.watch')" :where="where">
    <template v-if="projected"
      ><ElButton @click="project(false)">{{ say('watching.backClass') }}</ElButton></template
    >
    <template v-else>
      <RouterLink :to="`/assignments/${assignmentId}`">{{ say('watching.timesRules') }}</RouterLink>
      <RouterLink :to="`/results/${assignmentId}`">{{ say('common.results') }}</RouterLink>
      <ElButton @click="project(true)">{{ say('watching.projector') }}</ElButton>
    </template>
  </PageHead>
  <LetBegin v-if="watched?.mayAct && !projected" :assignment="watched.assignment" />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="lostAt !== null" class="lost inset" role="status">
    {{ say('watching.theConnectionServerLost', { lostAt: words.time(lostAt) }) }}
  </p>
  <LoadingLines v-if="!watched && !wrong" :rows="10" />
  <template v-if="watched">
    <ProjectorCounts v-if="projected" :counts="counts" :time="timeWords" />
    <template v-else>
      <div class="bar">
        <span
          ><b>{{ counts.notBegun }}</b> {{ say('common.notBegun') }}</span
        ><span
          ><b>{{ counts.working }}</b> {{ say('common.working') }}</span
        ><span
          ><b>{{ counts.handedIn }}</b> {{ say('common.handedIn') }}</span
        ><span class="faded">{{ closing }}</span>
        <span class="grow" />
        <label
          >{{ say('watching.show') }}
          <SelectField v-model="view"
            ><ElOption value="students" :label="say('watching.studentsView')" /><ElOption
              value="questions"
              :label="say('watching.questionsView')" /></SelectField
        ></label>
        <label v-if="view === 'students'"
          >{{ say('watching.order') }}
          <SelectField v-model="order"
            ><ElOption value="roster" :label="say('watching.byRoster')" /><ElOption
              value="need"
              :label="say('watching.byNeed')" /></SelectField
        ></label>
        <ElCheckbox v-if="view === 'students'" v-model="marks">
          {{ say('watching.rightWrong') }}</ElCheckbox
        >
        <ElCheckbox v-model="hidden"> {{ say('common.hideNames') }}</ElCheckbox>
      </div>
      <EmptyNote v-if="watched.students.length === 0" :title="say('watching.nobodyHasYet')">{{
        say('watching.guestsAppearHereAs')
      }}</EmptyNote>
      <div v-else-if="view === 'questions'" class="scroll">
        <p v-if="questionsWrong" class="wrong" role="alert">{{ questionsWrong }}</p>
        <LoadingLines v-else-if="!questions" :rows="8" />
        <QuestionList v-if="questions" :questions="questions" @open="asked = $event" />
      </div>
      <div v-else class="scroll">
        <WatchGrid
          v-model:picked="picked"
          :watched="watched"
          :questions="marks ? questions : null"
          :by-need="order === 'need'"
          :now="now"
          :marks="marks"
          :hidden="hidden"
          @open="looking = $event"
          @open-question="asked = $event"
          @let-in="letIn"
        />
      </div>
    </template>
  </template>
  <FootingLine v-if="watched && !projected" :label="say('watching.actions')">
    <span v-if="!watched.mayAct" class="faded">{{ say('watching.youWatchingColleague') }}</span>
    <span v-else
      ><template v-if="picked.length"
        ><b>{{ picked.length }}</b> {{ say('watching.selected') }}</template
      ><template v-else>{{ say('watching.nobodySelected') }}</template></span
    >
    <template v-if="watched.mayAct" #actions>
      <ActionRow :actions="actions" :in-sight="2" @act="acts[$event]?.()" />
    </template>
  </FootingLine>
  <template v-if="watched">
    <SayDialog
      v-model="saying"
      :assignment-id="assignmentId"
      :student-ids="studentIds"
      :whom="whom"
      @done="done(say('watching.messageSentWhom', { whom }))"
    />
    <ExtendDialog
      v-model="extending"
      :assignment="watched.assignment"
      :student-ids="studentIds"
      :students="picked.length"
      @done="done"
    />
    <QuestionDialog
      v-model="asked"
      :questions="questions ?? []"
      :students="watched.students"
      :hidden="hidden"
    />
    <WorkDialog v-model="looking" :assignment-id="assignmentId" />
  </template>
</template>

<style scoped>
.inset {
  padding: 10px 24px;
  margin: 0;
}
.lost {
  background: var(--low-wash);
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  padding: 10px 24px;
  border-bottom: var(--line);
}
.grow {
  flex: 1;
}
.scroll {
  flex: 1;
  overflow: auto;
  padding: 0 24px 24px;
}
</style>
