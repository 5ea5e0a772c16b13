<script setup lang="ts">
import type { SittingLongText } from '@oaken/core/items';
import { wordsIn } from '@oaken/core/plain';
import { computed, ref } from 'vue';
import SignKeys from '../../parts/SignKeys.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingLongText;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string] }>();

const field = ref<HTMLTextAreaElement | null>(null);
const text = computed(() => (typeof props.response === 'string' ? props.response : ''));
const words = computed(() => wordsIn(text.value));
const asked = computed(() => {
  const { leastWords, mostWords } = props.part;
  if (leastWords && mostWords) return say('answer.wordsFromTo', { from: leastWords, n: mostWords });
  if (leastWords) return say('answer.wordsAtLeast', { n: leastWords });
  return mostWords ? say('answer.wordsAtMost', { n: mostWords }) : '';
});
const countWords = computed(() => {
  const count = say('answer.words', { n: words.value });
  const { mostWords } = props.part;
  return mostWords !== undefined && words.value > mostWords
    ? say('answer.wordsTooMany', { words: count, over: words.value - mostWords })
    : count;
});
const over = computed(
  () => props.part.mostWords !== undefined && words.value > props.part.mostWords,
);
</script>

<template>
  <label class="long">
    <span class="hint">{{
      asked ? say('answer.asked', { words: asked }) : say('answer.yours')
    }}</span>
    <textarea
      ref="field"
      :name="name"
      :value="text"
      :rows="part.lines"
      :disabled="disabled"
      maxlength="30000"
      @input="emit('answer', ($event.target as HTMLTextAreaElement).value)"
    />
  </label>
  <p class="hint" :class="{ over }">
    {{ countWords }}
  </p>
  <SignKeys :field="field" :disabled="disabled" />
</template>

<style scoped>
.long {
  display: block;
}
.hint {
  display: block;
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.over {
  color: var(--low);
}
textarea {
  width: 100%;
  padding: 10px 14px;
  font: inherit;
  line-height: 1.6;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: inherit;
  resize: vertical;
}
</style>
