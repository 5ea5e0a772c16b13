<script setup lang="ts">
/** A number line to mark by hand. */
import type { SittingNumberLine } from '@oaken/core/items';
import { lineWidth } from './line';
import LinePicture from './LinePicture.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingNumberLine }>();
</script>

<template>
  <p class="how">
    {{ say(part.asks === 'points' ? 'kinds.paperPoints' : 'kinds.paperStretches') }}
  </p>
  <svg
    :viewBox="`0 0 ${lineWidth} 96`"
    width="100%"
    role="img"
    :aria-label="say('kinds.numberLine')"
  >
    <LinePicture :axis="part.axis" :label-every="part.labelEvery" :marks="[]" />
  </svg>
</template>
