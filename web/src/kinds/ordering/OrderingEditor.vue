<script setup lang="ts">
/** The lines stand in their right order; students get them mixed. */
import type { Ordering } from '@oaken/core/items';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import { say } from '../../words/teacher';

const part = defineModel<Ordering>({ required: true });
defineProps<{ problems: Problem[] }>();

const inOrder = computed(() => {
  const first = part.value.key.flatMap(
    (id) => part.value.choices.find((choice) => choice.id === id) ?? [],
  );
  return [...first, ...part.value.choices.filter(({ id }) => !part.value.key.includes(id))];
});
const set = (choices: Ordering['choices']) =>
  (part.value = { ...part.value, choices, key: choices.map(({ id }) => id) });
const setEnd = (end: 'first' | 'last', text: string) => {
  const ends = { first: '', last: '', ...part.value.ends, [end]: text };
  part.value = { ...part.value, ends: ends.first || ends.last ? ends : undefined };
};
</script>

<template>
  <p class="faded small">{{ say('kinds.writeThemInRight') }}</p>
  <LinesEditor
    :model-value="inOrder"
    :what="say('kinds.step')"
    :least="2"
    :maximum="20"
    :problems="[...under(problems, '/choices'), ...under(problems, '/key')]"
    @update:model-value="set"
  />
  <div class="ends">
    <label
      >{{ say('kinds.firstEndInWords') }}
      <ElInput
        :model-value="part.ends?.first ?? ''"
        maxlength="60"
        :placeholder="say('kinds.earliest')"
        @input="setEnd('first', $event)"
    /></label>
    <label
      >{{ say('kinds.lastEnd') }}
      <ElInput
        :model-value="part.ends?.last ?? ''"
        maxlength="60"
        :placeholder="say('kinds.latest')"
        @input="setEnd('last', $event)"
    /></label>
  </div>
</template>

<style scoped>
.ends {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  margin-top: 8px;
}
</style>
