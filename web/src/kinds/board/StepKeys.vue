<script setup lang="ts">
/** Buttons that do what the arrow keys and Space do on a drawing: for fingers, and for those who cannot aim. */
import { say } from '../../words';

export type Step = 'left' | 'right' | 'up' | 'down';
defineProps<{ steps: readonly Step[]; set: string; disabled?: boolean }>();
const emit = defineEmits<{ step: [direction: Step]; set: [] }>();

const signs: Record<Step, string> = { left: '←', right: '→', up: '↑', down: '↓' };
const names = {
  left: 'board.left',
  right: 'board.right',
  up: 'board.up',
  down: 'board.down',
} as const;
</script>

<template>
  <div class="keys" role="group" :aria-label="say('board.move')">
    <button
      v-for="step in steps"
      :key="step"
      type="button"
      :aria-label="say(names[step])"
      :disabled="disabled"
      @click="emit('step', step)"
    >
      {{ signs[step] }}
    </button>
    <button type="button" :disabled="disabled" @click="emit('set')">{{ set }}</button>
  </div>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0;
}
button {
  min-width: 44px;
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: pointer;
}
button:disabled {
  cursor: default;
  opacity: 0.5;
}
</style>
