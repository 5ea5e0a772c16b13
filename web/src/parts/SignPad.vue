<script setup lang="ts">
import { computed } from 'vue';

const props = defineProps<{ numeric: boolean; disabled: boolean }>();
const emit = defineEmits<{ write: [sign: string] }>();

/** For a number only what is read as part of one. */
const forNumbers: [name: string, signs: string][] = [
  ['Numbers', '− / % ° × ·'],
  ['Fractions', '½ ⅓ ⅔ ¼ ¾ ⅕ ⅖ ⅗ ⅘ ⅙ ⅛'],
  ['Raised', '⁰ ¹ ² ³ ⁴ ⁵ ⁶ ⁷ ⁸ ⁹ ⁻'],
];
const forText: [name: string, signs: string][] = [
  ['Numbers', '+ − × ÷ · / = ≠ < > ≤ ≥ ≈ ± √ π ∞ % °'],
  ['Fractions', '½ ⅓ ⅔ ¼ ¾ ⅕ ⅖ ⅗ ⅘ ⅙ ⅛'],
  ['Raised', '⁰ ¹ ² ³ ⁴ ⁵ ⁶ ⁷ ⁸ ⁹ ⁺ ⁻ ⁿ'],
  ['Lowered', '₀ ₁ ₂ ₃ ₄ ₅ ₆ ₇ ₈ ₉'],
  ['Letters', 'α β γ δ θ λ μ ρ σ φ ω Δ Σ Ω'],
  ['Others', '→ ⇌ ∠ ⊥ ∥ △ € £ é è ê à ç ñ ö ü ä ß'],
];
const groups = computed(() => (props.numeric ? forNumbers : forText));
const raised: Record<string, string> = { '⁺': 'raised plus', '⁻': 'raised minus', ⁿ: 'raised n' };
const names: Record<string, string> = {
  '−': 'minus',
  '/': 'fraction line',
  '×': 'times',
  '÷': 'divided by',
  '·': 'dot',
  '√': 'root',
  '≠': 'not equal',
  '≤': 'at most',
  '≥': 'at least',
  '≈': 'about',
  '±': 'plus or minus',
  ...raised,
};
const nameOf = (sign: string, group: string) => {
  const index = '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(sign);
  if (index >= 0) return `${sign} raised ${index}`;
  const low = '₀₁₂₃₄₅₆₇₈₉'.indexOf(sign);
  return low >= 0
    ? `${sign} lowered ${low}`
    : `${sign} ${names[sign] ?? (group === 'Fractions' ? 'fraction' : '')}`.trim();
};
</script>

<template>
  <div class="pad" role="group" aria-label="Signs">
    <div v-for="[name, signs] in groups" :key="name" class="line">
      <span class="faded small name">{{ name }}</span>
      <!-- Pressed without taking the cursor out of the field. -->
      <button
        v-for="sign in signs.split(' ')"
        :key="sign"
        type="button"
        :disabled="disabled"
        :aria-label="nameOf(sign, name)"
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
