<script setup lang="ts" generic="Value extends string | number">
/** A filter of which several choices can be taken at once; none of them means any. */
import { computed } from 'vue';

const chosen = defineModel<Value[]>({ required: true });
const props = defineProps<{
  /** How many things each would leave stands behind its name. */
  options: readonly { value: Value; name: string; n: number }[];
  /** What is said while nothing is chosen: "any kind". */
  any: string;
  label: string;
}>();
const names = computed(() =>
  props.options
    .filter(({ value }) => chosen.value.includes(value))
    .map(({ name }) => name)
    .join(', '),
);
</script>

<template>
  <ElSelect
    v-model="chosen"
    class="several"
    multiple
    clearable
    :placeholder="any"
    :aria-label="label"
    :fallback-placements="['bottom-start', 'top-start']"
    :show-arrow="false"
    :persistent="false"
  >
    <template #tag
      ><span class="names">{{ names }}</span></template
    >
    <ElOption
      v-for="{ value, name, n } in options"
      :key="value"
      :value="value"
      :label="`${name} (${n})`"
    />
  </ElSelect>
</template>

<style scoped>
.several :deep(.el-select__placeholder.is-transparent) {
  color: var(--ink);
}
.several :deep(.el-select__selection) {
  flex-wrap: nowrap;
}
.names {
  padding-inline-start: 8px;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
