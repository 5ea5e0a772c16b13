<script setup lang="ts">
/**
 * Words of a text that can be chosen: each is a checkbox to keys and readers, and looks like text
 * with a line below.
 */
import { afterPress, chosenIn, placesAsked } from '../chosen';
import type { SittingWordsInText } from '@oaken/core/items';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import RichText from '../../parts/RichText.vue';

const props = defineProps<{
  part: SittingWordsInText;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const place = ref<HTMLElement>();
const chosen = computed(() => chosenIn(props.response));

function toggle(id: string): void {
  const next = afterPress(chosen.value, id, props.part.mostChosen);
  if (!props.disabled && next !== chosen.value) emit('answer', next);
}
const spots = () => Array.from(place.value?.querySelectorAll<HTMLElement>('[data-words]') ?? []);

async function prepare(): Promise<void> {
  await nextTick();
  for (const spot of spots()) {
    const id = spot.dataset.words ?? '';
    spot.setAttribute('role', 'checkbox');
    spot.tabIndex = 0;
    spot.onclick = () => toggle(id);
    spot.onkeydown = (event) => {
      if (event.key !== ' ' && event.key !== 'Enter') return;
      event.preventDefault();
      toggle(id);
    };
  }
  show();
}
function show(): void {
  for (const spot of spots()) {
    spot.setAttribute('aria-checked', String(chosen.value.includes(spot.dataset.words ?? '')));
    spot.setAttribute('aria-disabled', String(props.disabled ?? false));
  }
}
onMounted(prepare);
watch(() => props.part.text, prepare);
watch(() => [props.response, props.disabled], show, { deep: true });
</script>

<template>
  <p class="hint">{{ placesAsked(part.mostChosen, 'text') }}</p>
  <div ref="place" class="words"><RichText :html="part.text" /></div>
</template>

<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.words {
  line-height: 2;
}
.words :deep([data-words]) {
  cursor: pointer;
  padding: 3px 4px;
  border-radius: var(--corner);
  border-bottom: 2px dotted var(--oak-light);
}
.words :deep([data-words]:hover) {
  background: var(--wash);
}
.words :deep([data-words][aria-checked='true']) {
  background: var(--oak);
  color: var(--on-oak);
  border-bottom-style: solid;
}
</style>
