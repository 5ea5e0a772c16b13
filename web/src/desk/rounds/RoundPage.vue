<script setup lang="ts">
/** Leading a round: the question as the class has it with its steps, and beside it who has answered and how. */
import { lengthInWords } from '@oaken/core/timing';
import { useLocalStorage, useMediaQuery } from '@vueuse/core';
import { ElMessageBox } from 'element-plus/es/components/message-box/index.mjs';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import FacingPages from '../shared/FacingPages.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import PageHead from '../shared/PageHead.vue';
import { useWords } from '../shared/words';
import ItemView from '../../kinds/ItemView.vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';
import RoundAnswers from './RoundAnswers.vue';
import RoundClass from './RoundClass.vue';
import { stepsFrom } from './roundSteps';
import { useRound } from './useRound';

const roundId = Number(useRoute().params.roundId);
const words = useWords();
const { round, wrong, busy, lostAt, now, lead, here, answered } = useRound(roundId);

const limits = [null, 30_000, 60_000, 120_000, 300_000];
const limit = ref<number | null>(null);
const untilAll = ref(false);
const limitWords = (length: number | null) =>
  length === null ? say('rounds.noLimit') : lengthInWords(length);
const steps = computed(() =>
  round.value ? stepsFrom(round.value, { limit: limit.value, untilAll: untilAll.value }) : [],
);
const asking = computed(() => round.value?.asking ?? null);
const mayRead = computed(() => asking.value?.step !== 'open' && !round.value?.ended);
const left = computed(() => {
  const current = asking.value;
  if (current?.step !== 'open' || current.limit === null || current.openedAt === null) return null;
  return Math.max(0, current.openedAt + current.limit - now.value);
});
const hasAnswers = computed(() => asking.value !== null && asking.value.step !== 'reading');
/** On a phone the answers stand under the verbs, where the thumb is. */
const narrow = useMediaQuery('(max-width: 900px)');
/** Whether right and wrong are shown; off at first, for the page may be on the wall. */
const marks = useLocalStorage('oaken-round-marks', false);
const project = () => window.open(`/rounds/${roundId}/screen`, `oaken-screen-${roundId}`);

async function end(): Promise<void> {
  const sure = await ElMessageBox.confirm(
    say('rounds.endWords', { name: round.value?.className ?? '' }),
    say('rounds.endTitle'),
    { confirmButtonText: say('rounds.end'), cancelButtonText: say('common.cancel') },
  ).catch(() => false);
  if (sure) await lead({ do: 'end' });
}
</script>

<template>
  <PageHead
    :title="round?.title ?? say('rounds.title')"
    :where="round ? say('rounds.leading', { name: round.className }) : say('rounds.title')"
  >
    <RouterLink v-if="round?.assignmentId" :to="`/results/${round.assignmentId}`">{{
      say('common.results')
    }}</RouterLink>
    <template v-if="round && !round.ended">
      <ElButton @click="lead({ do: 'freeze', frozen: !round.frozen })">{{
        round.frozen ? say('rounds.unfreeze') : say('rounds.freeze')
      }}</ElButton>
      <ElButton @click="project">{{ say('rounds.projector') }}</ElButton>
      <ElButton @click="end">{{ say('rounds.end') }}</ElButton>
    </template>
  </PageHead>
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
        <EmptyNote v-if="round.ended" :title="say('rounds.ended')">
          <RouterLink v-if="round.assignmentId" :to="`/results/${round.assignmentId}`">{{
            say('rounds.results')
          }}</RouterLink>
          <template v-else>{{ say('rounds.nobodyAnswered') }}</template>
        </EmptyNote>
        <div v-else class="steps" role="group" :aria-label="say('rounds.steps')">
          <ElButton
            v-for="step in steps"
            :key="step.id"
            :type="step.main ? 'primary' : 'default'"
            size="large"
            :disabled="busy"
            @click="lead(step.command)"
            >{{ step.words }}</ElButton
          >
          <span v-if="asking?.step !== 'open'" class="opening">
            {{ say('rounds.openFor') }}
            <SelectField v-model="limit" class="auto" :aria-label="say('rounds.openFor')"
              ><ElOption
                v-for="length in limits"
                :key="String(length)"
                :value="length"
                :label="limitWords(length)"
            /></SelectField>
            <ElCheckbox v-model="untilAll">{{ say('rounds.untilAll') }}</ElCheckbox>
          </span>
        </div>
        <RoundAnswers v-if="asking && hasAnswers && narrow" :asking="asking" :marks="marks" />
        <ItemView
          v-if="asking"
          :key="asking.id"
          :item="asking.item"
          :responses="{}"
          :name="asking.id"
          disabled
        />
        <EmptyNote v-else-if="!round.ended" :title="say('rounds.waitingForFirst')">{{
          say('rounds.waitingForFirstWords')
        }}</EmptyNote>
        <h2 class="gap">{{ say('rounds.questions') }}</h2>
        <ol class="entries">
          <li
            v-for="entry in round.entries"
            :key="entry.id"
            :class="{ here: entry.id === asking?.entry }"
          >
            <span class="number">{{ entry.number }}</span>
            <span class="stem">{{ entry.stem }}</span>
            <span v-if="entry.asked && entry.id !== asking?.entry" class="faded small">{{
              say('rounds.askedMark')
            }}</span>
            <ElButton
              v-else-if="mayRead && entry.id !== asking?.entry"
              link
              class="word small"
              :disabled="busy"
              :aria-label="say('rounds.readHiddenOf', { n: entry.number })"
              @click="lead({ do: 'read', entry: entry.id, choicesHidden: true })"
              >{{ say('rounds.readHidden') }}</ElButton
            >
          </li>
        </ol>
      </div>
    </template>
    <template #right>
      <div class="inset">
        <RoundAnswers v-if="asking && hasAnswers && !narrow" :asking="asking" :marks="marks" />
        <RoundClass v-model:marks="marks" :students="round.students" />
      </div>
    </template>
  </FacingPages>
  <FootingLine v-if="round && !round.ended" :label="say('rounds.class')">
    <span
      ><b>{{ say('rounds.answeredOf', { answered, here }) }}</b></span
    >
    <span v-if="left !== null"
      ><b>{{ lengthInWords(left) }}</b></span
    >
    <span class="faded">{{ say('rounds.classCode', { code: round.code }) }}</span>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 14px 24px;
}
.lost {
  background: var(--low-wash);
  margin: 0;
}
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-bottom: 16px;
}
.steps .el-button + .el-button {
  margin-inline-start: 0;
}
.opening {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.opening :deep(.select-field) {
  width: 150px;
}
.gap {
  margin-top: 26px;
}
.entries {
  list-style: none;
  margin: 0;
  padding: 0;
}
.entries li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 8px 6px;
  border-bottom: var(--line);
}
.entries .here {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.number {
  font-weight: 650;
  min-width: 22px;
}
.stem {
  flex: 1;
  min-width: 0;
}
@media (max-width: 600px) {
  .inset {
    padding: 10px 14px;
  }
  .steps .el-button {
    flex: 1 1 100%;
    min-height: 56px;
    font-size: 1.1rem;
  }
}
</style>
