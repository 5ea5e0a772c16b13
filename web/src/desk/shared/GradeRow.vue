<script setup lang="ts">
/** School years as a row of numerals that toggle. */
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const chosen = defineModel<number[]>({ required: true });
defineProps<{
  grades: readonly number[];
  label: string;
  /** What one of them is called: "For grade". */
  each: string;
  title?: (grade: number) => string;
  disabled?: boolean;
}>();
function toggle(grade: number): void {
  chosen.value = toggled(chosen.value, grade).sort((a, b) => a - b);
}
</script>

<template>
  <span class="grades" role="group" :aria-label="label">
    <span class="faded"
      ><slot>{{ say('common.grade') }}</slot></span
    >
    <button
      v-for="grade in grades"
      :key="grade"
      type="button"
      :aria-pressed="chosen.includes(grade)"
      :aria-label="`${each} ${grade}`"
      :title="title?.(grade)"
      :disabled="disabled"
      @click="toggle(grade)"
    >
      {{ grade }}
    </button>
  </span>
</template>

<style scoped>
.grades {
  display: flex;
  align-items: center;
  gap: 6px;
}
button {
  min-width: 32px;
  height: 32px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  font-family: var(--serif);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--oak);
  color: var(--on-oak);
  border-color: var(--oak);
}
</style>
