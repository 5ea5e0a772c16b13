<script setup lang="ts">
/** A text with gaps, and the choices of each gap in the order in which the gaps stand. */
import { freshId, type InlineChoice } from '@oaken/core/items';
import { marked } from '@oaken/core/text';
import { computed } from 'vue';
import { under, type Problem } from '../problems';
import RichField from '../rich/RichField.vue';

const part = defineModel<InlineChoice>({ required: true });
const props = defineProps<{ problems: Problem[] }>();
type Gap = InlineChoice['gaps'][number];

const change = (own: Partial<InlineChoice>) => (part.value = { ...part.value, ...own });
/** Gaps follow the text: a new one brings two empty choices, one that was deleted takes its choices with it. */
function setText(text: string): void {
  const ids = [...new Set(marked(text, 'data-gap').map(({ id }) => id))];
  const gaps = ids.map(
    (id) =>
      part.value.gaps.find((own) => own.id === id) ?? {
        id,
        choices: [
          { id: 'a', text: '' },
          { id: 'b', text: '' },
        ],
        key: ['a'],
      },
  );
  change({ text, gaps });
}
const setGap = (at: number, own: Partial<Gap>) =>
  change({ gaps: part.value.gaps.map((gap, n) => (n === at ? { ...gap, ...own } : gap)) });
const setChoice = (at: number, id: string, text: string) =>
  setGap(at, {
    choices: part.value.gaps[at]!.choices.map((own) => (own.id === id ? { id, text } : own)),
  });
function toggle(at: number, id: string): void {
  const { key } = part.value.gaps[at]!;
  setGap(at, { key: key.includes(id) ? key.filter((own) => own !== id) : [...key, id] });
}
const add = (at: number) =>
  setGap(at, {
    choices: [
      ...part.value.gaps[at]!.choices,
      { id: freshId(part.value.gaps[at]!.choices.map(({ id }) => id)), text: '' },
    ],
  });
const remove = (at: number, id: string) =>
  setGap(at, {
    choices: part.value.gaps[at]!.choices.filter((own) => own.id !== id),
    key: part.value.gaps[at]!.key.filter((own) => own !== id),
  });
const textProblems = computed(() => [
  ...under(props.problems, '/text'),
  ...props.problems.filter(({ pointer }) => pointer === '/gaps'),
]);
</script>

<template>
  <p class="faded small">Write the text and put a gap where a word is to be chosen.</p>
  <RichField
    :model-value="part.text"
    label="Text with gaps"
    places="gaps"
    :invalid="textProblems.length > 0"
    @update:model-value="setText"
  />
  <p v-for="problem in textProblems" :key="problem.message" class="wrong">{{ problem.message }}</p>
  <fieldset v-for="(gap, at) in part.gaps" :key="gap.id" class="gap">
    <legend>Gap {{ gap.id }}</legend>
    <div v-for="(choice, n) in gap.choices" :key="choice.id" class="choice">
      <input
        type="checkbox"
        :checked="gap.key.includes(choice.id)"
        :aria-label="`Choice ${n + 1} of gap ${at + 1} is right`"
        @change="toggle(at, choice.id)"
      />
      <input
        class="plain-input"
        :value="choice.text"
        maxlength="200"
        :aria-label="`Choice ${n + 1} of gap ${at + 1}`"
        @input="setChoice(at, choice.id, ($event.target as HTMLInputElement).value)"
      />
      <button
        type="button"
        class="word"
        :disabled="gap.choices.length <= 2"
        @click="remove(at, choice.id)"
      >
        remove
      </button>
    </div>
    <button type="button" class="word" @click="add(at)">Add a choice</button>
    <p
      v-for="problem in under(problems, `/gaps/${at}`)"
      :key="problem.pointer + problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
  </fieldset>
</template>

<style scoped>
.gap {
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  margin: 10px 0 0;
  padding: 6px 12px 10px;
}
legend {
  font-weight: 600;
  font-size: 0.9rem;
}
.choice {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  margin-bottom: 4px;
}
.choice input[type='checkbox'] {
  width: 19px;
  height: 19px;
  accent-color: var(--secure);
}
</style>
