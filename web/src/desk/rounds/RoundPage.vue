<script setup lang="ts">
/** Leading a round: the question as the class has it with its steps, and beside it who has answered and how. */
import { endOfPace } from '@oaken/core/rounds';
import { lengthInWords } from '@oaken/core/timing';
import { useLocalStorage, useMediaQuery } from '@vueuse/core';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, ref, useTemplateRef } from 'vue';
import { useRoute } from 'vue-router';
import ItemView from '../../kinds/ItemView.vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PassageView from '../../parts/PassageView.vue';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import AloudDialog, { type Aloud } from './AloudDialog.vue';
import RoundAfter from './RoundAfter.vue';
import RoundAnswers from './RoundAnswers.vue';
import RoundClass from './RoundClass.vue';
import RoundEntries from './RoundEntries.vue';
import RoundHead from './RoundHead.vue';
import RoundPace from './RoundPace.vue';
import RoundSteps from './RoundSteps.vue';
import type { RoundStep } from './roundSteps';
import { useRound } from './useRound';

const route = useRoute();
const roundId = Number(route.params.roundId);
const words = useWords();
const desk = useRound(roundId);
const { round, wrong, busy, lostAt, now, lead, here, answered } = desk;

const asking = computed(() => round.value?.asking ?? null);
const left = computed(() => {
  const { pace = null } = round.value ?? {};
  const current = asking.value;
  if (pace) {
    const end = pace.step === 'running' ? endOfPace(pace, 1) : null;
    return end === null ? null : Math.max(0, end - now.value);
  }
  if (current?.step !== 'open' || current.limit === null || current.openedAt === null) return null;
  return Math.max(0, current.openedAt + current.limit - now.value);
});
const hasAnswers = computed(() => asking.value !== null && asking.value.step !== 'reading');
/** On a phone the answers stand under the verbs, where the thumb is. */
const narrow = useMediaQuery('(max-width: 900px)');
/** Whether right and wrong are shown; off at first, for the page may be on the wall. */
const marks = useLocalStorage('oaken-round-marks', false);
const aloud = ref(route.query.aloud !== undefined);
const steps = useTemplateRef('steps');

async function take({ command }: RoundStep): Promise<void> {
  if (command.do === 'finish') {
    const sure = await ElMessageBox.confirm(say('rounds.finishWords'), say('rounds.finishTitle'), {
      confirmButtonText: say('rounds.finish'),
      cancelButtonText: say('common.cancel'),
    }).catch(() => false);
    if (!sure) return;
  }
  await lead(command);
}
async function askAloud(question: Aloud): Promise<void> {
  const opening = steps.value?.opening() ?? { limit: null, untilAll: false };
  if (await desk.add({ what: 'aloud', ...question, ...opening })) aloud.value = false;
}
const waitingWords = computed(() =>
  round.value?.entries.length
    ? say('rounds.waitingForFirstWords')
    : say('rounds.waitingForAloudWords'),
);
const paceWords = computed(() => {
  switch (round.value?.pace?.step) {
    case 'ready':
      return say('rounds.readyWords');
    case 'stopped':
      return say('rounds.stopped');
    case 'over':
      return say('rounds.over');
    default:
      return '';
  }
});
</script>

<template>
  <RoundHead :round="round" :busy="busy" :lead="lead" />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <p v-if="lostAt !== null && round" class="lost inset" role="status">
    {{ say('rounds.lost', { time: words.time(lostAt) }) }}
  </p>
  <LoadingLines v-if="!round && !wrong" :rows="8" />
  <FacingPages
    v-if="round"
    name="round"
    :left="say('rounds.questions')"
    :right="say('rounds.class')"
    :start="54"
  >
    <template #left>
      <div class="inset">
        <RoundAfter v-if="round.ended" :round="round" @changed="desk.read" />
        <RoundSteps
          v-else
          ref="steps"
          :round="round"
          :busy="busy"
          @step="take"
          @aloud="aloud = true"
        />
        <p v-if="paceWords && !round.ended" role="status">{{ paceWords }}</p>
        <RoundAnswers
          v-if="asking && hasAnswers && narrow"
          :round="round"
          :asking="asking"
          :marks="marks"
          :desk="desk"
        />
        <template v-if="asking && !round.ended">
          <PassageView v-if="asking.passage" :passage="asking.passage" class="passage" />
          <ItemView
            :key="asking.id"
            :item="asking.item"
            :responses="{}"
            :name="asking.id"
            :letters="round.strips ? asking.stripLetters : []"
            disabled
          />
        </template>
        <EmptyNote v-else-if="!round.ended && !round.pace" :title="say('rounds.waitingForFirst')">{{
          waitingWords
        }}</EmptyNote>
        <RoundEntries
          :round="round"
          :busy="busy"
          @read="lead({ do: 'read', entry: $event, choicesHidden: true })"
        />
      </div>
    </template>
    <template #right>
      <div class="inset">
        <RoundAnswers
          v-if="asking && hasAnswers && !narrow"
          :round="round"
          :asking="asking"
          :marks="marks"
          :desk="desk"
        />
        <RoundPace v-if="round.pace" v-model:marks="marks" :round="round" />
        <RoundClass v-model:marks="marks" :round="round" :busy="busy" :lead="lead" />
      </div>
    </template>
  </FacingPages>
  <FootingLine v-if="round && !round.ended" :label="say('rounds.class')">
    <span
      ><b>{{ say('rounds.answeredOf', { answered, here }) }}</b></span
    >
    <span v-if="round.goal"
      ><b>{{ say('rounds.goalNow', round.goal) }}</b></span
    >
    <span v-if="left !== null"
      ><b>{{ lengthInWords(left) }}</b></span
    >
    <span class="faded">{{ say('rounds.classCode', { code: round.code }) }}</span>
  </FootingLine>
  <AloudDialog v-model="aloud" :busy="busy" @ask="askAloud" />
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.lost {
  background: var(--low-wash);
  margin: 0;
}
.passage {
  max-height: 40vh;
  overflow: auto;
  margin-bottom: 16px;
  padding-inline-end: 8px;
  border-bottom: var(--line);
}
@media (max-width: 600px) {
  .inset {
    padding: 10px 14px;
  }
}
</style>
