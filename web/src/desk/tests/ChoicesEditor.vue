<script setup lang="ts">
import type { Choice, MultipleChoice, SingleChoice } from '@oaken/core/items';
import { computed } from 'vue';
import RichField from './RichField.vue';

const part = defineModel<SingleChoice | MultipleChoice>({ required: true });
const props = defineProps<{ problems: { pointer: string; message: string }[] }>();

const many = computed(() => part.value.kind === 'multiple-choice');
const letters = 'abcdefghijklmnopqrstuvwxyz';
const signOf = (at: number) => letters[at]!.toUpperCase();
const problemsOf = (at: number) =>
  props.problems.filter(({ pointer }) => pointer.startsWith(`/choices/${at}/`) || pointer === `/choices/${at}`);
const keyProblems = computed(() => props.problems.filter(({ pointer }) => /^\/(key|choices$)/.test(pointer)));

function setKey(id: string, right: boolean): void {
  const key = many.value ? (right ? [...part.value.key, id] : part.value.key.filter((own) => own !== id)) : [id];
  part.value = { ...part.value, key };
}
function setChoice(at: number, change: Partial<Choice>): void {
  const choices = part.value.choices.map((own, i) => (i === at ? { ...own, ...change } : own));
  part.value = { ...part.value, choices };
}
function add(): void {
  const used = new Set(part.value.choices.map(({ id }) => id));
  const id = [...letters].find((letter) => !used.has(letter));
  if (id) part.value = { ...part.value, choices: [...part.value.choices, { id, text: '' }] };
}
function remove(at: number): void {
  const gone = part.value.choices[at]!.id;
  part.value = {
    ...part.value,
    choices: part.value.choices.filter((_, i) => i !== at),
    key: part.value.key.filter((id) => id !== gone),
  };
}
</script>

<template>
  <fieldset class="choices">
    <legend class="faded small">{{ many ? 'Mark every right choice.' : 'Mark the right choice.' }}</legend>
    <div
      v-for="(choice, at) in part.choices"
      :key="choice.id"
      class="choice"
      :class="{ right: part.key.includes(choice.id) }"
    >
      <label class="mark" :title="part.key.includes(choice.id) ? 'This is the key' : 'Make this the key'">
        <input
          :type="many ? 'checkbox' : 'radio'"
          :name="`key-${part.id}`"
          :checked="part.key.includes(choice.id)"
          :aria-label="`Choice ${signOf(at)} is right`"
          @change="setKey(choice.id, ($event.target as HTMLInputElement).checked)"
        />
        <span>{{ part.key.includes(choice.id) ? 'key' : signOf(at) }}</span>
      </label>
      <div>
        <RichField
          :model-value="choice.text"
          small
          :label="`Choice ${signOf(at)}`"
          :invalid="problemsOf(at).length > 0"
          @update:model-value="setChoice(at, { text: $event })"
        />
        <p v-for="problem in problemsOf(at)" :key="problem.message" class="wrong">{{ problem.message }}</p>
        <input
          v-if="!part.key.includes(choice.id)"
          class="mistake"
          :value="choice.mistake ?? ''"
          maxlength="500"
          :aria-label="`The mistake behind choice ${signOf(at)}`"
          placeholder="The mistake behind it (teachers only)"
          @input="setChoice(at, { mistake: ($event.target as HTMLInputElement).value || undefined })"
        />
      </div>
      <button
        type="button"
        class="word"
        :disabled="part.choices.length <= 2"
        :aria-label="`Remove choice ${signOf(at)}`"
        @click="remove(at)"
      >
        Remove
      </button>
    </div>
    <button type="button" class="word" :disabled="part.choices.length >= 20" @click="add">Add a choice</button>
    <p v-for="problem in keyProblems" :key="problem.message" class="wrong">{{ problem.message }}</p>
  </fieldset>
</template>

<style scoped>
.choices {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
.choice {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: start;
  padding: 8px 0 8px 8px;
  border-bottom: var(--line);
}
.right {
  box-shadow: inset 4px 0 var(--secure);
}
.mark {
  display: flex;
  flex-direction: column;
  align-items: center;
  font-size: 0.85rem;
  padding-top: 6px;
  cursor: pointer;
}
.mark input {
  width: 19px;
  height: 19px;
  accent-color: var(--secure);
}
.right .mark {
  color: var(--secure);
  font-weight: 650;
}
.mistake {
  width: 100%;
  border: 0;
  background: none;
  font-size: 0.88rem;
  color: var(--faded);
  padding: 4px 2px 0;
}
</style>
