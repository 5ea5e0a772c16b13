<script setup lang="ts">
import type { TrueFalse } from '@oaken/core/items';
import { under, type Problem } from '../../parts/problems';

const part = defineModel<TrueFalse>({ required: true });
defineProps<{ problems: Problem[] }>();
const setMisconception = (event: Event) => {
  const misconception = (event.target as HTMLInputElement).value;
  const { misconception: _, ...rest } = part.value;
  part.value = misconception ? { ...rest, misconception } : rest;
};
</script>

<template>
  <fieldset class="plain">
    <legend>The statement is</legend>
    <label v-for="value in [true, false]" :key="String(value)"
      ><input
        type="radio"
        :name="`key-${part.id}`"
        :checked="part.key === value"
        @change="part = { ...part, key: value }"
      />
      {{ value ? 'true' : 'false' }}</label
    >
  </fieldset>
  <label class="field">
    <span class="label">Misconception behind the wrong answer</span>
    <input
      class="plain-input"
      :value="part.misconception ?? ''"
      maxlength="500"
      placeholder="Teachers only"
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
