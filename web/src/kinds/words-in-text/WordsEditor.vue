<script setup lang="ts">
/** A text in which selected words become places; the right ones are ticked below. */
import type { WordsInText } from '@oaken/core/items';
import { marked } from '@oaken/core/text';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import RichField from '../../rich/RichField.vue';
import { toggled } from '../../parts/toggled';
import { say } from '../../words/teacher';

const part = defineModel<WordsInText>({ required: true });
const props = defineProps<{ problems: Problem[] }>();
const change = (wordsInText: Partial<WordsInText>) =>
  (part.value = { ...part.value, ...wordsInText });
const spots = computed(() => marked(part.value.text, 'data-words'));

function setText(text: string): void {
  const ids = new Set(marked(text, 'data-words').map(({ id }) => id));
  change({ text, key: part.value.key.filter((id) => ids.has(id)) });
}
const toggle = (id: string) => change({ key: toggled(part.value.key, id) });
const mostChosen = computed({
  get: () => part.value.mostChosen ?? '',
  set: (value) => change({ mostChosen: value === '' ? undefined : Number(value) }),
});
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => /^\/(text|key|mostChosen)/.test(pointer)),
);
</script>

<template>
  <p class="faded small">{{ say('kinds.selectWordsMakeThem') }}</p>
  <RichField
    :model-value="part.text"
    :label="say('kinds.textWithPlaces')"
    places="words"
    :invalid="under(problems, '/text').length > 0"
    @update:model-value="setText"
  />
  <fieldset v-if="spots.length" class="spots">
    <legend>{{ say('kinds.tickWhatRight') }}</legend>
    <ElCheckbox
      v-for="spot in spots"
      :key="spot.id"
      :model-value="part.key.includes(spot.id)"
      @change="toggle(spot.id)"
    >
      {{ spot.text }}</ElCheckbox
    >
  </fieldset>
  <label class="small most"
    >{{ say('common.atMost') }}
    <ElInput
      v-model="mostChosen"
      inputmode="numeric"
      :placeholder="say('common.any')"
      :aria-label="say('kinds.howManyMayBe')"
    />
    {{ say('kinds.mayBeChosen') }}</label
  >
  <p v-for="problem in keyProblems" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.spots {
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  margin: 10px 0;
  padding: 4px 12px 8px;
}
.spots :deep(.el-checkbox) {
  display: flex;
}
.most :deep(.el-input) {
  width: 64px;
}
</style>
