<script setup lang="ts">
/** The line of totals at the foot of a page: figures at the left, actions at the right. */
defineProps<{ label: string }>();
</script>

<template>
  <footer class="footing" role="region" :aria-label="label">
    <div class="totals"><slot /></div>
    <div class="actions"><slot name="actions" /></div>
  </footer>
</template>

<style scoped>
.footing {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  min-height: 52px;
  padding: 6px 24px;
  border-top: 3px double var(--rule-strong);
  background: var(--paper);
}
.totals {
  display: flex;
  gap: 6px 22px;
  flex-wrap: wrap;
  color: var(--faded);
}
.totals :deep(b) {
  color: var(--ink);
  font-weight: 650;
}
.actions {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>
