<script setup lang="ts">
/**
 * A button that asks for a file. The toolkit's own upload nests a button in a button, which screen
 * readers stumble over.
 */
import { ref } from 'vue';

defineOptions({ inheritAttrs: false });
defineProps<{
  accept: string;
  type?: 'primary' | 'default';
  disabled?: boolean;
  /** Several at once; each is told by itself. */
  multiple?: boolean;
  /** A phone opens its camera at once. */
  camera?: boolean;
}>();
const emit = defineEmits<{ chosen: [file: File] }>();
const field = ref<HTMLInputElement>();

function take(): void {
  const files = [...(field.value?.files ?? [])];
  // The same file can be chosen again, once it was mended.
  if (field.value) field.value.value = '';
  for (const file of files) emit('chosen', file);
}
</script>

<template>
  <ElButton v-bind="$attrs" :type="type ?? 'default'" :disabled="disabled" @click="field?.click()"
    ><slot
  /></ElButton>
  <input
    ref="field"
    type="file"
    hidden
    :accept="accept"
    :multiple="multiple"
    :capture="camera ? 'environment' : undefined"
    :disabled="disabled"
    @change="take"
  />
</template>
