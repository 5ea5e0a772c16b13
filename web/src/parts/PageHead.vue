<script setup lang="ts">
defineProps<{ title: string; where?: string }>();
</script>

<template>
  <header class="head">
    <div class="titles">
      <p v-if="where" class="where">{{ where }}</p>
      <h1>{{ title }}</h1>
    </div>
    <div class="action"><slot /></div>
  </header>
</template>

<style scoped>
.head {
  display: flex;
  align-items: end;
  justify-content: space-between;
  gap: 16px;
  padding: 14px 24px 12px;
  border-bottom: 2px solid var(--rule-strong);
  background: var(--paper);
}
.titles {
  min-width: 0;
}
.where {
  margin: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--faded);
  font-size: 0.875rem;
}
.head h1 {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.action {
  display: flex;
  gap: 10px;
  align-items: center;
  flex: none;
}
</style>
