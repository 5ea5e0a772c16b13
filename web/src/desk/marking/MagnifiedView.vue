<script setup lang="ts">
/** Looks at a drawing or a photo closely: nearer, further, turned, moved by dragging. */
import { elementAt } from '@oaken/core/certain';
import { computed, ref } from 'vue';
import { say } from '../../words/teacher';

const scale = ref(1);
const turned = ref(0);
const taskIndex = ref({ x: 0, y: 0 });
const nearest = 6;
const zoom = (by: number) =>
  (scale.value = Math.min(nearest, Math.max(1, Math.round(scale.value * by * 100) / 100)));
const turn = () => (turned.value = (turned.value + 90) % 360);
function whole(): void {
  scale.value = 1;
  turned.value = 0;
  taskIndex.value = { x: 0, y: 0 };
}
const style = computed(() => ({
  transform: `translate(${taskIndex.value.x}px, ${taskIndex.value.y}px) rotate(${turned.value}deg) scale(${scale.value})`,
}));
function drag(event: PointerEvent): void {
  if (event.button !== 0 || (event.target as HTMLElement).closest('a')) return;
  const box = event.currentTarget as HTMLElement;
  const [x, y] = [event.clientX - taskIndex.value.x, event.clientY - taskIndex.value.y];
  box.setPointerCapture(event.pointerId);
  const follow = (moved: PointerEvent) =>
    (taskIndex.value = { x: moved.clientX - x, y: moved.clientY - y });
  box.addEventListener('pointermove', follow);
  box.addEventListener('pointerup', () => box.removeEventListener('pointermove', follow), {
    once: true,
  });
}
function key(event: KeyboardEvent): void {
  const step = { ArrowLeft: [40, 0], ArrowRight: [-40, 0], ArrowUp: [0, 40], ArrowDown: [0, -40] }[
    event.key
  ];
  if (event.key === '+') zoom(1.25);
  else if (event.key === '-') zoom(0.8);
  else if (event.key === 't') turn();
  else if (step)
    taskIndex.value = {
      x: taskIndex.value.x + elementAt(step, 0),
      y: taskIndex.value.y + elementAt(step, 1),
    };
  else return;
  event.preventDefault();
}
</script>

<template>
  <div class="tools" role="group" :aria-label="say('marking.enlargedAnswer')">
    <ElButton size="small" @click="zoom(1.25)">{{ say('marking.zoomIn') }}</ElButton>
    <ElButton size="small" :disabled="scale === 1" @click="zoom(0.8)">
      {{ say('marking.zoomOut') }}
    </ElButton>
    <ElButton size="small" @click="turn">{{ say('marking.rotate') }}</ElButton>
    <ElButton size="small" @click="whole">{{ say('marking.fit') }}</ElButton>
    <span class="faded small">{{
      say('marking.roundDragMove', { round: Math.round(scale * 100) })
    }}</span>
  </div>
  <div
    class="window"
    tabindex="0"
    role="group"
    :aria-label="say('marking.theAnswerPlusMinus')"
    @pointerdown="drag"
    @keydown="key"
    @wheel.ctrl.prevent="zoom($event.deltaY < 0 ? 1.15 : 0.87)"
  >
    <div class="seen" :style="style"><slot :enlarged="scale > 1" /></div>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-bottom: 8px;
}
.window {
  overflow: hidden;
  height: min(60vh, 560px);
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  cursor: grab;
  touch-action: none;
  user-select: none;
}
.seen {
  transform-origin: 50% 40%;
  padding: 12px;
}
</style>
