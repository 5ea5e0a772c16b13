<script setup lang="ts">
/** A coordinate plane to draw in by hand. */
import type { SittingCoordinatePlane } from '@oaken/core/items';
import { planeWidth } from './plane';
import PlanePicture from './PlanePicture.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingCoordinatePlane }>();
</script>

<template>
  <p class="how">{{ say('kinds.paperPlane') }}</p>
  <svg
    :viewBox="`0 0 ${planeWidth} ${planeWidth}`"
    width="9cm"
    role="img"
    :aria-label="say('kinds.plane')"
  >
    <PlanePicture :x="part.x" :y="part.y" :figures="[]" />
  </svg>
</template>
