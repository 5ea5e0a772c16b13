<script setup lang="ts">
import type { TrueFalse } from '@oaken/core/items';
import { under, type Problem } from '../../parts/problems';
import { say } from '../../words/teacher';

const part = defineModel<TrueFalse>({ required: true });
defineProps<{ problems: Problem[] }>();
const setMisconception = (misconception: string) => {
  const { misconception: _, ...rest } = part.value;
  part.value = misconception ? { ...rest, misconception } : rest;
};
</script>

<template>
  <fieldset class="plain">
    <legend>{{ say('kinds.theStatement') }}</legend>
    <ElRadio
      v-for="value in [true, false]"
      :key="String(value)"
      :name="`key-${part.id}`"
      :model-value="part.key"
      :value="value"
      @change="part = { ...part, key: value }"
    >
      {{ value ? say('kinds.true') : say('kinds.false') }}</ElRadio
    >
  </fieldset>
  <label class="field">
    <span class="label">{{ say('kinds.misconceptionBehindWrongAnswer') }}</span>
    <ElInput
      :model-value="part.misconception ?? ''"
      maxlength="500"
      :placeholder="say('kinds.teachersOnly')"
      @input="setMisconception"
    />
  </label>
  <p v-for="problem in under(problems, '/misconception')" :key="problem.message" class="wrong">
    {{ problem.message }}
  </p>
</template>

<style scoped>
.plain {
  border: 0;
  padding: 0;
  margin: 0 0 10px;
  display: flex;
  gap: 16px;
}
</style>
