<script setup lang="ts">
/**
 * A rare setting, folded, with its present value in words; it opens where something in it is wrong,
 * and stays as it was left.
 */
import { ref, watch } from 'vue';

const props = defineProps<{ name: string; value: string; wrong?: boolean }>();
const open = ref(false);
watch(
  () => props.wrong,
  (now) => now && (open.value = true),
  { immediate: true },
);
</script>

<template>
  <details :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary>
      <b>{{ name }}</b>{{ ' ' }}<span class="faded">{{ value }}</span>
    </summary>
    <slot />
  </details>
</template>
