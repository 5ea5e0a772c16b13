<script setup lang="ts">
/** Stands where rows will be, as soon as they take longer than a moment to come. */
import { say } from '../../words/teacher';

defineProps<{ rows?: number }>();
</script>

<template>
  <div class="loading" role="status" :aria-label="say('common.loading')">
    <ElSkeleton :rows="rows ?? 6" :throttle="300" />
  </div>
</template>

<style scoped>
.loading {
  padding: 20px 24px;
}
</style>
