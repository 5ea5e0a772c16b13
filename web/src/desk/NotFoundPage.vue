<script setup lang="ts">
import EmptyNote from '../parts/EmptyNote.vue';
import PageHead from '../parts/PageHead.vue';
</script>

<template>
  <PageHead title="Nothing here" />
  <EmptyNote title="There is no page at this address."
    >It may have moved. <RouterLink to="/">Go to Today</RouterLink></EmptyNote
  >
</template>
