<script setup lang="ts">
/** What is different for each student: variables, and conditions that their values must meet. */
import type { Template, Variable } from '@oaken/core/templates';
import { computed } from 'vue';
import { under, type Problem } from '../../../parts/problems';
import { say } from '../../../words/teacher';
import VariableRow from './VariableRow.vue';
import { blankVariable, freshName } from './variables';

const template = defineModel<Template | undefined>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

const begin = () => (template.value = { variables: [blankVariable('a')], conditions: [] });
function set(change: Partial<Template>): void {
  if (template.value) template.value = { ...template.value, ...change };
}
function setVariable(index: number, variable: Variable): void {
  set({ variables: template.value?.variables.with(index, variable) ?? [] });
}
function addVariable(): void {
  if (!template.value) return;
  set({ variables: [...template.value.variables, blankVariable(freshName(template.value))] });
}
function removeVariable(index: number): void {
  const variables = template.value?.variables.toSpliced(index, 1) ?? [];
  // Without a variable every student has the same question again.
  if (variables.length === 0) template.value = undefined;
  else set({ variables });
}
const setConditions = (conditions: string[]) => set({ conditions });
const general = computed(() =>
  props.problems.filter(({ pointer }) => !/^\/(variables|conditions)\/\d/.test(pointer)),
);
</script>

<template>
  <section class="template">
    <h2>{{ say('items.otherNumbers') }}</h2>
    <template v-if="template">
      <p class="faded small">{{ say('items.howToPlace') }}</p>
      <div class="variables" role="group" :aria-label="say('items.variables')">
        <VariableRow
          v-for="(variable, index) in template.variables"
          :key="index"
          :model-value="variable"
          :problems="under(problems, `/variables/${index}`)"
          @update:model-value="setVariable(index, $event)"
          @remove="removeVariable(index)"
        />
      </div>
      <ElButton
        link
        class="word"
        :disabled="template.variables.length >= 20"
        @click="addVariable"
        >{{ say('items.addVariable') }}</ElButton
      >
      <h3>{{ say('items.conditions') }}</h3>
      <div v-for="(condition, index) in template.conditions" :key="index" class="condition">
        <ElInput
          :model-value="condition"
          maxlength="300"
          spellcheck="false"
          :aria-label="say('items.conditionNumber', { number: index + 1 })"
          :placeholder="say('items.conditionPlaceholder')"
          @input="setConditions(template.conditions.with(index, $event))"
        />
        <ElButton
          link
          class="word"
          @click="setConditions(template.conditions.toSpliced(index, 1))"
          >{{ say('items.remove') }}</ElButton
        >
        <p
          v-for="problem in under(problems, `/conditions/${index}`)"
          :key="problem.message"
          class="wrong"
        >
          {{ problem.message }}
        </p>
      </div>
      <ElButton
        link
        class="word"
        :disabled="template.conditions.length >= 10"
        @click="setConditions([...template.conditions, ''])"
        >{{ say('items.addCondition') }}</ElButton
      >
      <p v-for="problem in general" :key="problem.message" class="wrong">{{ problem.message }}</p>
    </template>
    <template v-else>
      <p class="faded small">{{ say('items.whyOtherNumbers') }}</p>
      <ElButton link class="word" @click="begin">{{ say('items.beginVariables') }}</ElButton>
    </template>
  </section>
</template>

<style scoped>
.template {
  margin-top: 20px;
}
h2 {
  margin-bottom: 6px;
}
h3 {
  margin: 14px 0 4px;
  font-size: 1rem;
}
.variables {
  margin: 0 0 6px;
  border-top: var(--line);
}
.condition {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  margin-bottom: 6px;
}
.wrong {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
