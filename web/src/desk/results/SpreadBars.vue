<script setup lang="ts">
/** How the scores of an assignment are spread, small enough for a line of a list: ten bars from 0 to 100%. */
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  /** Students by tenth of the points possible, the lowest first. */
  spread: readonly number[];
}>();
const tallest = computed(() => Math.max(1, ...props.spread));
/** Whoever hears the page is told the tenths that somebody is in. */
const label = computed(() => {
  const filled = props.spread.flatMap((students, tenth) =>
    students === 0
      ? []
      : [say('results.tenthHolds', { from: tenth * 10, to: tenth * 10 + 10, students })],
  );
  return filled.length ? filled.join(', ') : say('results.noScoresYet');
});
</script>

<template>
  <svg viewBox="0 0 100 26" role="img" :aria-label="label">
    <title>{{ label }}</title>
    <path d="M0 25.5H100" class="ground" />
    <rect
      v-for="(students, tenth) in spread"
      :key="tenth"
      :x="10 * tenth + 0.75"
      :y="25 - (24 * students) / tallest"
      width="8.5"
      :height="(24 * students) / tallest"
    />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100px;
  height: 26px;
}
.ground {
  stroke: var(--rule-strong);
}
rect {
  fill: var(--oak-light);
}
</style>
