<script setup lang="ts">
import type { SittingForm } from '@oaken/core/forms';
import { isAnswered } from '@oaken/core/sitting';
import { minute } from '@oaken/core/timing';
import { computed, defineAsyncComponent, provide, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import SittingWork from '../parts/sitting/SittingWork.vue';
import { sendFileKey } from '../parts/upload';
import type { OutboxState } from './outbox';
import TimeLeft from '../parts/sitting/TimeLeft.vue';
import { useAttempt } from './useAttempt';

/** A test has no use for it, so a test does not load it. */
const PracticeHelp = defineAsyncComponent(() => import('./PracticeHelp.vue'));
const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const {
  attempt,
  entries,
  answers,
  state,
  ended,
  wrong,
  handingIn,
  answer,
  flag,
  flush,
  timeUp,
  handIn,
  sendFile,
  helping,
  helpWrong,
  askHelp,
} = useAttempt(assignmentId);

const settled = computed(() => new Set(Object.entries(attempt.value?.help ?? {}).filter(([, own]) => own.done).map(([id]) => id))); // prettier-ignore
const hasAnswer = (id: string) => Object.values(answers[id]?.responses ?? {}).some(isAnswered);
const account = computed(() => `${settled.value.size} of ${entries.value.length} done`);

const at = ref(0);
const asking = ref(false);
const sizes = [1, 1.2, 1.4, 1.7, 2];
const size = ref(Number(localStorage.getItem('oaken-size')) || 1);
provide(sendFileKey, sendFile);
const placeKey = computed(() => `oaken-place-${attempt.value?.id}`);

// Coming back leads to the question where the student was.
watch(attempt, (now, before) => {
  if (!now || before) return;
  // A support sets where the size begins; the student can still change it.
  if (!localStorage.getItem('oaken-size')) size.value = now.textSize;
  at.value = Math.min(Number(sessionStorage.getItem(placeKey.value)) || 0, entries.value.length - 1);
});
watch([ended, wrong], () => (asking.value = false));

function left(): void {
  sessionStorage.setItem(placeKey.value, String(at.value));
  flush();
}
function resize(): void {
  size.value = sizes.find((own) => own > size.value + 0.01) ?? 1;
  localStorage.setItem('oaken-size', String(size.value));
}

const endWords = computed(() =>
  ended.value === 'handed-in'
    ? { title: 'Handed in', text: 'Your answers are with your teacher.' }
    : ended.value === 'kept'
      ? { title: 'Handed in on this device', text: 'There is no network now. It goes to your teacher by itself as soon as there is; you can also close this page and open it again later on this device.' }
      : { title: 'Time is over', text: 'Your answers are being handed in. You can wait here; nothing is lost, and what you wrote in time counts.' },
); // prettier-ignore
const stateWords: Record<OutboxState, string> = {
  saved: 'Saved',
  saving: 'Saving …',
  kept: 'Kept on this device',
  over: 'Time is over',
  'signed-out': 'Signed out: kept on this device',
};
const signInAgain = () => router.push({ path: '/sign-in', query: { to: `/sit/${assignmentId}` } });
</script>

<template>
  <div class="seat" :style="{ fontSize: `${size}rem` }">
    <header class="seathead">
      <h1>{{ attempt?.form.title ?? 'My work' }}</h1>
      <TimeLeft
        v-if="attempt?.deadlineAt && ended === 'no'"
        :deadline-at="attempt.deadlineAt"
        :warn-at="attempt.warnMinutes.map((own) => own * minute)"
        @up="timeUp"
      />
      <span v-if="attempt?.mode === 'practice'" class="account">{{ account }}</span>
      <span v-if="attempt" class="state" :class="state" role="status">{{ stateWords[state] }}</span>
    </header>
    <p v-if="wrong" class="wrong note" role="alert">{{ wrong }} <RouterLink to="/">Back to my work</RouterLink></p>
    <p v-if="state === 'signed-out'" class="note" role="alert">
      You were signed out. What you wrote is kept here.
      <button class="word" @click="signInAgain">Sign in again</button>
    </p>

    <main v-if="ended !== 'no'" class="column end">
      <h2>{{ endWords.title }}</h2>
      <p>{{ endWords.text }}</p>
      <RouterLink v-if="ended === 'handed-in'" class="btn main" to="/">Back to my work</RouterLink>
    </main>

    <main v-else-if="attempt" class="working">
      <SittingWork
        v-model:at="at"
        v-model:asking="asking"
        :form="attempt.form as SittingForm"
        :answers="answers"
        :busy="handingIn"
        :aloud="attempt.aloud"
        :stepwise="attempt.order !== 'own'"
        :settled="settled"
        @answer="answer"
        @flag="flag"
        @resize="resize"
        @left="left"
        @hand-in="handIn"
      >
        <template v-if="attempt.mode === 'practice'" #help="{ entry }">
          <PracticeHelp
            v-if="attempt.help[entry.id]"
            :key="entry.id"
            :help="attempt.help[entry.id]!"
            :points="entry.points"
            :answered="hasAnswer(entry.id)"
            :busy="helping"
            :wrong="helpWrong"
            @check="askHelp(entry.id, 'check')"
            @hint="askHelp(entry.id, 'hint')"
            @show="askHelp(entry.id, 'answer')"
          />
        </template>
      </SittingWork>
    </main>
  </div>
</template>

<style scoped>
.seat {
  height: 100dvh;
  display: flex;
  flex-direction: column;
}
.working {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.seathead h1 {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.state {
  color: var(--faded);
  font-size: 0.9rem;
  min-width: 76px;
  text-align: right;
}
.kept,
.signed-out {
  color: var(--partial-ink);
  font-weight: 650;
}
.note {
  padding: 8px 20px;
  background: var(--low-wash);
  margin: 0;
}
.end {
  padding-top: 12vh;
}
@media (max-width: 600px) {
  .seathead {
    flex-wrap: wrap;
    gap: 0 12px;
    padding: 8px 14px;
  }
  .seathead h1 {
    flex-basis: 100%;
  }
}
</style>
