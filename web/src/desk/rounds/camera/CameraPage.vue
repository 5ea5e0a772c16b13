<script setup lang="ts">
/** A phone that reads the strips of a class and takes the round's steps; no picture leaves it. */
import { answersIn, emptyTally, nextFrame, type SeenCode } from '@oaken/core/capture';
import { plainText } from '@oaken/core/plain';
import { useWakeLock } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import SelectField from '../../../parts/SelectField.vue';
import PageHead from '../../shared/PageHead.vue';
import { useWords } from '../../shared/words';
import { say } from '../../../words/teacher';
import RoundSteps from '../RoundSteps.vue';
import { useRound } from '../useRound';
import CameraView from './CameraView.vue';
import NumbersRead from './NumbersRead.vue';
import CameraTrouble from '../../camera/CameraTrouble.vue';
import { useCamera } from '../../camera/useCamera';
import { useUnsentStrips } from './useUnsentStrips';

const router = useRouter();
const roundId = Number(useRoute().params.roundId);
const words = useWords();
const { round, wrong, busy, lostAt, lead } = useRound(roundId);
const { stream, trouble, cameras, cameraId, open } = useCamera();
const wakeLock = useWakeLock();
watch(stream, (now) => now && void wakeLock.request('screen').catch(() => undefined));

const asking = computed(() => round.value?.asking ?? null);
const isOpen = computed(() => asking.value?.step === 'open');
const canAnswer = computed(() => (asking.value?.stripLetters.length ?? 0) > 0);

/** What was read for the present asking, and what of it was handed on. */
const tally = shallowRef(emptyTally);
const handedOn = shallowRef(answersIn(emptyTally));
const notOffered = ref<number[]>([]);
const unknown = ref<number[]>([]);
watch(
  () => asking.value?.id,
  () => {
    tally.value = emptyTally;
    handedOn.value = new Map();
    notOffered.value = [];
    unknown.value = [];
  },
);
const {
  unsent,
  wrong: refused,
  add,
} = useUnsentStrips(roundId, (taken) => {
  notOffered.value = others(notOffered.value, taken.counted).concat(taken.notOffered);
  unknown.value = others(unknown.value, taken.unknown).concat(taken.unknown);
});
const others = (numbers: readonly number[], taken: readonly number[]) =>
  numbers.filter((number) => !taken.includes(number));

function look(seen: SeenCode[]): void {
  const current = asking.value;
  if (!current || !isOpen.value || !canAnswer.value) return;
  tally.value = nextFrame(tally.value, seen);
  const answers = answersIn(tally.value);
  const fresh = [...answers].filter(([number, letter]) => handedOn.value.get(number) !== letter);
  if (fresh.length === 0) return;
  handedOn.value = answers;
  add(current.id, fresh);
}

// The projector and the desk show numbers and letters from now on.
watch(round, (desk) => {
  if (desk && !desk.strips && !desk.ended && !desk.pace && !busy.value)
    void lead({ do: 'use-strips', strips: true });
});

const numbers = computed(() =>
  (round.value?.students ?? []).flatMap(({ rosterNumber, name, answered }) =>
    rosterNumber === null
      ? []
      : [{ number: rosterNumber, name, read: answered || handedOn.value.has(rosterNumber) }],
  ),
);
const missing = computed(() => numbers.value.filter(({ read }) => !read));
/** Who is in needs no name any more. */
const inside = computed(() =>
  numbers.value.filter(({ read }) => read).map(({ number, read }) => ({ number, read })),
);
const counted = computed(() => ({ n: inside.value.length, all: numbers.value.length }));
const state = computed(() => {
  const desk = round.value;
  if (!desk) return '';
  if (desk.ended) return say('rounds.ended');
  if (desk.pace) return say('rounds.stripsNeedLeading');
  if (!asking.value) return say('rounds.stripsWait');
  if (!canAnswer.value) return say('rounds.stripsCannotAnswer');
  return isOpen.value ? say('rounds.stripsRead', counted.value) : say('rounds.stripsNotOpen');
});
const question = computed(() => plainText(asking.value?.item.stem ?? ''));
const toRound = (query = {}) => router.push({ path: `/rounds/${roundId}`, query });
</script>

<template>
  <PageHead :title="say('rounds.strips')" :where="round?.className ?? ''">
    <RouterLink :to="`/rounds/${roundId}`">{{ say('rounds.toRound') }}</RouterLink>
  </PageHead>
  <div class="page">
    <CameraView v-if="stream" :stream="stream" @picture="look" />
    <div v-else class="inset"><CameraTrouble :trouble="trouble" @again="open()" /></div>
    <div class="inset">
      <p class="faded small">
        {{ say('rounds.noPictureKept') }}
        <SelectField
          v-if="cameras.length > 1"
          :model-value="cameraId"
          class="auto"
          :aria-label="say('rounds.camera')"
          @update:model-value="open"
          ><ElOption v-for="{ id, name } in cameras" :key="id" :value="id" :label="name"
        /></SelectField>
      </p>
      <p v-if="question" class="question">{{ question }}</p>
      <p class="state" role="status">
        <b>{{ state }}</b>
      </p>
      <p v-if="wrong || refused" class="wrong" role="alert">{{ wrong || refused }}</p>
      <p v-if="unsent.length > 0" role="status" class="lost">
        {{ say('rounds.stripsUnsent', { n: unsent.length }) }}
      </p>
      <p v-else-if="lostAt !== null" role="status" class="lost">
        {{ say('rounds.lost', { time: words.time(lostAt) }) }}
      </p>
      <p v-if="notOffered.length > 0" role="status">
        {{ say('rounds.stripsNotOffered', { numbers: notOffered.join(', ') }) }}
      </p>
      <p v-if="unknown.length > 0" role="status">
        {{ say('rounds.stripsUnknown', { numbers: unknown.join(', ') }) }}
      </p>
      <RoundSteps
        v-if="round && !round.ended"
        :round="round"
        :busy="busy"
        @step="lead($event.command)"
        @aloud="toRound({ aloud: '' })"
      />
      <template v-if="asking && canAnswer && asking.step !== 'reading'">
        <h2 v-if="missing.length > 0">{{ say('rounds.stripsMissing') }}</h2>
        <NumbersRead :numbers="missing" :read-word="say('rounds.answered')" />
        <h2 v-if="inside.length > 0">{{ say('rounds.stripsIn') }}</h2>
        <NumbersRead :numbers="inside" :read-word="say('rounds.answered')" />
      </template>
    </div>
  </div>
</template>

<style scoped>
.page {
  max-width: 900px;
}
.inset {
  padding: 10px 24px;
}
.question {
  max-height: 3em;
  overflow: auto;
}
.state {
  font-size: 1.2em;
}
h2 {
  margin: 14px 0 6px;
  font-size: 1rem;
}
.lost {
  background: var(--low-wash);
  padding: 6px 10px;
}
@media (max-width: 600px) {
  .inset {
    padding: 8px 14px;
  }
}
</style>
