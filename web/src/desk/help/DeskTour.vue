<script setup lang="ts">
/** A walk along the ways to the pages, with a sentence at each; it can be left at every stop. */
import { say } from '../../words/teacher';
import { tourOpen, tourStops } from './tour';

const target = (to: string) => `.spine a[href="${to}"]`;
</script>

<template>
  <ElTour v-model="tourOpen" :mask="{ color: 'rgb(32 24 16 / 35%)' }">
    <ElTourStep
      v-for="({ to, title, text }, index) in tourStops"
      :key="to"
      :target="target(to)"
      :title="title"
      :description="text"
      placement="right"
      :prev-button-props="{ children: say('help.tourBack') }"
      :next-button-props="{
        children: index === tourStops.length - 1 ? say('help.tourEnd') : say('help.tourNext'),
      }"
    />
  </ElTour>
</template>
