<script setup lang="ts">
/** How a typed line is read, drawn as mathematics, or why it cannot be read yet. */
import { answerTex, readAnswer } from '@oaken/core/expressions';
import { computed, nextTick, ref, watch } from 'vue';
import { drawFormulas } from '../../parts/formulas';
import { say } from '../../words';

const props = defineProps<{
  line: string;
  hasUnit: boolean;
  /** The formula alone. */
  bare?: boolean;
}>();
const place = ref<HTMLElement>();

const read = computed(() => readAnswer(props.line, props.hasUnit));
const tex = computed(() => (read.value.ok ? answerTex(read.value.answer) : ''));
const fault = computed(() => {
  if (read.value.ok) {
    const lacksUnit = props.hasUnit && read.value.answer.is !== 'amount';
    return lacksUnit ? say('formula.noUnit') : '';
  }
  const { fault: name, about } = read.value;
  return name === 'empty' ? '' : say(`formula.faults.${name}`, { about });
});
watch(
  tex,
  async () => {
    await nextTick();
    if (place.value) drawFormulas(place.value);
  },
  { immediate: true },
);
</script>

<template>
  <p v-if="tex" ref="place" class="read">
    <span v-if="!bare" class="hint">{{ say('formula.readAs') }}</span>
    <span :key="tex" :data-formula="tex" />
  </p>
  <p v-if="fault" class="hint" aria-live="polite">{{ fault }}</p>
</template>

<style scoped>
.read {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  margin: 8px 0 0;
}
.hint {
  margin: 4px 0 0;
  color: var(--faded);
  font-size: 0.9em;
}
.read .hint {
  margin: 0;
}
</style>
