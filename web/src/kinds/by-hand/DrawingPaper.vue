<script setup lang="ts">
/** A sheet to draw on. */
import type { SittingDrawing } from '@oaken/core/items';

defineProps<{ part: SittingDrawing }>();
</script>

<template>
  <div class="sheet">
    <img
      v-if="part.ground"
      :src="part.ground.file"
      :alt="part.ground.alternative"
      :width="part.ground.width"
      :height="part.ground.height"
    />
  </div>
</template>

<style scoped>
.sheet {
  border: 1px solid #555;
  min-height: 7cm;
}
.sheet img {
  max-width: 100%;
  height: auto;
  display: block;
}
</style>
