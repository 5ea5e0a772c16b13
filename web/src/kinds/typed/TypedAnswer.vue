<script setup lang="ts">
import type { SittingNumeric, SittingShortText } from '@oaken/core/items';
import { computed, ref } from 'vue';
import SignKeys from '../../parts/SignKeys.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingNumeric | SittingShortText;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string] }>();

const field = ref<HTMLInputElement | null>(null);
const numeric = computed(() => props.part.kind === 'numeric');
const label = computed(() => {
  if (!numeric.value) return say('answer.yours');
  const withUnit = 'unitRequired' in props.part && props.part.unitRequired;
  return say(withUnit ? 'answer.withUnit' : 'answer.number');
});
</script>

<template>
  <label class="typed">
    <span class="hint">{{ label }}</span>
    <input
      ref="field"
      :name="name"
      :value="typeof response === 'string' ? response : ''"
      :disabled="disabled"
      :inputmode="numeric ? 'text' : undefined"
      :maxlength="numeric ? 60 : 200"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      @input="emit('answer', ($event.target as HTMLInputElement).value)"
    />
  </label>
  <SignKeys :field="field" :numeric="numeric" :disabled="disabled" />
</template>

<style scoped>
.typed {
  display: block;
  max-width: 380px;
}
.hint {
  display: block;
  color: var(--faded);
  font-size: 0.9em;
  margin-bottom: 6px;
}
input {
  width: 100%;
  min-height: 46px;
  padding: 8px 14px;
  font-size: 1.08em;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}
</style>
