<script setup lang="ts">
/** Covers all but a few lines. It follows the mouse; its handle is dragged by touch and moved by the arrow keys. */
import { present } from '@oaken/core/certain';
import { onMounted, onUnmounted, ref } from 'vue';
import { say } from '../words';

const area = ref<HTMLElement>();
/** The middle of what is left open, as a share of the height. */
const place = ref(0.3);
const clamp = (value: number) => Math.min(1, Math.max(0, value));
function follow({ clientY }: PointerEvent): void {
  const box = present(area.value, 'area').getBoundingClientRect();
  if (clientY >= box.top && clientY <= box.bottom)
    place.value = clamp((clientY - box.top) / box.height);
}
const withMouse = (event: PointerEvent) => event.pointerType === 'mouse' && follow(event);
onMounted(() => addEventListener('pointermove', withMouse));
onUnmounted(() => removeEventListener('pointermove', withMouse));

const steps: Record<string, number> = {
  ArrowDown: 0.03,
  ArrowUp: -0.03,
  PageDown: 0.2,
  PageUp: -0.2,
  Home: -1,
  End: 1,
};
function step(event: KeyboardEvent): void {
  const by = steps[event.key];
  if (by === undefined) return;
  event.preventDefault();
  place.value = clamp(place.value + by);
}
function grab(event: PointerEvent): void {
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  follow(event);
}
const drag = (event: PointerEvent) =>
  (event.currentTarget as HTMLElement).hasPointerCapture(event.pointerId) && follow(event);
</script>

<template>
  <div ref="area" class="guide">
    <div class="cover" :style="{ height: `calc(${place * 100}% - 2.6em)` }" />
    <button
      class="handle"
      role="slider"
      :aria-label="say('display.guide')"
      aria-orientation="vertical"
      :aria-valuenow="Math.round(place * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      :style="{ top: `calc(${place * 100}% - 22px)` }"
      @keydown="step"
      @pointerdown="grab"
      @pointermove="drag"
    >
      ⇕
    </button>
    <div class="cover under" :style="{ height: `calc(${(1 - place) * 100}% - 2.6em)` }" />
  </div>
</template>

<style scoped>
.guide {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}
.cover {
  position: absolute;
  inset: 0 0 auto;
  background: color-mix(in srgb, var(--paper) 88%, transparent);
  border-bottom: 2px solid var(--oak);
}
.under {
  inset: auto 0 0;
  border-bottom: 0;
  border-top: 2px solid var(--oak);
}
.handle {
  position: absolute;
  inset-inline-end: 4px;
  width: 44px;
  height: 44px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--oak);
  color: var(--on-oak);
  font-size: 20px;
  pointer-events: auto;
  touch-action: none;
  cursor: ns-resize;
}
</style>
