<script setup lang="ts">
/** Mathematics, typed as a line or entered as it looks; below stands how it is read. */
import type { SittingExpression } from '@oaken/core/items';
import { computed, defineAsyncComponent, ref } from 'vue';
import SignKeys from '../../parts/SignKeys.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingExpression;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string] }>();

// Both are larger than the rest of the page: they come when somebody writes.
const ReadAs = defineAsyncComponent(() => import('./ReadAs.vue'));
const FormulaField = defineAsyncComponent(() => import('./FormulaField.vue'));

const field = ref<HTMLInputElement | null>(null);
const isDrawn = ref(false);
const line = computed(() => (typeof props.response === 'string' ? props.response : ''));
const label = computed(() => {
  const yours = say(props.part.hasUnit ? 'answer.withUnit' : 'answer.yours');
  return props.part.form === 'any' ? yours : `${yours}, ${say(`formula.forms.${props.part.form}`)}`;
});
</script>

<template>
  <label v-if="!isDrawn" class="typed">
    <span class="hint">{{ label }}</span>
    <input
      ref="field"
      :name="name"
      :value="line"
      :disabled="disabled"
      maxlength="200"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      @input="emit('answer', ($event.target as HTMLInputElement).value)"
    />
  </label>
  <template v-else>
    <p class="hint">{{ label }}</p>
    <FormulaField
      :line="line"
      :has-unit="part.hasUnit"
      :disabled="disabled"
      @write="emit('answer', $event.slice(0, 200))"
    />
  </template>
  <div class="ways">
    <button type="button" class="word small" :disabled="disabled" @click="isDrawn = !isDrawn">
      {{ say(isDrawn ? 'formula.typeIt' : 'formula.drawIt') }}
    </button>
    <SignKeys v-if="!isDrawn" :field="field" :disabled="disabled" />
  </div>
  <ReadAs v-if="line.trim() !== ''" :line="line" :has-unit="part.hasUnit" />
</template>

<style scoped>
.typed {
  display: block;
  max-width: 480px;
}
.hint {
  display: block;
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
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
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
</style>
