<script setup lang="ts">
/**
 * A button that asks for a file. The toolkit's own upload nests a button in a button, which screen
 * readers stumble over.
 */
import { ref } from 'vue';

defineProps<{ accept: string; type?: 'primary' | 'default'; disabled?: boolean }>();
const emit = defineEmits<{ chosen: [file: File] }>();
const field = ref<HTMLInputElement>();

function take(): void {
  const [file] = field.value?.files ?? [];
  // The same file can be chosen again, once it was mended.
  if (field.value) field.value.value = '';
  if (file) emit('chosen', file);
}
</script>

<template>
  <ElButton :type="type ?? 'default'" :disabled="disabled" @click="field?.click()"
    ><slot
  /></ElButton>
  <input ref="field" type="file" hidden :accept="accept" :disabled="disabled" @change="take" />
</template>
