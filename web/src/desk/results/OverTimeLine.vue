<script setup lang="ts">
/** What was earned on a standard, assignment by assignment: a small line in its band of uncertainty. */
import type { StandardResult } from '@oaken/contract/results';
import { computed } from 'vue';
import { percent, useWords } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{ times: StandardResult['overTime'] }>();
const words = useWords();
const width = 120;
const height = 34;
const x = (index: number) =>
  props.times.length === 1 ? width / 2 : 6 + ((width - 12) * index) / (props.times.length - 1);
const y = (share: number) => 3 + (height - 6) * (1 - share);
const points = computed(() =>
  props.times.map(({ assignmentId, title, at, earned }, index) => ({
    assignmentId,
    x: x(index),
    y: y(earned.share),
    low: y(earned.interval[0]),
    high: y(earned.interval[1]),
    says: say('results.titleAtShareOn', {
      n: earned.items,
      title,
      at: words.time(at),
      share: percent(earned.share),
    }),
  })),
);
const line = computed(() => points.value.map((point) => `${point.x},${point.y}`).join(' '));
const band = computed(() =>
  [
    ...points.value.map((point) => `${point.x},${point.high}`),
    ...[...points.value].reverse().map((point) => `${point.x},${point.low}`),
  ].join(' '),
);
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${height}`"
    role="img"
    :aria-label="points.map(({ says }) => says).join('; ')"
  >
    <polygon v-if="points.length > 1" :points="band" class="band" />
    <polyline v-if="points.length > 1" :points="line" class="line" />
    <g v-for="point in points" :key="point.assignmentId">
      <path
        v-if="points.length === 1"
        :d="`M${point.x} ${point.high}V${point.low}`"
        class="whisker"
      />
      <circle :cx="point.x" :cy="point.y" r="3.2">
        <title>{{ point.says }}</title>
      </circle>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 120px;
  height: 34px;
}
.band {
  fill: var(--secure);
  opacity: 0.18;
}
.line {
  fill: none;
  stroke: var(--secure);
  stroke-width: 1.6;
}
.whisker {
  stroke: var(--secure);
  stroke-width: 3;
  opacity: 0.3;
}
circle {
  fill: var(--ink);
}
</style>
