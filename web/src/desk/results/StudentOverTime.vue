<script setup lang="ts">
/** One student's work on a standard from one assignment to the next, and the ratings beside it. */
import type { StandardTime } from '@oaken/contract/results';
import { computed } from 'vue';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';
import OverTimeLine from './OverTimeLine.vue';

const { times } = defineProps<{ times: readonly StandardTime[] }>();
const words = useWords();
const scored = computed(() =>
  times.flatMap((time) => (time.earned ? [{ ...time, earned: time.earned }] : [])),
);
const rated = computed(() => times.filter(({ rating }) => rating !== null));
const ratingWords = ({ title, at, rating }: StandardTime) =>
  say('results.ratedInOn', { rating: rating ?? '', title, at: words.date(at) });
</script>

<template>
  <OverTimeLine v-if="scored.length" :times="scored" />
  <p v-if="rated.length" class="small rated">
    {{ say('results.rated') }}
    <span v-for="time in rated" :key="time.assignmentId" :title="ratingWords(time)">
      <b aria-hidden="true">{{ time.rating }}</b><span class="unseen">{{ ratingWords(time) }}</span>
    </span>
  </p>
</template>

<style scoped>
.rated {
  display: flex;
  gap: 0 8px;
  margin: 0;
}
</style>
