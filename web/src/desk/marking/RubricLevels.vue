<script setup lang="ts">
/** The rubric: its criteria with their levels; one level is chosen for each. */
import type { Criterion, Levels } from '@oaken/core/items';
import { pointsText } from '../shared/words';

const chosen = defineModel<Levels>({ required: true });
defineProps<{ criteria: Criterion[]; disabled?: boolean }>();
</script>

<template>
  <fieldset
    v-for="criterion in criteria"
    :key="criterion.id"
    class="criterion"
    :disabled="disabled"
  >
    <legend>{{ criterion.name }}</legend>
    <ElRadio
      v-for="(level, index) in criterion.levels"
      :key="index"
      class="level"
      :class="{ here: chosen[criterion.id] === index }"
      :name="`level-${criterion.id}`"
      :model-value="chosen[criterion.id] === index"
      :value="true"
      @change="chosen = { ...chosen, [criterion.id]: index }"
    >
      <b>{{ pointsText(level.points) }}</b>
      <span>{{ level.words }}</span>
    </ElRadio>
  </fieldset>
</template>

<style scoped>
.criterion {
  border: 0;
  border-top: var(--line);
  margin: 0;
  padding: 6px 0 8px;
}
legend {
  font-weight: 600;
  padding: 6px 0 0;
  float: inline-start;
  width: 100%;
}
.level.level {
  display: flex;
  margin-inline-end: 0;
  padding: 3px 6px;
  border-inline-start: 3px solid transparent;
  clear: both;
}
.level :deep(.el-radio__label) {
  display: grid;
  grid-template-columns: 34px 1fr;
}
.level.here {
  border-inline-start-color: var(--oak);
  background: var(--wash);
}
</style>
