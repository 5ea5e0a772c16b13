<script setup lang="ts">
/** A class is being asked: the present question, the student's own answer, and what is shown of it. */
import type { SeatRound } from '@oaken/contract/rounds';
import { answerInWords } from './roundWords';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useEventLine } from '../client/useEventLine';
import { inWords } from '../client/request';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import ItemView from '../kinds/ItemView.vue';
import RichText from '../parts/RichText.vue';
import SpreadBars from '../rounds/SpreadBars.vue';
import { say } from '../words';
import { lengthText } from './timeWords';
import { useRoundAnswer } from './useRoundAnswer';

const roundId = Number(useRoute().params.roundId);
const session = useSession();
const round = ref<SeatRound | null>(null);
const shown = ref<SeatRound['shown'] | null>(null);
const wrong = ref('');
const mine = useRoundAnswer(roundId);

/** Comes in, or finds out where the round stands after a lost connection. */
async function join(): Promise<void> {
  try {
    const joined = await seatCall('joinRound', { params: { roundId } });
    session.setClock(joined.now);
    round.value = joined;
    wrong.value = '';
    show(joined.shown, joined.mine);
  } catch (error) {
    wrong.value = inWords(error);
  }
}
function show(now: SeatRound['shown'], answered: SeatRound['mine'] = null): void {
  shown.value = now;
  if (now.asking) mine.take(now.asking.id, answered);
}
const { lostAt, now } = useEventLine(
  `/api/seat/rounds/${roundId}/events`,
  {
    shown(told: { now: number; shown: SeatRound['shown'] }) {
      session.setClock(told.now);
      show(told.shown);
    },
  },
  (line) => void join().then(() => wrong.value === '' && line.open()),
);
onMounted(join);
watch(lostAt, (lost, earlier) => lost === null && earlier !== null && void join());

const asking = computed(() => shown.value?.asking ?? null);
const isOpen = computed(() => asking.value?.step === 'open' && !timeOver.value);
/** Milliseconds that are left for this student; null where nothing runs. */
const left = computed(() => {
  const current = asking.value;
  const factor = round.value?.timeFactor ?? null;
  if (current?.step !== 'open' || current.openedAt === null) return null;
  if (current.limit === null || factor === null) return null;
  return Math.max(0, current.openedAt + current.limit * factor - now.value);
});
const timeOver = computed(() => left.value === 0);
const stateWords = computed(() => {
  if (mine.state.value === 'refused') return mine.wrong.value;
  if (isOpen.value) return answerInWords(mine.state.value);
  if (asking.value?.step === 'reading') return say('round.waitToOpen');
  return say(mine.state.value === 'none' ? 'round.closedWithout' : 'round.closedWith');
});
</script>

<template>
  <header class="seathead">
    <h1>{{ round?.title ?? say('round.title') }}</h1>
    <RouterLink to="/">{{ say('list.back') }}</RouterLink>
  </header>
  <main class="column" :style="{ fontSize: `${round?.textSize ?? 1}em` }">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="lostAt !== null" class="lost" role="status">{{ say('round.noConnection') }}</p>
    <p v-if="shown?.ended" class="waiting">{{ say('round.ended') }}</p>
    <p v-else-if="round && !asking" class="waiting">
      {{ say('round.waiting', { teacher: round.teacher }) }}
    </p>
    <template v-if="asking">
      <p class="top">
        <b>{{ say('sitting.question', { number: asking.number }) }}</b>
        <span v-if="asking.time === 'again'" class="faded">{{ say('round.again') }}</span>
        <span v-if="left !== null" class="faded">{{
          say('sitting.timeLeft', { time: lengthText(left) })
        }}</span>
      </p>
      <ItemView
        :key="asking.id"
        :item="asking.item"
        :responses="mine.responses.value"
        :name="asking.id"
        :disabled="!isOpen"
        @answer="mine.answer"
      />
      <p class="state" :class="mine.state.value" role="status">{{ stateWords }}</p>
      <section v-if="asking.spread" :aria-label="say('round.spread')">
        <h2>{{ say('round.spread') }}</h2>
        <SpreadBars v-for="part in asking.spread" :key="part.part" :spread="part" />
      </section>
      <p v-for="right in asking.right ?? []" :key="right" class="key">
        {{ say('report.key', { answer: right }) }}
      </p>
      <RichText v-if="asking.explanation" class="why" :html="asking.explanation" />
    </template>
  </main>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-block: 0 10px;
}
.waiting {
  padding-block: 12vh;
  text-align: center;
  font-size: 1.2em;
}
.lost {
  background: var(--low-wash);
  padding: 8px 12px;
}
.state {
  margin-block: 18px;
  padding: 10px 14px;
  border: 1px solid var(--rule-strong);
}
.stored {
  border-color: var(--secure);
}
.refused,
.kept {
  background: var(--low-wash);
}
.key,
.why {
  border-inline-start: 3px solid var(--secure);
  padding-inline-start: 12px;
}
</style>
