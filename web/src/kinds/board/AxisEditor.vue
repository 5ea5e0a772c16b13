<script setup lang="ts">
/** From where to where an axis goes, and in which steps. */
import type { Axis } from '@oaken/core/items';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const axis = defineModel<Axis>({ required: true });
defineProps<{ name: string }>();

const fields = [
  ['from', say('kinds.axisFrom')],
  ['to', say('kinds.axisTo')],
  ['step', say('kinds.axisStep')],
] as const;
</script>

<template>
  <div class="axis" role="group" :aria-label="name">
    <span class="label">{{ name }}</span>
    <label v-for="[field, title] in fields" :key="field"
      ><span class="faded small">{{ title }}</span
      ><CommitInput
        class="amount"
        :model-value="axis[field]"
        :aria-label="`${name}, ${title}`"
        maxlength="40"
        @change="axis = { ...axis, [field]: $event.trim() }"
    /></label>
  </div>
</template>

<style scoped>
.axis {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.label {
  min-width: 7em;
  font-weight: 600;
}
.axis label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.amount {
  width: 6em;
}
</style>
