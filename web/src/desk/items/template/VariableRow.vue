<script setup lang="ts">
/** One variable: its name, and the values that it can have. */
import type { Variable } from '@oaken/core/templates';
import CommitInput from '../../../parts/CommitInput.vue';
import SelectField from '../../../parts/SelectField.vue';
import type { Problem } from '../../../parts/problems';
import PicturesField from './PicturesField.vue';
import { say } from '../../../words/teacher';
import { blankVariable, listRead, listText, variableKinds, type VariableKind } from './variables';

const variable = defineModel<Variable>({ required: true });
defineProps<{ problems: Problem[] }>();
const emit = defineEmits<{ remove: [] }>();

const set = (change: object) => (variable.value = { ...variable.value, ...change } as Variable);
const setKind = (kind: VariableKind) => (variable.value = blankVariable(variable.value.name, kind));
const number = (text: string) => Math.trunc(Number(text)) || 0;
const setDenominators = (text: string) =>
  set({
    denominators: listRead(text)
      .map(number)
      .filter((value) => value > 0),
  });
</script>

<template>
  <div
    class="variable"
    role="group"
    :aria-label="say('items.variableNamed', { name: variable.name })"
  >
    <ElInput
      class="name"
      :model-value="variable.name"
      maxlength="20"
      :aria-label="say('items.variableName')"
      @input="set({ name: $event.trim() })"
    />
    <SelectField
      class="kind"
      :model-value="variable.kind"
      :aria-label="say('items.variableKind')"
      @update:model-value="setKind"
      ><ElOption v-for="(title, kind) in variableKinds" :key="kind" :value="kind" :label="title"
    /></SelectField>
    <span class="values">
      <template v-if="variable.kind === 'range'">
        <label
          >{{ say('items.rangeFrom') }}
          <ElInput :model-value="variable.from" inputmode="decimal" @input="set({ from: $event })"
        /></label>
        <label
          >{{ say('items.rangeTo') }}
          <ElInput :model-value="variable.to" inputmode="decimal" @input="set({ to: $event })"
        /></label>
        <label
          >{{ say('items.rangeStep') }}
          <ElInput :model-value="variable.step" inputmode="decimal" @input="set({ step: $event })"
        /></label>
      </template>
      <template v-else-if="variable.kind === 'fraction'">
        <label
          >{{ say('items.fractionTops') }}
          <CommitInput :model-value="variable.from" @change="set({ from: number($event) })"
        /></label>
        <label
          >{{ say('items.rangeTo') }}
          <CommitInput :model-value="variable.to" @change="set({ to: number($event) })"
        /></label>
        <label class="long"
          >{{ say('items.fractionBottoms') }}
          <CommitInput :model-value="listText(variable.denominators)" @change="setDenominators"
        /></label>
        <ElCheckbox
          :model-value="variable.lowest"
          :label="say('items.lowestTerms')"
          @change="set({ lowest: $event })"
        />
      </template>
      <label v-else-if="variable.kind === 'pick'" class="long"
        ><span class="unseen">{{ say('items.pickValues') }}</span>
        <CommitInput
          :model-value="listText(variable.values)"
          :placeholder="say('items.pickPlaceholder')"
          @change="set({ values: listRead($event) })"
      /></label>
      <PicturesField
        v-else-if="variable.kind === 'picture'"
        :model-value="variable.pictures"
        @update:model-value="set({ pictures: $event })"
      />
      <label v-else class="long"
        ><span class="unseen">{{ say('items.variableFormula') }}</span>
        <ElInput
          :model-value="variable.formula"
          maxlength="300"
          spellcheck="false"
          :placeholder="say('items.formulaPlaceholder')"
          @input="set({ formula: $event })"
      /></label>
    </span>
    <ElButton link class="word" @click="emit('remove')">{{ say('items.remove') }}</ElButton>
    <p v-for="problem in problems" :key="problem.message" class="wrong">{{ problem.message }}</p>
  </div>
</template>

<style scoped>
.variable {
  display: grid;
  grid-template-columns: 60px 134px minmax(0, 1fr) auto;
  gap: 6px 10px;
  align-items: center;
  padding: 6px 0;
  border-bottom: var(--line);
}
.variable:has(.pictures) {
  align-items: start;
}
.name :deep(input) {
  font-family: var(--serif);
  font-style: italic;
}
.values {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.values label {
  display: flex;
  gap: 5px;
  align-items: center;
}
.values label :deep(.el-input) {
  width: 52px;
}
.values .long {
  flex: 1;
  min-width: 160px;
}
.values .long :deep(.el-input) {
  width: 100%;
}
.wrong {
  grid-column: 1 / -1;
  margin: 0;
}
@media (max-width: 700px) {
  .variable {
    grid-template-columns: 72px minmax(0, 1fr) auto;
  }
  .values {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
