<script setup lang="ts">
/**
 * A sheet to draw on with finger, pen or mouse, or with the arrow keys; strokes are kept as points,
 * not as a picture.
 */
import { elementAt, present } from '@oaken/core/certain';
import type { SittingDrawing, Stroke } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { sizedPicture } from '../../parts/pictureSizes';
import { say } from '../../words';

const props = defineProps<{
  part: SittingDrawing;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: Stroke[]] }>();

const inks = ['var(--ink)', '#1d6a78', '#a3452f', '#5b3f2a', '#7a5c00', '#5c3a7e'];
const inkNames = ['black', 'blue', 'red', 'brown', 'yellow', 'violet'] as const;
const widths = { 3: 'answer.thin', 6: 'answer.middle', 14: 'answer.thick' } as const;
const ink = ref(0);
const width = ref(6);
const drawing = ref<Stroke | null>(null);
const pen = ref<{ x: number; y: number; down: boolean } | null>(null);
const sheet = ref<SVGSVGElement>();

const height = computed(() => {
  const { ground } = props.part;
  return ground ? Math.round((1000 * ground.height) / ground.width) : 640;
});
const strokes = computed(() => (Array.isArray(props.response) ? (props.response as Stroke[]) : []));
const shown = computed(() => (drawing.value ? [...strokes.value, drawing.value] : strokes.value));
const pathOf = ({ points }: Stroke) => {
  const pairs: string[] = [];
  for (let index = 0; index < points.length; index += 2)
    pairs.push(`${points[index]} ${points[index + 1]}`);
  return `M${pairs.length > 1 ? pairs.join('L') : `${pairs[0]}l0.1 0`}`;
};
const inside = (value: number, limit: number) => Math.round(Math.min(limit, Math.max(0, value)));

function place(event: PointerEvent): [number, number] {
  const box = present(sheet.value, 'sheet').getBoundingClientRect();
  return [
    inside((1000 * (event.clientX - box.left)) / box.width, 1000),
    inside((height.value * (event.clientY - box.top)) / box.height, height.value),
  ];
}
function begin(event: PointerEvent): void {
  if (props.disabled || event.button !== 0) return;
  present(sheet.value, 'sheet').setPointerCapture(event.pointerId);
  drawing.value = { ink: ink.value, width: width.value, points: place(event) };
}
function extend(to: [number, number]): void {
  const canvas = drawing.value;
  if (!canvas || canvas.points.length >= 3998) return;
  const [x = 0, y = 0] = canvas.points.slice(-2);
  // Points closer than this add nothing that could be seen.
  if (Math.hypot(to[0] - x, to[1] - y) >= 3) canvas.points.push(...to);
}
function end(): void {
  if (!drawing.value) return;
  emit('answer', [...strokes.value, drawing.value]);
  drawing.value = null;
}
function key(event: KeyboardEvent): void {
  const step = { ArrowUp: [0, -10], ArrowDown: [0, 10], ArrowLeft: [-10, 0], ArrowRight: [10, 0] }[
    event.key
  ];
  if (props.disabled || (!step && event.key !== ' ')) return;
  event.preventDefault();
  pen.value ??= { x: 500, y: Math.round(height.value / 2), down: false };
  const stroke = pen.value;
  if (event.key === ' ') {
    stroke.down = !stroke.down;
    if (stroke.down)
      drawing.value = { ink: ink.value, width: width.value, points: [stroke.x, stroke.y] };
    else end();
    return;
  }
  stroke.x = inside(stroke.x + elementAt(present(step, 'step'), 0), 1000);
  stroke.y = inside(stroke.y + elementAt(present(step, 'step'), 1), height.value);
  extend([stroke.x, stroke.y]);
}
</script>

<template>
  <div v-if="!disabled" class="tools" role="group" :aria-label="say('answer.drawingTools')">
    <button
      v-for="(inkName, position) in inkNames"
      :key="inkName"
      type="button"
      class="ink"
      :aria-pressed="ink === position"
      :aria-label="say('answer.ink', { color: say(`answer.inks.${inkName}`) })"
      :disabled="disabled"
      @click="ink = position"
    >
      <span :style="{ background: inks[position] }" />
    </button>
    <button
      v-for="size in [3, 6, 14] as const"
      :key="size"
      type="button"
      :aria-pressed="width === size"
      :disabled="disabled"
      @click="width = size"
    >
      {{ say(widths[size]) }}
    </button>
    <button
      type="button"
      :disabled="disabled || strokes.length === 0"
      @click="emit('answer', strokes.slice(0, -1))"
    >
      {{ say('answer.undo') }}
    </button>
    <button type="button" :disabled="disabled || strokes.length === 0" @click="emit('answer', [])">
      {{ say('answer.clear') }}
    </button>
  </div>
  <svg
    ref="sheet"
    class="sheet"
    :viewBox="`0 0 1000 ${height}`"
    role="application"
    tabindex="0"
    :aria-label="
      say('answer.sheet', {
        picture: part.ground ? `: ${part.ground.alternative}` : '',
        strokes: say('answer.strokes', { n: strokes.length }),
      })
    "
    @pointerdown="begin"
    @pointermove="drawing && !pen?.down && extend(place($event))"
    @pointerup="end"
    @pointercancel="end"
    @keydown="key"
    @blur="pen = null"
  >
    <image
      v-if="part.ground"
      :href="sizedPicture(part.ground.file)"
      width="1000"
      :height="height"
    />
    <path
      v-for="(entry, at) in shown"
      :key="at"
      :d="pathOf(entry)"
      :stroke="inks[entry.ink]"
      :stroke-width="entry.width"
    />
    <circle v-if="pen" :cx="pen.x" :cy="pen.y" r="9" class="pen" :class="{ down: pen.down }" />
  </svg>
  <p v-if="!disabled" class="hint">
    {{ say('answer.drawHint') }}
  </p>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 8px;
}
button {
  min-width: 44px;
  min-height: 40px;
  padding: 0 10px;
  font: inherit;
  font-size: 0.9em;
  color: inherit;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: pointer;
}
button[aria-pressed='true'] {
  border-color: var(--oak);
  box-shadow: inset 0 -3px 0 var(--oak);
}
button[disabled] {
  opacity: 0.4;
}
.ink span {
  display: block;
  width: 20px;
  height: 20px;
  margin: 0 auto;
  border-radius: 50%;
}
.sheet {
  display: block;
  width: 100%;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--drawing-sheet, #fffefa);
  touch-action: none;
  cursor: crosshair;
}
path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.pen {
  fill: none;
  stroke: var(--secure);
  stroke-width: 3;
}
.pen.down {
  fill: var(--secure);
}
.hint {
  margin: 6px 0 0;
  color: var(--faded);
  font-size: 0.9em;
}
</style>
