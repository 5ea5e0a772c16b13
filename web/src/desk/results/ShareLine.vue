<script setup lang="ts">
/** A share as a tick on a line from nothing to all, with its interval. */
import type { EarnedOn } from '@oaken/contract/results';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

defineProps<{ earned: EarnedOn }>();
</script>

<template>
  <svg
    viewBox="0 0 200 18"
    role="img"
    :aria-label="
      say('results.shareIntervalIntervalInterval', {
        share: percent(earned.share),
        interval: percent(earned.interval[0]),
        interval2: percent(earned.interval[1]),
      })
    "
  >
    <path d="M0 9H200" class="ground" />
    <rect
      :x="200 * earned.interval[0]"
      y="5"
      :width="200 * (earned.interval[1] - earned.interval[0])"
      height="8"
      class="interval"
    />
    <rect :x="Math.min(197, 200 * earned.share)" y="1" width="3" height="16" class="tick" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 240px;
  height: 18px;
}
.ground {
  stroke: var(--rule-strong);
}
.interval {
  fill: var(--secure);
  opacity: 0.3;
}
.tick {
  fill: var(--ink);
}
</style>
