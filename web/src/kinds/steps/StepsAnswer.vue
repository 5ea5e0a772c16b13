<script setup lang="ts">
/** A solution line by line; Enter goes to the next line. */
import type { SittingSteps } from '@oaken/core/items';
import { computed, defineAsyncComponent, nextTick, ref } from 'vue';
import SignKeys from '../../parts/SignKeys.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingSteps;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();

const ReadAs = defineAsyncComponent(() => import('../expression/ReadAs.vue'));
const mostLines = 12;
const list = ref<HTMLElement>();
const field = ref<HTMLInputElement | null>(null);
/** The line whose reading is shown: the one that was written last. */
const current = ref<number | null>(null);

const written = computed(() => (Array.isArray(props.response) ? (props.response as string[]) : []));
/** One more line than there is, as long as there is room. */
const lines = computed(() => {
  const least = Math.max(props.part.lines, Math.min(mostLines, written.value.length + 1));
  return Array.from(
    { length: props.disabled ? Math.max(1, written.value.length) : least },
    (_, index) => written.value[index] ?? '',
  );
});

function write(index: number, text: string): void {
  current.value = index;
  const next = lines.value.with(index, text);
  while (next.length > 0 && next.at(-1) === '') next.pop();
  emit('answer', next);
}
async function goOn(index: number): Promise<void> {
  await nextTick();
  list.value?.querySelectorAll('input')[index + 1]?.focus();
}
function come(event: FocusEvent, index: number): void {
  field.value = event.target as HTMLInputElement;
  current.value = index;
}
</script>

<template>
  <p class="hint">{{ say('board.stepsHint') }}</p>
  <ol ref="list" class="lines">
    <li class="given"><ReadAs :line="part.given" :has-unit="false" bare /></li>
    <li v-for="(line, index) in lines" :key="index">
      <input
        :name="`${name}-${index}`"
        :value="line"
        :disabled="disabled"
        :aria-label="say('board.lineNumber', { n: index + 1 })"
        maxlength="100"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        @focus="come($event, index)"
        @input="write(index, ($event.target as HTMLInputElement).value)"
        @keydown.enter.prevent="goOn(index)"
      />
      <ReadAs
        v-if="index === current && line.trim() !== '' && !disabled"
        :line="line"
        :has-unit="false"
      />
    </li>
  </ol>
  <SignKeys :field="field" :disabled="disabled" />
</template>

<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.lines {
  max-width: 480px;
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
}
.given {
  padding: 0 14px 6px;
  font-size: 1.08em;
}
input {
  width: 100%;
  min-height: 46px;
  margin-bottom: 6px;
  padding: 8px 14px;
  font-size: 1.08em;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}
</style>
