<script setup lang="ts">
/**
 * A day, or a day with a time, on the wall of the school: `2026-12-04` or `2026-12-04T15:30`, '' for none.
 * It reads as dates do everywhere in the product, with the year, since any year can be typed here.
 */
const wall = defineModel<string>({ required: true });
defineProps<{
  label: string;
  withTime?: boolean;
  disabled?: boolean;
  invalid?: boolean;
}>();
</script>

<template>
  <ElDatePicker
    class="date-field"
    :class="{ timed: withTime }"
    :model-value="wall"
    :type="withTime ? 'datetime' : 'date'"
    :format="`ddd, MMM D, YYYY${withTime ? ', h:mm A' : ''}`"
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
</template>

<style>
.el-date-editor.date-field {
  width: 186px;
}
.el-date-editor.date-field.timed {
  width: 258px;
}
</style>
