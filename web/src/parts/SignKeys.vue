<script setup lang="ts">
/** Keys for signs that a keyboard lacks, beside a field; they write where the cursor is. */
import { defineAsyncComponent, ref } from 'vue';
import { say } from '../words';

const props = defineProps<{
  field: HTMLInputElement | HTMLTextAreaElement | null;
  numeric?: boolean;
  disabled?: boolean;
}>();
const SignPad = defineAsyncComponent(() => import('./SignPad.vue'));
const open = ref(false);

function write(sign: string): void {
  const { field } = props;
  if (!field || (field.maxLength > 0 && field.value.length + sign.length > field.maxLength)) return;
  field.setRangeText(
    sign,
    field.selectionStart ?? field.value.length,
    field.selectionEnd ?? field.value.length,
    'end',
  );
  field.dispatchEvent(new Event('input', { bubbles: true }));
}
</script>

<template>
  <button
    type="button"
    class="word small"
    :aria-expanded="open"
    :disabled="disabled"
    @click="open = !open"
  >
    {{ say(open ? 'signs.hide' : 'signs.open') }}
  </button>
  <SignPad v-if="open" :numeric="numeric ?? false" :disabled="disabled ?? false" @write="write" />
</template>
