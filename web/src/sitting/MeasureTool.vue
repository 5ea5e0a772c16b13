<script setup lang="ts">
/** A ruler or a protractor that lies on the page, see-through, to be moved and turned. */
import { computed, onMounted, ref } from 'vue';
import { say } from '../words';
import { protractorMarks, rulerMarks } from './measureMarks';
import { useMoving } from './useMoving';

const props = defineProps<{ tool: 'ruler' | 'protractor' }>();
const area = ref<HTMLElement>();
const size = ref({ width: 640, height: 480 });
onMounted(() => {
  const box = area.value?.getBoundingClientRect();
  if (!box || box.width === 0) return;
  size.value = { width: box.width, height: box.height };
  // Below the question and its buttons, from where it is moved to what is measured.
  moving.place.x = (box.width - handle) / 2;
  moving.place.y = box.height - (props.tool === 'ruler' ? height : 40);
});
const moving = useMoving({ x: 320, y: 240, angle: 0 }, () => size.value);
const { place } = moving;

const ruler = computed(() => rulerMarks(size.value.width - 60));
const height = 74;
/** Room beyond the last marks, and the handle. */
const margin = 14;
const handle = 34;
const radius = computed(() => Math.min(170, (size.value.width - 80) / 2));
const shape = computed(() =>
  props.tool === 'ruler'
    ? { width: ruler.value.length + 2 * margin + handle, height, middleY: height / 2 }
    : {
        width: 2 * radius.value + 2 * margin + handle,
        height: radius.value + 2 * margin + 6,
        // It turns about the point that is laid on the corner of an angle.
        middleY: radius.value + margin,
      },
);
/** The middle of what is measured with, inside the drawing. */
const middleX = computed(() => (shape.value.width - handle) / 2);
const onArc = (degree: number, distance: number) => {
  const angle = (degree * Math.PI) / 180;
  return {
    x: middleX.value - Math.cos(angle) * distance,
    y: shape.value.middleY - Math.sin(angle) * distance,
  };
};
const turning = ref(false);
function beginTurning(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  turning.value = true;
}
function aim(event: PointerEvent): void {
  if (turning.value && area.value) moving.aim(event, area.value.getBoundingClientRect());
}
</script>

<template>
  <div ref="area" class="area">
    <div
      class="measure"
      :class="tool"
      role="application"
      tabindex="0"
      :aria-label="say(tool === 'ruler' ? 'tools.moveRuler' : 'tools.moveProtractor')"
      :aria-description="say('tools.turned', { angle: place.angle })"
      :style="{
        left: `${place.x - middleX}px`,
        top: `${place.y - shape.middleY}px`,
        transformOrigin: `${middleX}px ${shape.middleY}px`,
        transform: `rotate(${place.angle}deg)`,
      }"
      @pointerdown="moving.grab"
      @pointermove="moving.drag"
      @pointerup="moving.drop"
      @pointercancel="moving.drop"
      @keydown="moving.key($event) && $event.preventDefault()"
    >
      <svg :width="shape.width" :height="shape.height" aria-hidden="true">
        <template v-if="tool === 'ruler'">
          <rect
            class="body"
            x="0.5"
            y="0.5"
            :width="shape.width - handle - 1"
            :height="height - 1"
          />
          <g v-for="mark in ruler.inches" :key="`in-${mark.at}`">
            <line :x1="margin + mark.at" :x2="margin + mark.at" y1="0" :y2="mark.length" />
            <text v-if="mark.label" :x="margin + mark.at + 3" y="27">{{ mark.label }}</text>
          </g>
          <text class="unit" :x="margin + 12" y="27">{{ say('tools.inch') }}</text>
          <g v-for="mark in ruler.centimeters" :key="`cm-${mark.at}`">
            <line
              :x1="margin + mark.at"
              :x2="margin + mark.at"
              :y1="height"
              :y2="height - mark.length"
            />
            <text v-if="mark.label" :x="margin + mark.at + 3" :y="height - 18">
              {{ mark.label }}
            </text>
          </g>
          <text class="unit" :x="margin + 12" :y="height - 18">{{ say('tools.centimeter') }}</text>
        </template>
        <template v-else>
          <path
            class="body"
            :d="`M ${margin - 8} ${shape.middleY + 12} V ${shape.middleY}
              A ${radius + 8} ${radius + 8} 0 0 1 ${middleX + radius + 8} ${shape.middleY}
              v 12 Z`"
          />
          <g v-for="mark in protractorMarks" :key="mark.at">
            <line
              :x1="onArc(mark.at, radius).x"
              :y1="onArc(mark.at, radius).y"
              :x2="onArc(mark.at, radius - mark.length).x"
              :y2="onArc(mark.at, radius - mark.length).y"
            />
            <template v-if="mark.label">
              <text
                class="degree"
                :x="onArc(mark.at, radius - 23).x"
                :y="onArc(mark.at, radius - 23).y"
              >
                {{ mark.label }}
              </text>
              <text
                class="degree inner"
                :x="onArc(mark.at, radius - 42).x"
                :y="onArc(mark.at, radius - 42).y"
              >
                {{ 180 - mark.at }}
              </text>
            </template>
          </g>
          <line
            class="base"
            :x1="middleX - radius"
            :x2="middleX + radius"
            :y1="shape.middleY"
            :y2="shape.middleY"
          />
          <circle class="base" :cx="middleX" :cy="shape.middleY" r="4" />
        </template>
      </svg>
      <span
        class="turn"
        :title="say('tools.turn')"
        :style="{ top: `${shape.middleY - 22}px` }"
        @pointerdown.stop="beginTurning"
        @pointermove.stop="aim"
        @pointerup.stop="turning = false"
        @pointercancel.stop="turning = false"
        >⟳</span
      >
      <span class="angle" :style="{ top: `${shape.middleY + 22}px` }">{{ place.angle }}°</span>
    </div>
  </div>
</template>

<style scoped>
.area {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
  z-index: 10;
}
.measure {
  position: absolute;
  pointer-events: auto;
  touch-action: none;
  cursor: move;
}
svg {
  display: block;
}
.body {
  fill: color-mix(in srgb, var(--partial) 16%, transparent);
  stroke: var(--oak);
}
line {
  stroke: var(--ink);
  stroke-width: 1;
}
text {
  font-size: 11px;
  fill: var(--ink);
}
.unit {
  font-size: 10px;
  font-style: italic;
}
.degree {
  font-size: 9.5px;
  text-anchor: middle;
  dominant-baseline: middle;
}
.inner {
  fill: var(--faded);
}
.base {
  stroke: var(--low);
  fill: none;
}
.turn {
  position: absolute;
  inset-inline-end: 0;
  width: 44px;
  height: 44px;
  display: grid;
  place-items: center;
  font-size: 20px;
  color: var(--on-oak);
  background: var(--oak);
  border-radius: 50%;
  cursor: grab;
  touch-action: none;
}
.angle {
  position: absolute;
  inset-inline-end: 0;
  width: 44px;
  text-align: center;
  font-size: 12px;
  background: var(--paper);
  border-radius: var(--corner);
}
</style>
