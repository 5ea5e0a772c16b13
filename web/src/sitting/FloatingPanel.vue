<script setup lang="ts">
/** A small window over the question: moved by its head, by mouse, touch or arrow keys; Escape closes it. */
import { useDraggable } from '@vueuse/core';
import { onMounted, ref } from 'vue';
import { say } from '../words';

const props = defineProps<{ title: string; width: number }>();
const emit = defineEmits<{ close: [] }>();
const panel = ref<HTMLElement>();
const head = ref<HTMLElement>();
/** So much of it stays on the screen wherever it is moved. */
const kept = 60;
const step = 20;
const inside = (value: number, limit: number) => Math.max(0, Math.min(limit - kept, value));
const { x, y, isDragging } = useDraggable(panel, {
  handle: head,
  initialValue: { x: Math.max(8, innerWidth - props.width - 28), y: 76 },
  preventDefault: true,
  onMove: (position) => {
    position.x = inside(position.x, innerWidth);
    position.y = inside(position.y, innerHeight);
  },
});
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-step, 0],
  ArrowRight: [step, 0],
  ArrowUp: [0, -step],
  ArrowDown: [0, step],
};
function moveByKey(event: KeyboardEvent): void {
  const by = steps[event.key];
  if (!by) return;
  event.preventDefault();
  x.value = inside(x.value + by[0], innerWidth);
  y.value = inside(y.value + by[1], innerHeight);
}
onMounted(() => panel.value?.querySelector<HTMLElement>('[data-first]')?.focus());
</script>

<template>
  <section
    ref="panel"
    class="panel"
    role="dialog"
    :aria-label="title"
    :class="{ moving: isDragging }"
    :style="{ left: `${x}px`, top: `${y}px`, width: `${width}px` }"
    @keydown.esc="emit('close')"
  >
    <header>
      <div
        ref="head"
        class="handle"
        tabindex="0"
        role="group"
        :aria-label="say('tools.move', { name: title })"
        @keydown="moveByKey"
      >
        {{ title }}
      </div>
      <button type="button" class="word" @click="emit('close')">{{ say('tools.close') }}</button>
    </header>
    <slot />
  </section>
</template>

<style scoped>
.panel {
  position: fixed;
  z-index: 20;
  max-width: calc(100vw - 16px);
  max-height: calc(100dvh - 16px);
  overflow: auto;
  background: var(--paper);
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  box-shadow: 0 6px 24px rgb(0 0 0 / 22%);
  font-size: 1rem;
}
header {
  display: flex;
  align-items: stretch;
  border-bottom: 3px double var(--rule-strong);
}
.handle {
  flex: 1;
  display: flex;
  align-items: center;
  min-height: 44px;
  padding-inline: 14px;
  font-weight: 650;
  cursor: grab;
  touch-action: none;
}
.moving .handle {
  cursor: grabbing;
}
header .word {
  min-width: 60px;
  min-height: 44px;
  padding-inline: 14px;
}
/* Beside a finger there is no room to move it about: it lies at the foot, above the way through. */
@media (max-width: 600px) {
  .panel {
    inset: auto 8px 8px !important;
    width: auto !important;
    max-height: 70dvh;
  }
  .handle {
    cursor: default;
  }
}
</style>
