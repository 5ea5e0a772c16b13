<script setup lang="ts">
/** What students may use with every question of the assignment. */
import { allowedTools, type StudentTool } from '@oaken/core/items';
import { computed } from 'vue';
import ToolChoice from '../shared/ToolChoice.vue';
import { say } from '../../words/teacher';
import FoldedSetting from './FoldedSetting.vue';

const tools = defineModel<StudentTool[]>({ required: true });
const toolWords: Record<StudentTool, string> = {
  'basic-calculator': say('common.basicCalculator'),
  'scientific-calculator': say('common.scientificCalculator'),
  ruler: say('common.ruler'),
  protractor: say('common.protractor'),
};
const value = computed(
  () =>
    allowedTools(tools.value)
      .map((tool) => toolWords[tool])
      .join(', ') || say('assignments.onlyWhatItemsAllow'),
);
</script>

<template>
  <FoldedSetting :name="say('assignments.toolsSetting')" :value="value">
    <p class="hint">{{ say('assignments.toolsHint') }}</p>
    <ToolChoice v-model="tools" />
  </FoldedSetting>
</template>
