<script setup lang="ts">
/** A plot to complete by hand. */
import type { SittingPlot } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';
import { plotHeight, plotWidth } from './plot';
import PlotPicture from './PlotPicture.vue';
import { say } from '../../words/teacher';

defineProps<{ part: SittingPlot }>();
</script>

<template>
  <p class="how">{{ say(part.style === 'bars' ? 'kinds.paperBars' : 'kinds.paperDots') }}</p>
  <p v-if="part.label">{{ part.label }}</p>
  <div class="plot">
    <svg
      :viewBox="`0 0 ${plotWidth} ${plotHeight}`"
      width="100%"
      role="img"
      :aria-label="part.label || say('kinds.plot')"
    >
      <PlotPicture :part="part" :values="{}" />
    </svg>
    <ol class="names" :style="{ '--columns': part.categories.length }">
      <li v-for="category in part.categories" :key="category.id">
        <RichText inline :html="category.text" />
      </li>
    </ol>
  </div>
</template>

<style scoped>
.plot {
  max-width: 12cm;
  break-inside: avoid;
}
.names {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  padding-inline: 10% 2.5%;
  text-align: center;
}
</style>
