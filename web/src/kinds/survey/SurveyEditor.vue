<script setup lang="ts">
import type { Survey } from '@oaken/core/items';
import { under, type Problem } from '../../parts/problems';
import LinesEditor from '../lines/LinesEditor.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const part = defineModel<Survey>({ required: true });
defineProps<{ problems: Problem[] }>();
const styles = {
  one: say('kinds.oneChoices'),
  many: say('kinds.anyNumberChoices'),
  words: say('kinds.wordsTheirOwn'),
};
</script>

<template>
  <label class="field">
    <span class="label">{{ say('kinds.studentsAnswerWith') }}</span>
    <SelectField
      :model-value="part.style"
      @update:model-value="part = { ...part, style: $event as Survey['style'] }"
      ><ElOption v-for="(name, style) in styles" :key="style" :value="style" :label="name"
    /></SelectField>
  </label>
  <LinesEditor
    v-if="part.style !== 'words'"
    :model-value="part.choices"
    :what="say('kinds.choice')"
    :least="2"
    :maximum="20"
    :problems="under(problems, '/choices')"
    @update:model-value="part = { ...part, choices: $event }"
  />
</template>
