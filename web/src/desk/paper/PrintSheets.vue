<script setup lang="ts">
/** Makes the sheets that are still missing, and gives all of them as one PDF. */
import type { Paper as PaperName } from '@oaken/core/capture';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { addressOf, call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import SelectField from '../../parts/SelectField.vue';
import { done } from '../shared/undo';
import { say } from '../../words/teacher';
import type { Paper } from './usePaper';

const props = defineProps<{ assignmentId: number; paper: Paper }>();
const emit = defineEmits<{ made: [] }>();
const wish = useLocalStorage('oaken-sheets-print', {
  paper: 'letter' as PaperName,
  spares: 2,
  shuffled: false,
});
const { wrong, busy, act } = useDoing();
const hasSheets = computed(() => props.paper.sheets.length > 0);

async function print(): Promise<void> {
  const params = { assignmentId: props.assignmentId };
  const { paper, shuffled, spares } = wish.value;
  await act(async () => {
    const { made } = await call('makeSheets', {
      params,
      body: { paper, shuffled, spares: spares ?? 0 },
    });
    if (made > 0) done(say('paper.made', { n: made }));
    emit('made');
    const link = document.createElement('a');
    link.href = addressOf('printSheets', params, { paper });
    link.download = '';
    link.click();
  });
}
</script>

<template>
  <section class="print" :aria-label="say('paper.printSheets')">
    <p v-if="!hasSheets" class="faded">{{ say('paper.steps') }}</p>
    <div class="row">
      <label
        >{{ say('paper.paper') }}
        <SelectField v-model="wish.paper" :aria-label="say('paper.paper')">
          <ElOption value="letter" :label="say('paper.paperLetter')" />
          <ElOption value="a4" :label="say('paper.paperA4')" />
        </SelectField>
      </label>
      <label
        >{{ say('paper.spares') }}
        <ElInputNumber
          v-model="wish.spares"
          class="few"
          :min="0"
          :max="40"
          :aria-label="say('paper.spares')"
      /></label>
      <ElCheckbox v-model="wish.shuffled">{{ say('paper.shuffled') }}</ElCheckbox>
    </div>
    <p class="faded small hint">
      {{ wish.shuffled ? say('paper.shuffledHint') : say('paper.sameHint') }}
    </p>
    <div class="row">
      <ElButton type="primary" :loading="busy" @click="print">{{
        say(hasSheets && paper.withoutSheet === 0 ? 'paper.printAgain' : 'paper.printSheets')
      }}</ElButton>
      <span v-if="paper.withoutSheet > 0" class="faded">{{
        say('paper.withoutSheet', { n: paper.withoutSheet })
      }}</span>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </section>
</template>

<style scoped>
.print {
  padding: 14px 24px;
  border-bottom: 1px solid var(--rule);
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 20px;
}
.row label {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.few {
  width: 110px;
}
.hint {
  margin: 4px 0 10px;
}
</style>
