<script setup lang="ts">
import type { SittingSurvey } from '@oaken/core/items';
import { computed } from 'vue';
import ChoiceAnswer from '../choice/ChoiceAnswer.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingSurvey;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const given = computed(() => (Array.isArray(props.response) ? (props.response as string[]) : []));
const asChoices = computed(() => ({
  id: props.part.id,
  kind: props.part.style === 'many' ? ('multiple-choice' as const) : ('single-choice' as const),
  choices: props.part.choices,
}));
const answer = (response: unknown) =>
  emit('answer', Array.isArray(response) ? (response as string[]) : [String(response)]);
</script>

<template>
  <p class="hint">{{ say('answer.noRight') }}</p>
  <label v-if="part.style === 'words'">
    <span class="unseen">{{ say('answer.yours') }}</span>
    <textarea
      :name="name"
      :rows="4"
      maxlength="5000"
      :value="given[0] ?? ''"
      :disabled="disabled"
      @input="emit('answer', [($event.target as HTMLTextAreaElement).value])"
    />
  </label>
  <ChoiceAnswer
    v-else
    :part="asChoices"
    :response="part.style === 'many' ? given : (given[0] ?? null)"
    :name="name"
    :disabled="disabled"
    :struck="[]"
    @answer="answer"
  />
</template>

<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
textarea {
  width: 100%;
  padding: 10px 14px;
  font: inherit;
  color: inherit;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}
</style>
