<script setup lang="ts">
/** How an assignment stands, and what can be done with the whole of it. */
import type { Shows } from '@oaken/core/assignments';
import { releaseInWords } from '@oaken/core/assignments';
import { listing } from '@oaken/core/text';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, onMounted } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import GivenStandards from '../library/GivenStandards.vue';
import { useLibrary } from '../library/library';
import { done, failed } from '../shared/undo';
import { useWords } from '../shared/words';
import GuestLink from './GuestLink.vue';
import { stateOf, stateWords } from './states';
import type { OpenAssignment } from './useChange';
import { say } from '../../words/teacher';

const props = defineProps<{
  opened: OpenAssignment;
  /** Does something with the assignment, reads it anew and says so. */
  act: <Answer>(
    work: () => Promise<Answer>,
    notice: (answer: Answer) => string,
  ) => Promise<unknown>;
}>();
const session = useSession();
const words = useWords();
const router = useRouter();
const library = useLibrary();
onMounted(() => library.load().catch(failed));
const assignment = computed(() => props.opened.assignment);
const params = computed(() => ({ assignmentId: assignment.value.id }));
const state = computed(() => stateOf(assignment.value, session.now()));
const lastEnd = computed(() => {
  const { lastEnd: end, closesAt } = assignment.value;
  return end && closesAt && end > closesAt ? end : null;
});
const letterWords = computed(() => {
  const { sent, waiting, failed: lost } = props.opened.letters;
  const sentences = [
    sent ? say('assignments.lettersSent', { n: sent }) : '',
    waiting ? say('assignments.waitingBeSent', { waiting }) : '',
    lost ? say('assignments.lostCouldNotBe', { lost }) : '',
  ].filter(Boolean);
  return sentences.length ? `${listing(sentences)}.` : '';
});

const confirmed = (text: string, title: string, yes: string, no: string) =>
  ElMessageBox.confirm(text, title, { confirmButtonText: yes, cancelButtonText: no }).then(
    () => true,
    () => false,
  );

async function stop(): Promise<void> {
  const { working, notBegun } = assignment.value;
  const sure = await confirmed(
    say('assignments.studentsWorkingNowHanded', {
      n: working,
      notBegun: say('common.studentsCounted', { n: notBegun }),
    }),
    say('assignments.closeNowEverybody'),
    say('assignments.closeNow'),
    say('assignments.cancel'),
  );
  if (sure)
    await props.act(
      () => call('stopAssignment', { params: params.value }),
      () => say('assignments.itClosed'),
    );
}

const giveStandards = (standards: number[] | null) =>
  props.act(
    () => call('setAssignmentStandards', { params: params.value, body: { standards } }),
    () => say('assignments.standardsChanged'),
  );

const release = (released: boolean) =>
  props.act(
    () => call('releaseAssignment', { params: params.value, body: { released } }),
    ({ shows }: { shows: Shows }) =>
      released
        ? releaseInWords(shows, session.school.zone, session.now())
        : say('assignments.releaseUndone'),
  );

async function takeBack(): Promise<void> {
  const sure = await confirmed(
    say('assignments.nobodyHasBegunLeaves'),
    say('assignments.unassign'),
    say('assignments.unassignTitle'),
    say('common.cancel'),
  );
  if (!sure) return;
  try {
    await call('takeBackAssignment', { params: params.value });
    await router.push('/schedule');
    done(say('assignments.itUnassigned'));
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <div class="inset">
    <p class="state">
      <b>{{ stateWords[state] }}</b>, {{ words.closing(assignment.closesAt) }}.
      <template v-if="lastEnd">{{
        say('assignments.theLastStudentHas', { lastEnd: words.time(lastEnd) })
      }}</template>
    </p>
    <p v-if="opened.note" class="note">{{ opened.note }}</p>
    <p v-if="opened.word">
      {{ say('assignments.startWord') }} <b>{{ opened.word }}</b>
    </p>
    <p v-if="letterWords" class="faded">{{ letterWords }}</p>
    <GivenStandards
      :model-value="opened.standards"
      :of-items="opened.itemStandards.map(({ id }) => id)"
      :may-change="opened.mayChange"
      @update:model-value="giveStandards"
    />
    <GuestLink v-if="opened.link" :token="opened.link" />
    <p v-if="opened.mayChange" class="acts">
      <ElButton link v-if="state === 'open'" class="word" @click="stop">
        {{ say('assignments.closeNow') }}
      </ElButton>
      <ElButton
        link
        v-if="assignment.releasedAt === null && assignment.handedIn > 0"
        class="word"
        @click="release(true)"
      >
        {{ say('assignments.release') }}
      </ElButton>
      <ElButton link v-if="assignment.releasedAt !== null" class="word" @click="release(false)">
        {{ say('assignments.undoRelease') }}
      </ElButton>
      <ElButton
        link
        v-if="assignment.working + assignment.handedIn === 0"
        class="word"
        @click="takeBack"
      >
        {{ say('assignments.unassignTitle') }}
      </ElButton>
    </p>
  </div>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.state {
  font-size: 1.05rem;
}
.note {
  border-inline-start: 4px solid var(--rule-strong);
  padding-inline-start: 10px;
  white-space: pre-line;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
</style>
