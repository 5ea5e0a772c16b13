<script setup lang="ts">
/** A photo or a file of a device is a sheet of paper here. */
import type { SittingUpload } from '@oaken/core/items';

defineProps<{ part: SittingUpload }>();
</script>

<template>
  <p class="how">Do this on a sheet of its own and hand it in with this one.</p>
</template>
