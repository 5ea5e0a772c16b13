<script setup lang="ts">
import type { MessageKey } from '@oaken/words';
import { computed } from 'vue';
import { say } from '../words';

const props = defineProps<{ numeric: boolean; disabled: boolean }>();
const emit = defineEmits<{ write: [sign: string] }>();

type Group = 'numbers' | 'fractions' | 'raised' | 'lowered' | 'letters' | 'others';
/** For a number only what is read as part of one. */
const forNumbers: [group: Group, signs: string][] = [
  ['numbers', '− / % ° × ·'],
  ['fractions', '½ ⅓ ⅔ ¼ ¾ ⅕ ⅖ ⅗ ⅘ ⅙ ⅛'],
  ['raised', '⁰ ¹ ² ³ ⁴ ⁵ ⁶ ⁷ ⁸ ⁹ ⁻'],
];
const forText: [group: Group, signs: string][] = [
  ['numbers', '+ − × ÷ · / = ≠ < > ≤ ≥ ≈ ± √ π ∞ % °'],
  ['fractions', '½ ⅓ ⅔ ¼ ¾ ⅕ ⅖ ⅗ ⅘ ⅙ ⅛'],
  ['raised', '⁰ ¹ ² ³ ⁴ ⁵ ⁶ ⁷ ⁸ ⁹ ⁺ ⁻ ⁿ'],
  ['lowered', '₀ ₁ ₂ ₃ ₄ ₅ ₆ ₇ ₈ ₉'],
  ['letters', 'α β γ δ θ λ μ ρ σ φ ω Δ Σ Ω'],
  ['others', '→ ⇌ ∠ ⊥ ∥ △ € £ é è ê à ç ñ ö ü ä ß'],
];
const groups = computed(() => (props.numeric ? forNumbers : forText));
/** Signs that a screen reader would leave out or say wrongly. */
const names: Record<string, MessageKey> = {
  '−': 'signs.names.minus',
  '/': 'signs.names.fractionLine',
  '×': 'signs.names.times',
  '÷': 'signs.names.dividedBy',
  '·': 'signs.names.dot',
  '√': 'signs.names.root',
  '≠': 'signs.names.notEqual',
  '≤': 'signs.names.atMost',
  '≥': 'signs.names.atLeast',
  '≈': 'signs.names.about',
  '±': 'signs.names.plusMinus',
  '⁺': 'signs.names.raisedPlus',
  '⁻': 'signs.names.raisedMinus',
  ⁿ: 'signs.names.raisedN',
};
function nameOf(sign: string, group: Group): string {
  const raised = '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(sign);
  if (raised >= 0) return say('signs.raisedDigit', { sign, digit: raised });
  const lowered = '₀₁₂₃₄₅₆₇₈₉'.indexOf(sign);
  if (lowered >= 0) return say('signs.loweredDigit', { sign, digit: lowered });
  const key = names[sign] ?? (group === 'fractions' ? 'signs.names.fraction' : null);
  return key === null ? sign : say('signs.named', { sign, name: say(key) });
}
</script>

<template>
  <div class="pad" role="group" :aria-label="say('signs.label')">
    <div v-for="[group, signs] in groups" :key="group" class="line">
      <span class="faded small name">{{ say(`signs.${group}`) }}</span>
      <!-- Pressed without taking the cursor out of the field. -->
      <button
        v-for="sign in signs.split(' ')"
        :key="sign"
        type="button"
        :disabled="disabled"
        :aria-label="nameOf(sign, group)"
        @mousedown.prevent
        @click="emit('write', sign)"
      >
        {{ sign }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.pad {
  border: var(--line);
  border-radius: var(--corner);
  background: var(--paper);
  padding: 6px 8px;
  margin-top: 4px;
  max-width: 640px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  padding: 3px 0;
}
.name {
  width: 76px;
}
button {
  min-width: 38px;
  min-height: 38px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: inherit;
  font: inherit;
  cursor: pointer;
}
button:hover:not(:disabled) {
  background: var(--wash);
}
</style>
