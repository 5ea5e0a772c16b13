<script setup lang="ts">
/** Boxes to tick, or lines to write on. */
import type { SittingSurvey } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';

defineProps<{ part: SittingSurvey }>();
</script>

<template>
  <div v-if="part.style === 'words'" class="lines">
    <div v-for="n in 3" :key="n" class="rule" />
  </div>
  <ol v-else class="choices">
    <li v-for="choice in part.choices" :key="choice.id">
      <span class="box" :class="{ square: part.style === 'many' }" />
      <RichText inline :html="choice.text" />
    </li>
  </ol>
</template>
