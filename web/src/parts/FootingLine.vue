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
  flex: none;
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
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 6px 10px;
  align-items: center;
}
.actions :deep(.el-button + .el-button) {
  margin-inline-start: 0;
}
/* The figures take one line that can be moved sideways, the actions what they need. */
@media (max-width: 820px) {
  .footing {
    flex-wrap: wrap;
    gap: 2px 12px;
    padding: 4px 14px;
    min-height: 0;
  }
  .totals {
    flex-wrap: nowrap;
    gap: 14px;
    min-width: 0;
    max-width: 100%;
    overflow-x: auto;
    white-space: nowrap;
  }
  .actions {
    flex: 1 1 auto;
  }
  .actions :deep(.el-button) {
    height: 32px;
    padding-inline: 10px;
  }
}
@media (max-height: 560px) {
  .totals {
    display: none;
  }
}
</style>
