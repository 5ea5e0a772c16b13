<script setup lang="ts">
/** A date and time on the wall of the school, with its weekday beside it. */
import { computed } from 'vue';

const wall = defineModel<string>({ required: true });
const props = defineProps<{ label: string; disabled?: boolean; wrong?: string | undefined }>();
const weekday = computed(() => {
  const midnight = Date.parse(`${wall.value.slice(0, 10)}T00:00Z`);
  return Number.isNaN(midnight) || props.disabled
    ? ''
    : new Date(midnight).toLocaleDateString('en', { weekday: 'short', timeZone: 'UTC' });
});
</script>

<template>
  <span class="wall"
    ><input
      v-model="wall"
      class="plain-input"
      type="datetime-local"
      :aria-label="label"
      :disabled="disabled"
      :aria-invalid="Boolean(wrong)"
    /><span class="day">{{ weekday }}</span></span
  >
</template>

<style scoped>
.wall {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.plain-input {
  width: 238px;
}
.day {
  width: 32px;
  color: var(--faded);
}
</style>
