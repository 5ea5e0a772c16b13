<script setup lang="ts">
/** Says why a list is empty and what to do next. */
defineProps<{ title: string }>();
</script>

<template>
  <div class="empty">
    <p class="title">{{ title }}</p>
    <p class="faded"><slot /></p>
  </div>
</template>

<style scoped>
.empty {
  padding: 28px 24px;
  max-width: 52ch;
}
.title {
  font-family: var(--serif);
  font-size: 1.05rem;
}
</style>
