<script setup lang="ts">
/** A time of day on the wall of the school: `09:35`, or null for none. It can be typed as it stands there, "9:35 AM". */
const clock = defineModel<string | null>({ required: true });
defineProps<{ label: string; invalid?: boolean }>();
</script>

<template>
  <ElTimePicker
    :model-value="clock"
    class="time-field"
    format="h:mm A"
    value-format="HH:mm"
    :aria-label="label"
    :aria-invalid="invalid"
    @update:model-value="clock = ($event as string | null) ?? null"
  />
</template>

<style>
.el-date-editor.time-field {
  width: 116px;
}
</style>
