<script setup lang="ts">
import { present } from '@oaken/core/certain';
import type { SittingLongText } from '@oaken/core/items';
import { wordsIn } from '@oaken/core/plain';
import { computed, ref } from 'vue';
import SignKeys from '../../parts/SignKeys.vue';

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
  if (leastWords && mostWords) return `${leastWords} to ${mostWords} words`;
  if (leastWords) return `at least ${leastWords} words`;
  return mostWords ? `at most ${mostWords} words` : '';
});
const over = computed(
  () => props.part.mostWords !== undefined && words.value > props.part.mostWords,
);
</script>

<template>
  <label class="long">
    <span class="hint">Your answer{{ asked ? `: ${asked}` : '' }}</span>
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
    {{ words }} {{ words === 1 ? 'word' : 'words'
    }}{{ over ? `, ${words - present(part.mostWords, 'most words')} too many` : '' }}
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
