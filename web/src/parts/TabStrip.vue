<script setup lang="ts" generic="Name extends string">
/**
 * Tabs over a page: the toolkit's, with the page of the chosen one as the slot. The frame around it takes no room of
 * its own, so that a page lays itself out as if it stood there alone.
 */
import { onMounted, ref } from 'vue';

const props = defineProps<{
  /** Names by key, in their order. */
  tabs: Readonly<Record<Name, string>>;
  /** What the strip is called for whoever hears it. */
  label: string;
}>();
const chosen = defineModel<Name>({ required: true });
const strip = ref<{ $el: HTMLElement } | null>(null);
// The toolkit gives its list of tabs no name.
onMounted(() =>
  strip.value?.$el.querySelector('[role="tablist"]')?.setAttribute('aria-label', props.label),
);
</script>

<template>
  <ElTabs ref="strip" v-model="chosen" class="tab-strip">
    <ElTabPane v-for="(name, key) in tabs" :key="key" :name="key" :label="name">
      <slot v-if="key === chosen" />
    </ElTabPane>
  </ElTabs>
</template>

<style scoped>
.tab-strip,
.tab-strip :deep(> .el-tabs__content),
.tab-strip :deep(> .el-tabs__content > .el-tab-pane) {
  display: contents;
}
.tab-strip :deep(> .el-tabs__header) {
  flex: none;
  margin: 0;
  padding: 0 24px;
  border-bottom: var(--line);
  background: var(--paper);
}
.tab-strip :deep(.el-tabs__nav-wrap::after) {
  height: 0;
}
.tab-strip :deep(.el-tabs__item) {
  height: 42px;
  padding: 0 16px;
  font-size: 1rem;
  font-weight: 400;
  color: var(--faded);
}
.tab-strip :deep(.el-tabs__item.is-active) {
  font-weight: 650;
  color: var(--ink);
}
.tab-strip :deep(.el-tabs__active-bar) {
  height: 3px;
  background: var(--oak);
}
</style>
