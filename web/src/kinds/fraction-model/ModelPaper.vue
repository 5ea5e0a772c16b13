<script setup lang="ts">
/** Wholes to shade by hand. */
import type { SittingFractionModel } from '@oaken/core/items';
import { modelSize, wholesOf } from './pieces';
import { say } from '../../words/teacher';

defineProps<{ part: SittingFractionModel }>();
</script>

<template>
  <p class="how">{{ say('kinds.paperShade') }}</p>
  <svg
    :viewBox="`0 0 ${modelSize(part).width} ${modelSize(part).height}`"
    :style="{ maxWidth: `${modelSize(part).width}px` }"
    width="100%"
    role="img"
    :aria-label="say('kinds.fractionModel')"
  >
    <g v-for="(whole, index) in wholesOf(part)" :key="index" :transform="whole.transform">
      <path
        v-for="piece in whole.pieces"
        :key="piece.index"
        :d="piece.path"
        fill="none"
        stroke="#000"
        stroke-width="1.5"
      />
    </g>
  </svg>
</template>
