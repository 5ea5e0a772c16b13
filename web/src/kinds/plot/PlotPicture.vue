<script setup lang="ts">
/** The axis of a plot with its bars or dots; their names stand below it. */
import { writtenLike } from '@oaken/core/axes';
import { amountOf, marksOf, type SittingPlot } from '@oaken/core/items';
import { printed } from '../board/arrows';
import { computed } from 'vue';
import { columnOf, frame, heightOf, plotHeight, plotWidth } from './plot';

const props = defineProps<{
  part: SittingPlot;
  /** How high each of them stands, by its id. */
  values: Readonly<Record<string, string>>;
}>();

const marks = computed(() => marksOf(props.part.axis));
const every = computed(() => Math.ceil(marks.value.length / 11));
const ticks = computed(() =>
  marks.value.map((value, index) => ({
    y: heightOf(props.part.axis, value.valueOf()),
    label: index % every.value === 0 ? writtenLike(value, props.part.axis.step) : '',
  })),
);
const floor = computed(() =>
  heightOf(props.part.axis, amountOf(props.part.axis.from)?.valueOf() ?? 0),
);
const columns = computed(() =>
  props.part.categories.map(({ id, given }, index) => {
    const { middle, bar } = columnOf(index, props.part.categories.length);
    const value = amountOf(given ?? props.values[id] ?? '');
    const top = value ? heightOf(props.part.axis, value.valueOf()) : floor.value;
    const dots = value ? marks.value.slice(1).filter((mark) => mark.lte(value)) : [];
    return {
      id,
      isGiven: given !== undefined,
      isSet: value !== null,
      middle,
      bar,
      top,
      dots: dots.map((mark) => heightOf(props.part.axis, mark.valueOf())),
    };
  }),
);
const dotSize = computed(() => {
  const [first, second] = ticks.value;
  return Math.min(11, first && second ? (first.y - second.y) / 2.4 : 11);
});
</script>

<template>
  <g>
    <g v-for="(tick, index) in ticks" :key="index">
      <path :d="`M${frame.left} ${tick.y} H${plotWidth - frame.right}`" class="ruling" />
      <text :x="frame.left - 8" :y="tick.y + 6" text-anchor="end">{{ printed(tick.label) }}</text>
    </g>
    <path
      :d="`M${frame.left} ${frame.top} V${plotHeight - frame.bottom} H${plotWidth - frame.right}`"
      class="axis"
      fill="none"
    />
    <template v-for="column in columns" :key="column.id">
      <template v-if="part.style === 'dots'">
        <circle
          v-for="y in column.dots"
          :key="y"
          :cx="column.middle"
          :cy="y"
          :r="dotSize"
          class="value"
          :class="{ given: column.isGiven }"
        />
      </template>
      <rect
        v-else-if="column.isSet"
        :x="column.middle - column.bar / 2"
        :y="column.top"
        :width="column.bar"
        :height="Math.max(0, floor - column.top)"
        class="value"
        :class="{ given: column.isGiven }"
      />
    </template>
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
  font-size: 22px;
}
.value {
  fill: var(--oak);
}
.given {
  fill: var(--faded);
}
</style>
