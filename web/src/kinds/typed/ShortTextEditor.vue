<script setup lang="ts">
import type { ShortText } from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import ExampleAnswers from './ExampleAnswers.vue';
import { say } from '../../words/teacher';

const part = defineModel<ShortText>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const lines = computed(() => part.value.key.variants.join('\n'));
const setLines = (text: string) =>
  (part.value = {
    ...part.value,
    key: {
      ...part.value.key,
      variants: text.split('\n').filter((line) => line.trim()),
    },
  });
const folds = {
  case: say('kinds.capitalsDoNotMatter'),
  space: say('kinds.spacingDoesNotMatter'),
  accents: say('kinds.accentsDoNotMatter'),
  punctuation: say('kinds.fullStopsQuotesHyphens'),
} as const;
const setFold = (name: keyof typeof folds, on: boolean) =>
  (part.value = {
    ...part.value,
    key: { ...part.value.key, fold: { ...part.value.key.fold, [name]: on } },
  });
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => pointer.startsWith('/key')),
);
</script>

<template>
  <label class="field"
    ><span class="label">{{ say('kinds.acceptedAnswersOneLine') }}</span
    ><CommitInput type="textarea" :rows="3" :model-value="lines" @change="setLines" />
  </label>
  <ElCheckbox
    v-for="(text, name) in folds"
    :key="name"
    class="fold"
    :model-value="part.key.fold[name]"
    @change="setFold(name, $event as boolean)"
  >
    {{ text }}</ElCheckbox
  >
  <ExampleAnswers :part="part" />
  <p v-for="problem in keyProblems" :key="problem.pointer" class="wrong">{{ problem.message }}</p>
</template>

<style scoped>
.fold {
  display: block;
}
</style>
