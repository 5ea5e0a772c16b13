<script setup lang="ts">
/** The head of a page: what it is about, where that is, and what can be done; the window's title begins with it. */
import { watchEffect } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ title: string; where?: string }>();
watchEffect(() => (document.title = say('desk.titleOakenLedger', { title: props.title })));
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
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 6px 16px;
  padding: 14px 24px 12px;
  border-bottom: 2px solid var(--rule-strong);
  background: var(--paper);
}
.titles {
  flex: 1 1 220px;
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
  flex-wrap: wrap;
  justify-content: flex-end;
  align-items: center;
}
@media (max-width: 820px) {
  .head {
    padding: 8px 14px;
  }
  .head h1 {
    font-size: 1.2rem;
    white-space: normal;
  }
}
@media (max-height: 560px) {
  .head {
    flex-wrap: nowrap;
    padding-block: 4px;
  }
  .titles {
    flex-basis: 60px;
  }
  .action :deep(.el-button) {
    height: 28px;
    margin-inline-start: 0;
    padding-inline: 8px;
  }
  .where {
    display: none;
  }
  .head h1 {
    font-size: 1.05rem;
    white-space: nowrap;
  }
}
/* The gap alone keeps them apart. */
.action :deep(.el-button) {
  margin: 0;
}
</style>
