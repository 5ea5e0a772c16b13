<script setup lang="ts">
/** The question that the class is at, and the student's own answer to it. */
import type { SeatRound } from '@oaken/contract/rounds';
import { computed } from 'vue';
import RichText from '../parts/RichText.vue';
import SpreadBars from '../rounds/SpreadBars.vue';
import { say } from '../words';
import AnswerLine from './AnswerLine.vue';
import RoundItem from './RoundItem.vue';
import { lengthText } from './timeWords';
import type { RoundAnswers } from './useRoundAnswers';

const props = defineProps<{
  round: SeatRound;
  asking: NonNullable<SeatRound['shown']['asking']>;
  answers: RoundAnswers;
  now: number;
}>();
const mine = computed(() => props.answers.to(props.asking.id));
/** Milliseconds that are left for this student; null where nothing runs. */
const left = computed(() => {
  const { step, openedAt, limit } = props.asking;
  const factor = props.round.timeFactor;
  if (step !== 'open' || openedAt === null || limit === null || factor === null) return null;
  return Math.max(0, openedAt + limit * factor - props.now);
});
const isOpen = computed(() => props.asking.step === 'open' && left.value !== 0);
/** Nobody is unsure of what they have not answered. */
const hasAnswered = computed(() => Object.keys(mine.value.responses).length > 0);
const closedWords = computed(() => {
  if (props.asking.step === 'reading') return say('round.waitToOpen');
  return say(mine.value.state === 'none' ? 'round.closedWithout' : 'round.closedWith');
});
</script>

<template>
  <p class="top">
    <b>{{ say('sitting.question', { number: asking.number }) }}</b>
    <span v-if="asking.time === 'again'" class="faded">{{ say('round.again') }}</span>
    <span v-if="left !== null" class="faded">{{
      say('sitting.timeLeft', { time: lengthText(left) })
    }}</span>
  </p>
  <RoundItem
    :id="asking.id"
    :item="asking.item"
    :passage="asking.passage"
    :aloud="round.aloud"
    :responses="mine.responses"
    :disabled="!isOpen"
    @answer="(part, response) => answers.answer(asking.id, part, response)"
  />
  <label v-if="isOpen && hasAnswered" class="unsure"
    ><input
      type="checkbox"
      :checked="mine.unsure"
      @change="answers.setUnsure(asking.id, ($event.target as HTMLInputElement).checked)"
    />
    {{ say('round.unsure') }}</label
  >
  <AnswerLine :answer="mine" :closed="isOpen ? '' : closedWords" />
  <section v-if="asking.spread" :aria-label="say('round.spread')">
    <h2>{{ say('round.spread') }}</h2>
    <SpreadBars v-for="part in asking.spread" :key="part.part" :spread="part" />
  </section>
  <p v-for="right in asking.right ?? []" :key="right" class="key">
    {{ say('report.key', { answer: right }) }}
  </p>
  <RichText v-if="asking.explanation" class="why" :html="asking.explanation" />
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-block: 0 10px;
}
.unsure {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  margin-top: 10px;
}
.unsure input {
  inline-size: 22px;
  block-size: 22px;
}
.key,
.why {
  border-inline-start: 3px solid var(--secure);
  padding-inline-start: 12px;
}
</style>
