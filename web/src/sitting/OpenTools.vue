<script setup lang="ts">
/** The tools that lie open over the question. */
import { defineAsyncComponent } from 'vue';
import type { useTools } from './useTools';

const props = defineProps<{
  entry: string;
  tools: ReturnType<typeof useTools>;
}>();
/** Loaded when they are first asked for. */
const CalculatorPanel = defineAsyncComponent(() => import('./CalculatorPanel.vue'));
const ScratchPad = defineAsyncComponent(() => import('./ScratchPad.vue'));
const MeasureTool = defineAsyncComponent(() => import('./MeasureTool.vue'));
const { level, isOpen, pads, tape, toggle } = props.tools;
</script>

<template>
  <MeasureTool v-if="isOpen('ruler')" tool="ruler" />
  <MeasureTool v-if="isOpen('protractor')" tool="protractor" />
  <CalculatorPanel
    v-if="level && isOpen('calculator')"
    v-model:tape="tape"
    :level="level"
    @close="toggle('calculator')"
  />
  <ScratchPad
    v-if="pads && isOpen('scratch-pad')"
    :key="entry"
    :entry="entry"
    :pads="pads"
    @close="toggle('scratch-pad')"
  />
</template>
