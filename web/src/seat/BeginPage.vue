<script setup lang="ts">
/** Before beginning: what it is, the teacher's instructions, and the word that is read out in the room. */
import type { SeatRow } from '@oaken/contract/attempts';
import { minute } from '@oaken/core/timing';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { say } from '../words';
import { limitInWords } from './limitWords';
import { practiceInWords, sittingInWords, toolsInWords } from './ruleWords';
import { lengthText, momentInWords } from './timeWords';

const session = useSession();
const router = useRouter();
const assignmentId = Number(useRoute().params.assignmentId);
const row = ref<SeatRow | null>(null);
const word = ref('');
const { wrong, busy, read, act } = useDoing();

onMounted(async () => {
  await read(async () => {
    const answer = await seatCall('listSeat', {});
    session.setClock(answer.now);
    row.value =
      answer.assignments.find((assignment) => assignment.assignmentId === assignmentId) ?? null;
    if (!row.value) wrong.value = say('begin.notOnList');
  });
});
const begins = {
  test: 'begin.test',
  'at-once': 'begin.practice',
  'at-end': 'begin.practiceAtEnd',
  none: 'begin.practiceOnly',
} as const;
async function begin(): Promise<void> {
  if (busy.value) return;
  await act(async () => {
    const body = {
      ...(word.value && { word: word.value }),
      again: (row.value?.attemptsMade ?? 0) > 0,
    };
    await seatCall('beginAttempt', { params: { assignmentId }, body });
    await router.replace(`/sit/${assignmentId}`);
  });
}
</script>

<template>
  <header class="seathead">
    <h1>{{ row?.title ?? say('begin.title') }}</h1>
    <RouterLink to="/">{{ say('list.back') }}</RouterLink>
  </header>
  <main class="column">
    <form v-if="row" @submit.prevent="begin">
      <p>
        <b>{{ say(begins[row.practice?.feedback ?? 'test']) }}</b>
        {{
          say('begin.howMuch', {
            questions: say('list.questions', { n: row.items }),
            limit: limitInWords(row),
          })
        }}
        <template v-if="row.closesAt !== null">
          {{ say('begin.closes', { time: momentInWords(row.closesAt) }) }}
        </template>
        <template v-if="row.attemptsMade > 0">
          {{ say('begin.attempt', { n: row.attemptsMade + 1 }) }}
        </template>
      </p>
      <p
        v-for="sentence in row.practice ? practiceInWords(row.offPerTry ?? 0, row.practice) : []"
        :key="sentence"
      >
        {{ sentence }}
      </p>
      <p v-for="sentence in sittingInWords(row.sitting)" :key="sentence" class="sitting">
        {{ sentence }}
      </p>
      <p v-if="row.tools.length">
        {{ say('tools.mayUse', { list: toolsInWords(row.tools) }) }}
      </p>
      <p v-if="row.instructions" class="instructions">{{ row.instructions }}</p>
      <label v-if="row.asksWord" class="field">
        <span class="label">{{ say('begin.word') }}</span>
        <input
          v-model="word"
          class="plain-input big"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          maxlength="80"
          required
        />
      </label>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <p v-if="row.limitMinutes !== null && !row.timed">
        {{ say('begin.timeStarts', { time: lengthText(row.limitMinutes * minute) }) }}
      </p>
      <button class="btn main" :disabled="busy">{{ say('list.begin') }}</button>
    </form>
    <p v-else-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </main>
</template>

<style scoped>
.sitting {
  font-weight: 600;
}
.instructions {
  white-space: pre-line;
  border-inline-start: 4px solid var(--rule-strong);
  padding-inline-start: 12px;
}
</style>
