<script setup lang="ts">
/** The picture with its places outlined, to mark with a cross. */
import type { SittingPlaces } from '@oaken/core/items';
import { computed } from 'vue';
import { svgOf } from './svgOf';
import { say } from '../../words/teacher';

const props = defineProps<{ part: SittingPlaces }>();

const places = computed(() => {
  const { mostChosen } = props.part;
  if (mostChosen === 1) return say('kinds.onePlace');
  return mostChosen ? say('kinds.upMostChosenPlaces', { mostChosen }) : say('kinds.everyPlaceFits');
});
</script>

<template>
  <p class="how">{{ say('kinds.markPlacesWithCross', { places }) }}</p>
  <div class="picture" :style="{ maxWidth: `${part.picture.width}px` }">
    <img
      :src="part.picture.file"
      :alt="part.picture.alternative"
      :width="part.picture.width"
      :height="part.picture.height"
    />
    <svg :viewBox="`0 0 ${part.picture.width} ${part.picture.height}`">
      <component
        :is="svgOf(place.area).is"
        v-for="place in part.places"
        :key="place.id"
        v-bind="{ ...svgOf(place.area), is: undefined }"
      />
    </svg>
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  width: fit-content;
}
.picture img {
  max-width: 100%;
  height: auto;
  display: block;
}
.picture svg {
  position: absolute;
  inset: 0;
  fill: none;
  stroke: #000;
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
</style>
