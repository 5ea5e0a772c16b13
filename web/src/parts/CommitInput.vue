<script setup lang="ts">
/** A text field whose value counts when it is left or Enter is pressed, not at each letter. */
import { ref, watch } from 'vue';

const props = defineProps<{ modelValue: string | number | null | undefined }>();
const emit = defineEmits<{ change: [text: string] }>();

const text = ref('');
const readBack = () => (text.value = String(props.modelValue ?? ''));
watch(() => props.modelValue, readBack, { immediate: true });

function commit() {
  emit('change', text.value);
  // What was refused does not stay in the field.
  readBack();
}
</script>

<template>
  <ElInput v-model="text" @change="commit" />
</template>
