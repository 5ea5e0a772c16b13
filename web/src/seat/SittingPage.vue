<script setup lang="ts">
import { elementAt, present } from '@oaken/core/certain';
import type { SittingForm } from '@oaken/core/forms';
import { isAnswered } from '@oaken/core/sitting';
import { hour, minute } from '@oaken/core/timing';
import { computed, defineAsyncComponent, provide, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import SittingWork from '../sitting/SittingWork.vue';
import { useSession } from '../client/session';
import { endWords } from './endWords';
import { keptPads } from './keptPads';
import { scratchPadsKey } from '../sitting/scratchPads';
import { playsKey } from '../parts/plays';
import { sendFileKey } from '../parts/upload';
import type { OutboxState } from './outbox';
import TimeLeft from '../sitting/TimeLeft.vue';
import { useAttempt } from './useAttempt';
import { useDisplay } from './useDisplay';
import type { MessageKey } from '@oaken/words';
import { say } from '../words';

/** Loaded when they are first asked for. */
const DisplaySheet = defineAsyncComponent(() => import('../sitting/DisplaySheet.vue'));
const AfterHandingIn = defineAsyncComponent(() => import('./AfterHandingIn.vue'));
/** A test has no use for it, so a test does not load it. */
const PracticeHelp = defineAsyncComponent(() => import('./PracticeHelp.vue'));
const router = useRouter();
const session = useSession();
const assignmentId = Number(useRoute().params.assignmentId);
const {
  attempt,
  entries,
  answers,
  state,
  ended,
  late,
  wrong,
  handingIn,
  answer,
  flag,
  flush,
  timeUp,
  goingOn,
  goOn,
  clockUp,
  notices,
  paused,
  heldBack,
  standsAt,
  handIn,
  sendFile,
  plays,
  helping,
  helpWrong,
  askHelp,
} = useAttempt(assignmentId);

const clock = computed(() => attempt.value?.course?.clock ?? null);
const clockOver = ref(false);
watch(attempt, () => (clockOver.value = false));
function partUp(): void {
  clockOver.value = true;
  void clockUp();
}
/** Of a time that is short, the last fifth is told where the teacher's warnings come too early for it. */
function warnFor(length: number): number[] {
  const warnings = present(attempt.value, 'attempt')
    .warnMinutes.map((value) => value * minute)
    .filter((value) => value < length);
  return warnings.length > 0 ? warnings : [length / 5];
}
/** Beside a part's time, the whole's matters only when it is near. */
const wholeShown = computed(() => {
  const end = attempt.value?.deadlineAt ?? null;
  return (
    end !== null &&
    (clock.value === null || (end !== clock.value.endsAt && end - session.now() < 3 * hour))
  );
});
const partWords = computed(() =>
  say(clock.value?.of === 'item' ? 'sitting.thisQuestion' : 'sitting.thisSection'),
);
const doneInPractice = computed(() =>
  Object.entries(attempt.value?.help ?? {})
    .filter(([, stage]) => stage.done)
    .map(([id]) => id),
);
const settled = computed(
  () => new Set(clockOver.value ? entries.value.map(({ id }) => id) : doneInPractice.value),
);
const hasAnswer = (id: string) => Object.values(answers[id]?.responses ?? {}).some(isAnswered);
const account = computed(() =>
  say('practice.done', { done: doneInPractice.value.length, total: entries.value.length }),
);

const index = ref(0);
const asking = ref(false);
const { chosen, guide } = useDisplay();
/** A support sets where the size begins; the student can still change it. */
const size = computed({
  get: () => chosen.value ?? attempt.value?.textSize ?? 1,
  set: (value) => (chosen.value = value),
});
const choosingDisplay = ref(false);
provide(sendFileKey, (file, part) =>
  sendFile(file, { entry: elementAt(entries.value, index.value).id, part }),
);
provide(playsKey, plays);
provide(
  scratchPadsKey,
  keptPads(() => session.account?.id ?? 0, assignmentId),
);
const placeKey = computed(
  () => `oaken-place-${attempt.value?.id}-${attempt.value?.course?.stage ?? 0}`,
);

// Coming back leads to the question where the student was.
watch(attempt, (now, before) => {
  if (!now || before) return;
  index.value = Math.min(
    Number(sessionStorage.getItem(placeKey.value)) || 0,
    entries.value.length - 1,
  );
});
watch(() => (ended.value === 'no' ? entries.value[index.value]?.id : null) ?? null, standsAt);
watch([ended, wrong], () => (asking.value = false));

function left(): void {
  sessionStorage.setItem(placeKey.value, String(index.value));
  flush();
}
const end = computed(() => (ended.value === 'no' ? null : endWords(ended.value, late.value)));
const stateKeys: Record<OutboxState, MessageKey> = {
  saved: 'sitting.saved',
  saving: 'sitting.saving',
  kept: 'sitting.keptHere',
  over: 'sitting.over',
  'signed-out': 'sitting.signedOut',
};
const noNetworkWords = computed(() => {
  if (!clockOver.value) return say('sitting.noNetwork');
  return say(
    clock.value?.of === 'item' ? 'sitting.noNetworkItemOver' : 'sitting.noNetworkSectionOver',
  );
});
const signInAgain = () => router.push({ path: '/sign-in', query: { to: `/sit/${assignmentId}` } });
</script>

<template>
  <div class="seat" :style="{ fontSize: `${size}rem` }">
    <header class="seathead">
      <h1>{{ attempt?.form.title ?? say('list.title') }}</h1>
      <TimeLeft
        v-if="attempt && clock && ended === 'no' && !paused"
        :deadline-at="clock.endsAt"
        :warn-at="warnFor(clock.length)"
        :of="partWords"
        @up="partUp"
      />
      <TimeLeft
        v-if="attempt && wholeShown && ended === 'no' && !paused"
        :deadline-at="present(attempt.deadlineAt, 'deadline at')"
        :of="clock ? say('sitting.everything') : ''"
        :warn-at="attempt.warnMinutes.map((own) => own * minute)"
        @up="timeUp"
      />
      <span v-if="attempt?.mode === 'practice'" class="account">{{ account }}</span>
      <span v-if="attempt && ended !== 'handed-in'" class="state" :class="state" role="status">{{
        say(stateKeys[state])
      }}</span>
    </header>
    <p v-if="wrong" class="wrong note" role="alert">
      {{ wrong }} <RouterLink to="/">{{ say('list.back') }}</RouterLink>
    </p>
    <p v-for="notice in notices" :key="notice.id" class="note said" role="alert">
      <span
        ><b>{{ say('sitting.teacherSays') }}</b> {{ notice.text }}</span
      >
      <button class="word" @click="notices.splice(notices.indexOf(notice), 1)">
        {{ say('sitting.readIt') }}
      </button>
    </p>
    <p v-if="goingOn === 'no-network'" class="note" role="status">
      {{ noNetworkWords }}
    </p>
    <p v-if="state === 'signed-out'" class="note" role="alert">
      {{ say('sitting.wereSignedOut') }}
      <button class="word" @click="signInAgain">{{ say('sitting.signInAgain') }}</button>
    </p>

    <main v-if="end" class="column end">
      <h2>{{ end.title }}</h2>
      <p v-for="sentence in end.sentences" :key="sentence">{{ sentence }}</p>
      <AfterHandingIn v-if="ended === 'handed-in'" :assignment-id="assignmentId" />
      <RouterLink v-if="ended === 'handed-in'" class="btn main" to="/">{{
        say('list.back')
      }}</RouterLink>
    </main>

    <main v-else-if="paused" class="column end">
      <h2>{{ heldBack?.title ?? say('sitting.paused') }}</h2>
      <p>{{ heldBack?.detail ?? say('sitting.pausedDetail') }} {{ say('sitting.goesOnItself') }}</p>
    </main>

    <main v-else-if="attempt" class="working">
      <SittingWork
        v-model:at="index"
        v-model:asking="asking"
        :form="attempt.form as SittingForm"
        :answers="answers"
        :busy="handingIn"
        :aloud="attempt.aloud"
        :stepwise="attempt.order !== 'own'"
        :settled="settled"
        :course="attempt.course"
        :tools="attempt.tools"
        :guide="guide"
        @answer="answer"
        @flag="flag"
        @display="choosingDisplay = true"
        @left="left"
        @next="goOn"
        @hand-in="handIn"
      >
        <template v-if="attempt.mode === 'practice'" #help="{ entry }">
          <PracticeHelp
            v-if="attempt.help[entry.id]"
            :key="entry.id"
            :place="{ attemptId: attempt.id, entryId: entry.id }"
            :help="present(attempt.help[entry.id], 'help')"
            :points="entry.points"
            :off-per-try="attempt.offPerTry"
            :rules="present(attempt.practice, 'practice')"
            :answered="hasAnswer(entry.id)"
            :busy="helping"
            :wrong="helpWrong"
            @check="askHelp(entry.id, 'check')"
            @hint="askHelp(entry.id, 'hint')"
            @show="askHelp(entry.id, 'answer')"
          />
        </template>
      </SittingWork>
      <DisplaySheet
        v-if="choosingDisplay"
        v-model:size="size"
        v-model:guide="guide"
        @close="choosingDisplay = false"
      />
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
  text-align: end;
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
.said {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
  background: var(--secure-wash);
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
  .state {
    text-align: start;
  }
}
</style>
