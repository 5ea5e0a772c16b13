<script setup lang="ts">
/** A class is being asked: what is asked, the student's own answers, and what is shown of them. */
import type { SeatRound, SeatShown } from '@oaken/contract/rounds';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useEventLine } from '../client/useEventLine';
import { inWords } from '../client/request';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { say } from '../words';
import RoundAlone from './RoundAlone.vue';
import RoundQuestion from './RoundQuestion.vue';
import ShareDevice from './ShareDevice.vue';
import { useRoundAnswers } from './useRoundAnswers';

const roundId = Number(useRoute().params.roundId);
const session = useSession();
const round = ref<SeatRound | null>(null);
const wrong = ref('');
const answers = useRoundAnswers(roundId);

function take(joined: SeatRound): void {
  session.setClock(joined.now);
  round.value = joined;
  answers.take(joined.mine);
}
/** Comes in, or finds out where the round stands after a lost connection. */
async function join(): Promise<void> {
  try {
    take(await seatCall('joinRound', { params: { roundId } }));
    wrong.value = '';
  } catch (error) {
    wrong.value = inWords(error);
  }
}
const { lostAt, now } = useEventLine(
  `/api/seat/rounds/${roundId}/events`,
  {
    shown({ now: time, ...told }: { now: number } & SeatShown) {
      session.setClock(time);
      if (round.value) round.value = { ...round.value, ...told };
    },
  },
  (line) => void join().then(() => wrong.value === '' && line.open()),
);
onMounted(join);
watch(lostAt, (lost, earlier) => lost === null && earlier !== null && void join());

const shown = computed(() => round.value?.shown ?? null);
const teamWords = computed(() => {
  const { name = '', answered = 0, members = 0 } = round.value?.team ?? {};
  return say('round.team', { name, answered, members });
});
const isWaiting = computed(() => shown.value?.asking === null && shown.value.pace === null);
</script>

<template>
  <header class="seathead">
    <h1>{{ round?.title ?? say('round.title') }}</h1>
    <RouterLink v-if="!round?.guest" to="/">{{ say('list.back') }}</RouterLink>
  </header>
  <main class="column" :style="{ fontSize: `${round?.textSize ?? 1}em` }">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="lostAt !== null" class="lost" role="status">{{ say('round.noConnection') }}</p>
    <template v-if="round && shown">
      <p v-if="shown.ended" class="waiting">{{ say('round.ended') }}</p>
      <p v-else-if="isWaiting" class="waiting">
        {{ say('round.waiting', { teacher: round.teacher }) }}
      </p>
      <p v-if="round.team && !shown.ended" class="faded">
        {{ teamWords }}
        <template v-if="round.team.shared">{{ say('round.teamShared') }}</template>
      </p>
      <p v-if="shown.goal" class="faded">{{ say('round.goal', shown.goal) }}</p>
      <RoundAlone
        v-if="shown.pace && !shown.ended"
        :round-id="roundId"
        :round="round"
        :answers="answers"
        :now="now"
      />
      <RoundQuestion
        v-if="shown.asking"
        :key="shown.asking.id"
        :round="round"
        :asking="shown.asking"
        :answers="answers"
        :now="now"
      />
      <ShareDevice
        v-if="!shown.ended && !round.guest && !round.team?.shared"
        :round-id="roundId"
        :companion="round.companion"
        @changed="take"
      />
    </template>
  </main>
</template>

<style scoped>
.waiting {
  padding-block: 12vh;
  text-align: center;
  font-size: 1.2em;
}
.lost {
  background: var(--low-wash);
  padding: 8px 12px;
}
</style>
