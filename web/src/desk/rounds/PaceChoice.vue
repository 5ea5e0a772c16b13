<script setup lang="ts">
/** Who sets the pace of a round: its teacher, or each student. */
import type { api, BodyOf } from '@oaken/contract';
import { say } from '../../words/teacher';

const pace = defineModel<BodyOf<typeof api.beginRound>['pace']>({ required: true });
/** The toolkit's choices have no null. */
const choices = [
  { value: 'led', words: say('rounds.paceLed') },
  { value: 'each', words: say('rounds.paceEach') },
  { value: 'end', words: say('rounds.paceEnd') },
] as const;
type Choice = (typeof choices)[number]['value'];
const choose = (choice: Choice) => (pace.value = choice === 'led' ? null : choice);
</script>

<template>
  <fieldset>
    <legend>{{ say('rounds.pace') }}</legend>
    <ElRadioGroup
      :model-value="pace ?? 'led'"
      class="column"
      @update:model-value="choose($event as Choice)"
    >
      <ElRadio v-for="choice in choices" :key="choice.value" :value="choice.value">{{
        choice.words
      }}</ElRadio>
    </ElRadioGroup>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
.column {
  flex-direction: column;
  align-items: flex-start;
}
</style>
