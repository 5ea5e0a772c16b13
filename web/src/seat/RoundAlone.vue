<script setup lang="ts">
/** A round at one's own pace: one question after the other, in any order. */
import type { SeatRound } from '@oaken/contract/rounds';
import { endOfPace } from '@oaken/core/rounds';
import { computed, ref } from 'vue';
import { inWords } from '../client/request';
import { seatCall } from '../client/seatCall';
import RichText from '../parts/RichText.vue';
import { say } from '../words';
import AnswerLine from './AnswerLine.vue';
import RoundItem from './RoundItem.vue';
import { feedbackInWords } from './roundWords';
import { lengthText } from './timeWords';
import type { RoundAnswers } from './useRoundAnswers';

const props = defineProps<{
  roundId: number;
  round: SeatRound;
  answers: RoundAnswers;
  now: number;
}>();
const place = ref(0);
const checking = ref(false);
const wrong = ref('');
/** What was checked just now; the stream tells the same a moment later. */
const checked = ref(new Map<string, SeatRound['questions'][number]['feedback']>());

const pace = computed(() => props.round.shown.pace);
const questions = computed(() => props.round.questions);
const here = computed(() => questions.value[place.value] ?? null);
const feedback = computed(() =>
  here.value ? (here.value.feedback ?? checked.value.get(here.value.id) ?? null) : null,
);
const mine = computed(() => props.answers.to(here.value?.id ?? ''));
const left = computed(() => {
  const factor = props.round.timeFactor;
  if (pace.value?.step !== 'running' || factor === null) return null;
  const end = endOfPace(pace.value, factor);
  return end === null ? null : Math.max(0, end - props.now);
});
const mayAnswer = computed(
  () => pace.value?.step === 'running' && left.value !== 0 && feedback.value === null,
);
const mayCheck = computed(
  () => mayAnswer.value && pace.value?.feedback === 'each' && mine.value.number > 0,
);
const answer = (part: string, response: unknown) =>
  props.answers.answer(here.value?.id ?? '', part, response);
const go = (to: number) => ([place.value, wrong.value] = [to, '']);

async function check(): Promise<void> {
  const entry = here.value?.id;
  if (!entry || checking.value) return;
  checking.value = true;
  try {
    await props.answers.flush(entry);
    const params = { roundId: props.roundId };
    checked.value.set(entry, await seatCall('checkRoundAnswer', { params, body: { entry } }));
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  } finally {
    checking.value = false;
  }
}
</script>

<template>
  <p v-if="pace?.step === 'ready'" class="notice">{{ say('round.aloneReady') }}</p>
  <p v-if="pace?.step === 'stopped'" class="notice" role="status">
    {{ say('round.stopped', { teacher: round.teacher }) }}
  </p>
  <p v-if="pace?.step === 'over'" role="status">{{ say('round.aloneOver') }}</p>
  <template v-if="here && pace?.step !== 'stopped'">
    <p class="top">
      <b>{{ say('round.questionOf', { number: here.number, of: questions.length }) }}</b>
      <span v-if="left !== null" class="faded">{{
        say('sitting.timeLeft', { time: lengthText(left) })
      }}</span>
    </p>
    <RoundItem
      :id="here.id"
      :item="here.item"
      :passage="here.passage"
      :aloud="round.aloud"
      :responses="mine.responses"
      :disabled="!mayAnswer"
      @answer="answer"
    />
    <div v-if="feedback" class="feedback" role="status">
      <p v-if="pace?.step === 'running' || mine.number > 0">
        <b>{{ feedbackInWords(feedback.share, mine.number > 0) }}</b>
      </p>
      <p v-for="right in feedback.right" :key="right">
        {{ say('report.key', { answer: right }) }}
      </p>
      <RichText v-if="feedback.explanation" :html="feedback.explanation" />
    </div>
    <AnswerLine v-else :answer="mine" :closed="mayAnswer ? '' : say('round.closedWithout')" />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <nav class="ways" :aria-label="say('round.questions')">
      <button class="btn" :disabled="place === 0" @click="go(place - 1)">
        {{ say('round.back') }}
      </button>
      <button v-if="mayCheck" class="btn main" :disabled="checking" @click="check">
        {{ say('round.check') }}
      </button>
      <button
        class="btn"
        :class="{ main: !mayCheck }"
        :disabled="place === questions.length - 1"
        @click="go(place + 1)"
      >
        {{ say('round.next') }}
      </button>
    </nav>
  </template>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-block: 0 10px;
}
.notice {
  padding-block: 12vh;
  text-align: center;
  font-size: 1.2em;
}
.feedback {
  margin-block: 18px;
  border-inline-start: 3px solid var(--secure);
  padding-inline-start: 12px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.ways .btn {
  flex: 1;
  min-height: 48px;
  text-align: center;
}
</style>
