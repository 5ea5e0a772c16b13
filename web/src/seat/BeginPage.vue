<script setup lang="ts">
/** Before beginning: what it is, the teacher's instructions, and the word that is read out in the room. */
import type { SeatRow } from '@oaken/contract/attempts';
import { practiceInWords } from '@oaken/core/assignments';
import { inWords as timeInWords } from '@oaken/core/timing';
import { onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../client/useDoing';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { limitWords } from './limitWords';

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
    if (!row.value) wrong.value = 'This is not on your list.';
  });
});
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
const time = (moment: number) => timeInWords(moment, session.school.zone, session.now());
</script>

<template>
  <header class="seathead">
    <h1>{{ row?.title ?? 'Before you begin' }}</h1>
    <RouterLink to="/">Back to my work</RouterLink>
  </header>
  <main class="column">
    <form v-if="row" @submit.prevent="begin">
      <p>
        <b>{{
          row.offPerTry === null
            ? 'Test, without help.'
            : 'Practice: check your answers and try again.'
        }}</b>
        {{ row.items }} {{ row.items === 1 ? 'question' : 'questions' }}, {{ limitWords(row)
        }}{{ row.limitMinutes !== null && !row.timed ? ' to work' : '' }}.
        <template v-if="row.closesAt !== null">It closes {{ time(row.closesAt) }}.</template>
        <template v-if="row.attemptsMade > 0">
          This is attempt {{ row.attemptsMade + 1 }}.</template
        >
      </p>
      <p
        v-for="sentence in row.offPerTry === null ? [] : practiceInWords(row.offPerTry)"
        :key="sentence"
      >
        {{ sentence }}
      </p>
      <p v-for="sentence in row.sitting" :key="sentence" class="sitting">{{ sentence }}</p>
      <p v-if="row.instructions" class="instructions">{{ row.instructions }}</p>
      <label v-if="row.asksWord" class="field">
        <span class="label">The word that your teacher reads out</span>
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
      <button class="btn main" :disabled="busy">Begin</button>
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
  border-left: 4px solid var(--rule-strong);
  padding-left: 12px;
}
</style>
