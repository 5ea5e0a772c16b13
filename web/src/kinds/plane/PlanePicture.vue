<script setup lang="ts">
/** A coordinate plane with the figures that are drawn in it. */
import { writtenLike } from '@oaken/core/axes';
import { marksOf, type Axis, type Figure } from '@oaken/core/items';
import { printed } from '../board/arrows';
import { computed, useId } from 'vue';
import { drawnFigure, Plane, type Spot } from './plane';

const props = defineProps<{
  x: Axis;
  y: Axis;
  figures: readonly Figure[];
  /** Where the next point would be set. */
  cursor?: Spot | null;
  /** Points of a figure that is not whole yet. */
  begun?: readonly Spot[];
}>();

const clip = useId();
const plane = computed(() => new Plane(props.x, props.y));
const drawn = computed(() =>
  props.figures.flatMap((figure) => drawnFigure(plane.value, figure) ?? []),
);
/** At most so many numbers stand along an axis. */
const mostLabels = 11;
function ticksOf(axis: Axis) {
  const marks = marksOf(axis);
  const zero = marks.findIndex(({ n }) => n === 0n);
  const every = Math.ceil(marks.length / mostLabels);
  return marks.map((value, index) => ({
    value: value.valueOf(),
    // Counted from 0, so that the numbers are round ones.
    label: (index - Math.max(0, zero)) % every === 0 ? writtenLike(value, axis.step) : '',
  }));
}
const columns = computed(() =>
  ticksOf(props.x).map((tick) => ({ ...tick, at: plane.value.at({ x: tick.value, y: 0 }).x })),
);
const rows = computed(() =>
  ticksOf(props.y).map((tick) => ({ ...tick, at: plane.value.at({ x: 0, y: tick.value }).y })),
);
const frame = computed(() => plane.value.frame);
const origin = computed(() => plane.value.origin);
</script>

<template>
  <g>
    <clipPath :id="clip"
      ><rect :x="frame.x" :y="frame.y" :width="frame.size" :height="frame.size"
    /></clipPath>
    <path
      v-for="column in columns"
      :key="`c${column.value}`"
      :d="`M${column.at} ${frame.y} v${frame.size}`"
      class="ruling"
    />
    <path
      v-for="row in rows"
      :key="`r${row.value}`"
      :d="`M${frame.x} ${row.at} h${frame.size}`"
      class="ruling"
    />
    <path
      :d="`M${frame.x} ${origin.y} h${frame.size} M${origin.x} ${frame.y} v${frame.size}`"
      class="axis"
    />
    <text
      v-for="column in columns"
      :key="`x${column.value}`"
      :x="column.at"
      :y="frame.y + frame.size + 26"
      text-anchor="middle"
    >
      {{ printed(column.label) }}
    </text>
    <text
      v-for="row in rows"
      :key="`y${row.value}`"
      :x="frame.x - 6"
      :y="row.at + 7"
      text-anchor="end"
    >
      {{ printed(row.label) }}
    </text>
    <text :x="frame.x + frame.size + 8" :y="origin.y - 6" class="letter">x</text>
    <text :x="origin.x + 6" :y="frame.y - 8" class="letter">y</text>
    <g :clip-path="`url(#${clip})`">
      <template v-for="(figure, index) in drawn" :key="index">
        <path v-if="figure.area" :d="figure.area" class="area" />
        <path
          v-if="figure.path"
          :d="figure.path"
          class="figure"
          :class="{ dashed: figure.isDashed }"
        />
      </template>
    </g>
    <template v-for="(figure, index) in drawn" :key="`p${index}`">
      <circle
        v-for="(point, n) in figure.points"
        :key="n"
        :cx="point.x"
        :cy="point.y"
        r="6"
        class="point"
      />
    </template>
    <circle
      v-for="(point, n) in begun"
      :key="`b${n}`"
      :cx="point.x"
      :cy="point.y"
      r="7"
      class="begun"
    />
    <path
      v-if="cursor"
      :d="`M${cursor.x - 14} ${cursor.y} h28 M${cursor.x} ${cursor.y - 14} v28`"
      class="cursor"
    />
  </g>
</template>

<style scoped>
.ruling {
  stroke: currentColor;
  stroke-opacity: 0.25;
}
.axis {
  stroke: currentColor;
  stroke-width: 2;
}
text {
  fill: currentColor;
  font-size: 20px;
}
.letter {
  font-style: italic;
}
.figure {
  fill: none;
  stroke: var(--oak);
  stroke-width: 3.5;
}
.dashed {
  stroke-dasharray: 9 7;
}
.area {
  fill: var(--oak);
  fill-opacity: 0.2;
}
.point {
  fill: var(--oak);
}
.begun {
  fill: var(--sheet);
  stroke: var(--secure);
  stroke-width: 3;
}
.cursor {
  stroke: var(--secure);
  stroke-width: 2;
}
</style>
