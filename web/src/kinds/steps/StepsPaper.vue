<script setup lang="ts">
/** Where a solution begins, and lines to go on from there. */
import type { SittingSteps } from '@oaken/core/items';

defineProps<{ part: SittingSteps }>();
</script>

<template>
  <p>{{ part.given }}</p>
  <div v-for="n in part.lines + 1" :key="n" class="rule" />
</template>
