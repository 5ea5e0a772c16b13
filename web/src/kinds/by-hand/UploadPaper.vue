<script setup lang="ts">
/** A photo or a file of a device is a sheet of paper here. */
import type { SittingUpload } from '@oaken/core/items';
import { say } from '../../words/teacher';

defineProps<{ part: SittingUpload }>();
</script>

<template>
  <p class="how">{{ say('kinds.doThisOnSeparate') }}</p>
</template>
