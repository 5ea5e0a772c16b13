<script setup lang="ts">
/** Two boxes to tick. */
import type { SittingTrueFalse } from '@oaken/core/items';

defineProps<{ part: SittingTrueFalse }>();
</script>

<template>
  <p class="choices short">
    <span><span class="box" /> True</span> <span><span class="box" /> False</span>
  </p>
</template>
