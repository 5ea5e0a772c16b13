<script setup lang="ts">
/**
 * A day, or a day with a time, on the wall of the school: `2026-12-04` or `2026-12-04T15:30`, '' for none.
 * It can be typed as it stands there, "Dec 4, 2026, 3:30 PM"; the toolkit cannot read a weekday, so that
 * stands beside the field.
 */
import { locales } from '@oaken/core/timing';
import { computed } from 'vue';
import { language } from '../words';

const wall = defineModel<string>({ required: true });
defineProps<{
  label: string;
  withTime?: boolean;
  disabled?: boolean;
  invalid?: boolean;
}>();
const weekday = computed(() => {
  const midnight = Date.parse(`${wall.value.slice(0, 10)}T00:00Z`);
  return Number.isNaN(midnight)
    ? ''
    : new Date(midnight).toLocaleDateString(locales[language.value], {
        weekday: 'short',
        timeZone: 'UTC',
      });
});
</script>

<template>
  <span class="date-field" :class="{ timed: withTime, disabled }">
    <span class="day">{{ weekday }}</span>
    <ElDatePicker
      :model-value="wall"
      :type="withTime ? 'datetime' : 'date'"
      :format="`MMM D, YYYY${withTime ? ', h:mm A' : ''}`"
      :value-format="withTime ? 'YYYY-MM-DDTHH:mm' : 'YYYY-MM-DD'"
      date-format="MMM D, YYYY"
      time-format="h:mm A"
      :clearable="!withTime"
      :disabled="disabled"
      :show-now="false"
      :aria-label="label"
      :aria-invalid="invalid"
      @update:model-value="wall = ($event as string | null) ?? ''"
    />
  </span>
</template>

<style scoped>
.date-field {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}
.day {
  min-width: 34px;
}
.day:empty {
  display: none;
}
.disabled .day {
  color: var(--faded);
}
.date-field :deep(.el-date-editor) {
  width: 152px;
}
.date-field.timed :deep(.el-date-editor) {
  width: 224px;
}
</style>
