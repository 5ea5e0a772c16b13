<script setup lang="ts">
/** The verbs of a round from where it stands, and how the next question is opened. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { lengthInWords } from '@oaken/core/timing';
import { computed, ref } from 'vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';
import { stepsFrom, type RoundStep } from './roundSteps';

const props = defineProps<{ round: RoundDesk; busy: boolean }>();
const emit = defineEmits<{ step: [step: RoundStep]; aloud: [] }>();
/** Longer where each works alone. */
const limits = computed(() =>
  props.round.pace
    ? [null, 300_000, 600_000, 900_000, 1_800_000]
    : [null, 30_000, 60_000, 120_000, 300_000],
);
const limit = ref<number | null>(null);
const untilAll = ref(false);
const limitWords = (length: number | null) =>
  length === null ? say('rounds.noLimit') : lengthInWords(length);
const steps = computed(() =>
  stepsFrom(props.round, { limit: limit.value, untilAll: untilAll.value }),
);
const pace = computed(() => props.round.pace?.step ?? null);
const opens = computed(() =>
  pace.value === null ? props.round.asking?.step !== 'open' : pace.value === 'ready',
);
const mayAskAloud = computed(() => pace.value === null && props.round.asking?.step !== 'open');
defineExpose({ opening: () => ({ limit: limit.value, untilAll: untilAll.value }) });
</script>

<template>
  <div class="steps" role="group" :aria-label="say('rounds.steps')">
    <ElButton
      v-for="step in steps"
      :key="step.id"
      :type="step.main ? 'primary' : 'default'"
      size="large"
      :disabled="busy"
      @click="emit('step', step)"
      >{{ step.words }}</ElButton
    >
    <ElButton
      v-if="mayAskAloud"
      size="large"
      :type="steps.length === 0 ? 'primary' : 'default'"
      :disabled="busy"
      @click="emit('aloud')"
      >{{ say('rounds.askAloud') }}</ElButton
    >
    <span v-if="opens" class="opening">
      {{ say('rounds.openFor') }}
      <SelectField v-model="limit" class="auto" :aria-label="say('rounds.openFor')"
        ><ElOption
          v-for="length in limits"
          :key="String(length)"
          :value="length"
          :label="limitWords(length)"
      /></SelectField>
      <ElCheckbox v-if="!round.pace" v-model="untilAll">{{ say('rounds.untilAll') }}</ElCheckbox>
    </span>
  </div>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-bottom: 16px;
}
.steps .el-button + .el-button {
  margin-inline-start: 0;
}
.opening {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.opening :deep(.select-field) {
  width: 150px;
}
@media (max-width: 600px) {
  .steps .el-button {
    flex: 1 1 100%;
    min-height: 56px;
    font-size: 1.1rem;
  }
}
</style>
