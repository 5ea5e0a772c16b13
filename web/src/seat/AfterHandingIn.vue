<script setup lang="ts">
/** What may be seen right after handing in: the score, where the teacher shows it at once, and the way to the report. */
import type { SeatRow } from '@oaken/contract/attempts';
import { onMounted, ref } from 'vue';
import { seatCall } from '../client/seatCall';
import { say } from '../words';
import { scoreInWords } from './scoreWords';

const props = defineProps<{ assignmentId: number }>();
const row = ref<SeatRow | null>(null);
onMounted(async () => {
  // Without an answer the student's list says the same a little later.
  const answer = await seatCall('listSeat', {}).catch(() => null);
  row.value =
    answer?.assignments.find(({ assignmentId }) => assignmentId === props.assignmentId) ?? null;
});
</script>

<template>
  <template v-if="row?.canRead && row.score">
    <p class="score">{{ scoreInWords(row.score) }}</p>
    <p>
      <RouterLink class="btn" :to="`/report/${assignmentId}`">{{
        say('ending.report')
      }}</RouterLink>
    </p>
  </template>
  <p v-else-if="row" class="faded">{{ say('ending.notShownYet') }}</p>
</template>

<style scoped>
.score {
  font: 600 1.6rem var(--serif);
}
</style>
