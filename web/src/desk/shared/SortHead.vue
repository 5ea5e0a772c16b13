<script setup lang="ts" generic="Column extends string | number">
/** The head of a column that sorts the table; pressed again it turns the order round. */
import { computed } from 'vue';
import { ariaSort, type Sort } from './sorting';

const sort = defineModel<Sort<Column>>({ required: true });
const { by, largestFirst } = defineProps<{
  by: Column;
  /** Whether what is looked for first is the largest. */
  largestFirst?: boolean;
}>();
const isSorted = computed(() => sort.value.by === by);
const arrow = computed(() => {
  if (!isSorted.value) return '';
  return sort.value.down ? '↓' : '↑';
});
function press(): void {
  sort.value = { by, down: isSorted.value ? !sort.value.down : largestFirst };
}
</script>

<template>
  <th :aria-sort="ariaSort(sort, by)">
    <button class="sorts" @click="press">
      <slot /><span class="way" aria-hidden="true">{{ arrow }}</span>
    </button>
    <slot name="beside" />
  </th>
</template>

<style scoped>
.sorts {
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: inherit;
  cursor: pointer;
}
.sorts:hover {
  text-decoration: underline;
}
.way {
  display: inline-block;
  width: 1em;
  text-align: center;
}
</style>
