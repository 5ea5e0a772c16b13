<script setup lang="ts">
/** A number line with what is marked on it. */
import { writtenLike } from '@oaken/core/axes';
import { amountOf, marksOf, type Axis, type LineMark } from '@oaken/core/items';
import { printed } from '../board/arrows';
import { computed } from 'vue';
import { edge, lineWidth, placeOn } from './line';

const props = defineProps<{
  axis: Axis;
  labelEvery: number;
  marks: readonly LineMark[];
  /** Where the next mark would be set. */
  cursor?: number | null;
  /** The first end of a stretch whose second is still to be set. */
  begun?: number | null;
}>();

const ticks = computed(() =>
  marksOf(props.axis).map((value, index) => ({
    x: placeOn(props.axis, value.valueOf()),
    label: index % props.labelEvery === 0 ? writtenLike(value, props.axis.step) : '',
  })),
);
/** As large as there is room from one number to the next. */
const letterSize = computed(() => {
  const [first, second] = ticks.value;
  const room = first && second ? (second.x - first.x) * props.labelEvery : 60;
  return Math.min(28, Math.max(15, room * 0.42));
});
const at = (text: string) => {
  const value = amountOf(text);
  return value === null ? null : placeOn(props.axis, value.valueOf());
};
const points = computed(() =>
  props.marks.flatMap((mark) => ('point' in mark ? (at(mark.point) ?? []) : [])),
);
const stretches = computed(() =>
  props.marks.flatMap((mark) => {
    if ('point' in mark) return [];
    const [from, to] = [
      mark.from === '' ? edge / 4 : at(mark.from),
      mark.to === '' ? lineWidth - edge / 4 : at(mark.to),
    ];
    if (from === null || to === null) return [];
    const ends = [
      { x: from, isEndless: mark.from === '', isClosed: mark.closed[0], sign: -1 },
      { x: to, isEndless: mark.to === '', isClosed: mark.closed[1], sign: 1 },
    ];
    return [{ from, to, ends }];
  }),
);
const arrow = (x: number, sign: number) => `M${x - 12 * sign} 42 L${x} 50 L${x - 12 * sign} 58`;
</script>

<template>
  <g class="line">
    <path
      :d="`M4 50 H${lineWidth - 4} ${arrow(lineWidth - 4, 1)} ${arrow(4, -1)}`"
      class="rule"
      fill="none"
    />
    <g v-for="(tick, index) in ticks" :key="index">
      <path :d="`M${tick.x} 40 V60`" class="rule" />
      <text :x="tick.x" y="86" text-anchor="middle" :font-size="letterSize">{{
        printed(tick.label)
      }}</text>
    </g>
    <path v-if="cursor !== null && cursor !== undefined" :d="`M${cursor} 8 V92`" class="cursor" />
    <g v-for="(stretch, index) in stretches" :key="`s${index}`">
      <path :d="`M${stretch.from} 50 H${stretch.to}`" class="stretch" />
      <template v-for="end in stretch.ends" :key="end.sign">
        <path v-if="end.isEndless" :d="arrow(end.x, end.sign)" class="stretch" fill="none" />
        <circle v-else :cx="end.x" cy="50" r="9" class="end" :class="{ open: !end.isClosed }" />
      </template>
    </g>
    <circle v-if="begun !== null && begun !== undefined" :cx="begun" cy="50" r="9" class="begun" />
    <circle v-for="(x, index) in points" :key="`p${index}`" :cx="x" cy="50" r="9" class="end" />
  </g>
</template>

<style scoped>
.rule {
  stroke: currentColor;
  stroke-width: 2;
}
text {
  fill: currentColor;
}
.cursor {
  stroke: var(--secure);
  stroke-width: 2;
  stroke-dasharray: 4 4;
}
.stretch {
  stroke: var(--oak);
  stroke-width: 7;
}
.end {
  fill: var(--oak);
  stroke: var(--oak);
  stroke-width: 4;
}
.open {
  fill: var(--sheet);
}
.begun {
  fill: var(--sheet);
  stroke: var(--secure);
  stroke-width: 4;
  stroke-dasharray: 4 3;
}
</style>
