<script setup lang="ts">
import { present } from '@oaken/core/certain';
import type { Numeric } from '@oaken/core/items';
import { computed } from 'vue';
import { under, type Problem } from '../../parts/problems';
import MistakesEditor from './MistakesEditor.vue';
import ExampleAnswers from './ExampleAnswers.vue';
import SelectField from '../../parts/SelectField.vue';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const part = defineModel<Numeric>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

type Key = Numeric['key'];
const setKey = (change: Partial<Key>) =>
  (part.value = { ...part.value, key: { ...part.value.key, ...change } });
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => /^\/key(?!\/mistakes)/.test(pointer)),
);

const kindsOfTolerance = {
  exact: say('kinds.exactly'),
  absolute: say('kinds.withinAmount'),
  percent: say('kinds.withinPercent'),
  significant: say('kinds.toSignificantFigures'),
};
/** What each kind of tolerance begins with. */
const usualTolerances: Record<keyof typeof kindsOfTolerance, Key['tolerance']> = {
  exact: { by: 'exact' },
  absolute: { by: 'absolute', within: 0.1 },
  percent: { by: 'percent', within: 1 },
  significant: { by: 'significant', figures: 3 },
};
const setTolerance = (by: keyof typeof kindsOfTolerance) =>
  setKey({ tolerance: usualTolerances[by] });
const amount = computed(() => {
  const { tolerance } = part.value.key;
  if ('within' in tolerance) return tolerance.within;
  return 'figures' in tolerance ? tolerance.figures : null;
});
const amountWords: Record<string, string> = {
  significant: say('common.figures'),
  percent: say('kinds.percent'),
  absolute: say('kinds.amount'),
};
function setAmount(text: string): void {
  const { tolerance } = part.value.key;
  const typed = Number(text.replace(',', '.'));
  if (tolerance.by === 'absolute')
    setKey({ tolerance: { ...tolerance, within: text.includes('[[') ? text.trim() : typed } });
  else if ('within' in tolerance) setKey({ tolerance: { ...tolerance, within: typed } });
  else if ('figures' in tolerance) setKey({ tolerance: { ...tolerance, figures: typed } });
}
const units = computed(() =>
  part.value.key.units
    .map(({ name, factor }) => (factor === 1 ? name : `${name} = ${factor}`))
    .join(', '),
);
function setUnits(text: string): void {
  const list = text
    .split(',')
    .map((piece) => piece.split('='))
    .filter(([name]) => name?.trim())
    .map(([name, factor]) => ({
      name: present(name, 'name').trim(),
      factor: factor === undefined ? 1 : Number(factor),
    }));
  setKey({ units: list, unitRequired: list.length > 0 && part.value.key.unitRequired });
}
/** Asked as a percentage: 50 and 50% are the same. */
const percent = computed({
  get: () => part.value.key.units.some(({ name, factor }) => name === '%' && factor === 1),
  set(on) {
    const others = part.value.key.units.filter(({ name }) => name !== '%');
    setKey({ units: on ? [...others, { name: '%', factor: 1 }] : others });
  },
});
</script>

<template>
  <div class="numeric">
    <label
      ><span class="label">{{ say('kinds.rightNumber') }}</span
      ><ElInput
        :model-value="part.key.value"
        maxlength="60"
        :placeholder="say('kinds.n12534')"
        @input="setKey({ value: $event })"
    /></label>
    <label>
      <span class="label">{{ say('kinds.counts') }}</span>
      <SelectField :model-value="part.key.tolerance.by" @update:model-value="setTolerance"
        ><ElOption v-for="(name, by) in kindsOfTolerance" :key="by" :value="by" :label="name"
      /></SelectField>
    </label>
    <label v-if="amount !== null"
      ><span class="label">{{ amountWords[part.key.tolerance.by] }}</span
      ><CommitInput class="narrow" :model-value="amount" inputmode="decimal" @change="setAmount"
    /></label>
    <label>
      <span class="label">{{ say('kinds.decimalSign') }}</span>
      <SelectField :model-value="part.key.decimal" @update:model-value="setKey({ decimal: $event })"
        ><ElOption value="point" :label="say('kinds.point12345')" /><ElOption
          value="comma"
          :label="say('kinds.comma12345')" /><ElOption value="either" :label="say('kinds.either')"
      /></SelectField>
    </label>
    <label class="wide"
      ><span class="label">{{ say('kinds.unitsMayBeWritten') }}</span
      ><CommitInput :model-value="units" :placeholder="say('kinds.cmM100')" @change="setUnits"
    /></label>
    <ElCheckbox
      class="check"
      :model-value="part.key.unitRequired"
      :disabled="part.key.units.length === 0"
      @change="setKey({ unitRequired: $event as boolean })"
    >
      {{ say('kinds.aUnitRequired') }}</ElCheckbox
    >
    <ElCheckbox v-model="percent" class="wide">{{ say('kinds.itAskedAsPercentage') }}</ElCheckbox>
    <MistakesEditor
      class="wide"
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
.numeric {
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
.check {
  grid-column: span 2;
}
</style>
