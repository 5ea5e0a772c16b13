<script setup lang="ts">
/** Where a student's answer is: saved, on its way, kept on this device, or not taken. */
import { computed } from 'vue';
import { answerInWords } from './roundWords';
import type { RoundAnswer } from './useRoundAnswers';

const props = defineProps<{
  answer: RoundAnswer;
  /** What is said where nothing can be answered now; empty where it can. */
  closed: string;
}>();
const words = computed(() => {
  if (props.answer.state === 'refused') return props.answer.wrong;
  return props.closed || answerInWords(props.answer.state);
});
</script>

<template>
  <p class="state" :class="answer.state" role="status">{{ words }}</p>
</template>

<style scoped>
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
</style>
