<script setup lang="ts">
/** What students may use beside a question: no calculator or one of two, a ruler, a protractor. */
import type { StudentTool } from '@oaken/core/items';
import { computed } from 'vue';
import { say } from '../../words/teacher';
import { toggled } from '../../parts/toggled';

const tools = defineModel<StudentTool[]>({ required: true });
const calculators = ['basic-calculator', 'scientific-calculator'] as const;
const measures = ['ruler', 'protractor'] as const;
type Calculator = (typeof calculators)[number];
const isCalculator = (tool: StudentTool): tool is Calculator =>
  (calculators as readonly StudentTool[]).includes(tool);

const calculator = computed({
  get: () => tools.value.find(isCalculator) ?? 'none',
  set: (chosen) => {
    const others = tools.value.filter((tool) => !isCalculator(tool));
    tools.value = chosen === 'none' ? others : [chosen, ...others];
  },
});
const calculatorWords = {
  none: say('common.noCalculator'),
  'basic-calculator': say('common.basicCalculator'),
  'scientific-calculator': say('common.scientificCalculator'),
};
const measureWords = { ruler: say('common.ruler'), protractor: say('common.protractor') };
</script>

<template>
  <div class="tools">
    <ElRadioGroup v-model="calculator" :aria-label="say('common.calculator')">
      <ElRadio v-for="(text, choice) in calculatorWords" :key="choice" :value="choice">{{
        text
      }}</ElRadio>
    </ElRadioGroup>
    <div>
      <ElCheckbox
        v-for="measure in measures"
        :key="measure"
        :model-value="tools.includes(measure)"
        @change="tools = toggled(tools, measure)"
        >{{ measureWords[measure] }}</ElCheckbox
      >
    </div>
  </div>
</template>
