<script setup lang="ts">
import { present } from '@oaken/core/certain';
import type { Numeric } from '@oaken/core/items';
import { computed } from 'vue';
import type { Problem } from '../../parts/problems';
import ExampleAnswers from './ExampleAnswers.vue';

const part = defineModel<Numeric>({ required: true });
const props = defineProps<{ problems: Problem[] }>();

type Key = Numeric['key'];
const setKey = (change: Partial<Key>) =>
  (part.value = { ...part.value, key: { ...part.value.key, ...change } });
const valueOf = (event: Event) => (event.target as HTMLInputElement).value;
const keyProblems = computed(() =>
  props.problems.filter(({ pointer }) => pointer.startsWith('/key')),
);

const kindsOfTolerance = {
  exact: 'exactly',
  absolute: 'within an amount',
  percent: 'within a percent',
  significant: 'to significant figures',
};
/** What each kind of tolerance begins with. */
const usualTolerances: Record<keyof typeof kindsOfTolerance, Key['tolerance']> = {
  exact: { by: 'exact' },
  absolute: { by: 'absolute', within: 0.1 },
  percent: { by: 'percent', within: 1 },
  significant: { by: 'significant', figures: 3 },
};
function setTolerance(event: Event): void {
  setKey({ tolerance: usualTolerances[valueOf(event) as keyof typeof kindsOfTolerance] });
}
const amount = computed(() => {
  const { tolerance } = part.value.key;
  if ('within' in tolerance) return tolerance.within;
  return 'figures' in tolerance ? tolerance.figures : null;
});
const amountWords: Record<string, string> = {
  significant: 'Figures',
  percent: 'Percent',
  absolute: 'Amount',
};
function setAmount(event: Event): void {
  const { tolerance } = part.value.key;
  const typed = Number(valueOf(event).replace(',', '.'));
  if ('within' in tolerance) setKey({ tolerance: { ...tolerance, within: typed } });
  else if ('figures' in tolerance) setKey({ tolerance: { ...tolerance, figures: typed } });
}
const units = computed(() =>
  part.value.key.units
    .map(({ name, factor }) => (factor === 1 ? name : `${name} = ${factor}`))
    .join(', '),
);
function setUnits(event: Event): void {
  const list = valueOf(event)
    .split(',')
    .map((piece) => piece.split('='))
    .filter(([name]) => name?.trim())
    .map(([name, factor]) => ({
      name: present(name, 'name').trim(),
      factor: factor === undefined ? 1 : Number(factor),
    }));
  setKey({ units: list, unitRequired: list.length > 0 && part.value.key.unitRequired });
}
/** Asked as a percentage: 50 and 50 % are the same. */
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
      ><span class="label">Right number</span
      ><input
        class="plain-input"
        :value="part.key.value"
        maxlength="60"
        placeholder="12.5, 3/4 or 1 1/2"
        @input="setKey({ value: valueOf($event) })"
    /></label>
    <label>
      <span class="label">Counts</span>
      <select class="plain-input" :value="part.key.tolerance.by" @change="setTolerance">
        <option v-for="(name, by) in kindsOfTolerance" :key="by" :value="by">{{ name }}</option>
      </select>
    </label>
    <label v-if="amount !== null"
      ><span class="label">{{ amountWords[part.key.tolerance.by] }}</span
      ><input class="plain-input narrow" :value="amount" inputmode="decimal" @change="setAmount"
    /></label>
    <label>
      <span class="label">Decimal sign</span>
      <select
        class="plain-input"
        :value="part.key.decimal"
        @change="setKey({ decimal: valueOf($event) as Key['decimal'] })"
      >
        <option value="point">point (1,234.5)</option>
        <option value="comma">comma (1.234,5)</option>
        <option value="either">either</option>
      </select>
    </label>
    <label class="wide"
      ><span class="label">Units that may be written</span
      ><input class="plain-input" :value="units" placeholder="cm, m = 100" @change="setUnits"
    /></label>
    <label class="check"
      ><input
        type="checkbox"
        :checked="part.key.unitRequired"
        :disabled="part.key.units.length === 0"
        @change="setKey({ unitRequired: ($event.target as HTMLInputElement).checked })"
      />
      a unit is required</label
    >
    <ElCheckbox v-model="percent" class="wide"
      >it is asked as a percentage: 50 and 50 % are the same</ElCheckbox
    >
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
