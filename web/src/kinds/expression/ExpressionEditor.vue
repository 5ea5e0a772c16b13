<script setup lang="ts">
/** The answers that are right, the form that is asked, and how they are read. */
import type { Expression } from '@oaken/core/items';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import SelectField from '../../parts/SelectField.vue';
import ExampleAnswers from '../typed/ExampleAnswers.vue';
import MistakesEditor from '../typed/MistakesEditor.vue';
import ReadAs from './ReadAs.vue';
import { say } from '../../words/teacher';

const part = defineModel<Expression>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

type Key = Expression['key'];
const setKey = (change: Partial<Key>) =>
  (part.value = { ...part.value, key: { ...part.value.key, ...change } });

const answers = computed(() => part.value.key.answers.join('\n'));
const setAnswers = (text: string) =>
  setKey({
    answers: text
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
  });
const formNames: Record<Key['form'], string> = {
  simplified: say('kinds.formSimplified'),
  any: say('kinds.formAny'),
  expanded: say('kinds.formExpanded'),
  factored: say('kinds.formFactored'),
  'lowest-terms': say('kinds.formLowestTerms'),
  scientific: say('kinds.formScientific'),
};
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => /^\/key(?!\/mistakes)/.test(pointer)),
);
</script>

<template>
  <div class="expression">
    <label class="wide"
      ><span class="label">{{ say('kinds.rightAnswersMathematics') }}</span
      ><CommitInput
        type="textarea"
        :rows="2"
        :model-value="answers"
        :placeholder="say('kinds.mathematicsPlaceholder')"
        @change="setAnswers"
    /></label>
    <div class="wide">
      <ReadAs
        v-for="line in part.key.answers"
        :key="line"
        :line="line"
        :has-unit="part.key.hasUnit"
      />
    </div>
    <label>
      <span class="label">{{ say('kinds.formAsked') }}</span>
      <SelectField :model-value="part.key.form" @update:model-value="setKey({ form: $event })"
        ><ElOption v-for="(name, form) in formNames" :key="form" :value="form" :label="name"
      /></SelectField>
    </label>
    <label v-if="part.key.form !== 'any'">
      <span class="label">{{ say('kinds.inAnotherForm') }}</span>
      <SelectField
        :model-value="part.key.otherForm"
        @update:model-value="setKey({ otherForm: $event })"
        ><ElOption value="nothing" :label="say('kinds.noPoints')" /><ElOption
          value="half"
          :label="say('kinds.halfThePoints')"
      /></SelectField>
    </label>
    <ElCheckbox
      class="wide"
      :model-value="part.key.hasUnit"
      @change="setKey({ hasUnit: $event as boolean })"
      >{{ say('kinds.amountWithUnit') }}</ElCheckbox
    >
    <MistakesEditor
      class="wide"
      :longest="200"
      :model-value="part.key.mistakes"
      :problems="under(problems, '/key/mistakes')"
      @update:model-value="setKey({ mistakes: $event })"
    />
    <ExampleAnswers :part="part" class="wide" />
    <p v-for="problem in keyProblems" :key="problem.pointer + problem.message" class="wrong wide">
      {{ problem.message }}
    </p>
  </div>
</template>

<style scoped>
.expression {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
  align-items: end;
}
.label {
  display: block;
  font-weight: 600;
}
.wide {
  grid-column: span 2;
}
</style>
