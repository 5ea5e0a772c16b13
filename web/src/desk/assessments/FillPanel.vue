<script setup lang="ts">
/** Filling a blueprint from the banks: what is asked for, how far it is, and what was found. */
import type { Blueprint } from '@oaken/core/assembly';
import { allEntries } from '@oaken/core/assessments';
import { elementAt } from '@oaken/core/certain';
import { count } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import { done, failed } from '../shared/undo';
import FilledResult from './FilledResult.vue';
import { useFill } from './useFill';
import type { useTest } from './useTest';
import SelectField from '../../parts/SelectField.vue';

const props = defineProps<{
  testId: number;
  test: ReturnType<typeof useTest>;
  blueprint: Blueprint;
  /** What stands against filling it. */
  problems: readonly string[];
}>();
const emit = defineEmits<{ without: [itemId: number] }>();
const router = useRouter();
const { outline, mayChange } = props.test;
const { filled, step, candidates, elapsed, wrong, busy, fill, stop, changesFor } = useFill(
  props.testId,
  props.test,
);
const keep = ref(true);
const forms = ref(1);
const seconds = ref(20);
const entries = computed(() => (outline.value ? allEntries(outline.value) : []));
const entryCount = computed(() => entries.value.length);

const stepWords = {
  reading: 'Reading the banks',
  fitting: 'Fitting items to the cells',
  balancing: 'Bringing the difficulty to its target, and forms to each other',
};
/** Whether what is shown was found around the items that the test has. */
const kept = ref(true);
function start(): Promise<void> {
  kept.value = keep.value;
  return fill(props.blueprint, {
    forms: forms.value,
    seconds: seconds.value,
    keep: keep.value ? [...new Set(entries.value.map(({ itemId }) => itemId))] : [],
  });
}
/** An item that the teacher does not want: the machine looks again without it. */
function keepOut(itemId: number): void {
  emit('without', itemId);
  void start();
}
function take(): void {
  if (!outline.value || !filled.value) return;
  try {
    const changes = changesFor(outline.value, filled.value, kept.value);
    if (changes.length > 0) props.test.change('filling the blueprint', ...changes);
    const items = elementAt(filled.value.forms, 0).length;
    done(`The test has the ${count(items, 'item')} now. Go on as with any other test.`);
    void props.test.settled().then(() => router.push(`/tests/${props.testId}`));
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <template v-if="mayChange">
    <ElCheckbox class="tick" v-model="keep" :disabled="entryCount === 0">
      keep the {{ count(entryCount, 'item') }} that the test has</ElCheckbox
    >
    <div class="line">
      <label
        >Parallel forms
        <SelectField v-model="forms" aria-label="Parallel forms"
          ><ElOption :value="1" label="one" /><ElOption :value="2" label="two, A and B" /><ElOption
            :value="3"
            label="three, A, B and C" /></SelectField
      ></label>
      <label
        >at most
        <SelectField v-model="seconds" aria-label="Seconds at most"
          ><ElOption
            v-for="n in [5, 10, 20, 40, 60]"
            :key="n"
            :value="n"
            :label="`${n} s`" /></SelectField
      ></label>
    </div>
    <p v-for="problem in problems" :key="problem" class="wrong">{{ problem }}</p>
    <ElButton v-if="!busy" type="primary" :disabled="problems.length > 0" @click="start"
      >Fill it from the banks</ElButton
    >
    <div v-else class="progress" role="status">
      <progress :max="seconds" :value="Math.min(elapsed, seconds)" aria-label="Time used" />
      <p>
        {{ step && stepWords[step] }} …
        {{ candidates ? `${candidates.toLocaleString('en')} items, ` : ''
        }}{{ elapsed.toFixed(0) }} s
        <ElButton @click="stop">Stop</ElButton>
      </p>
    </div>
  </template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <FilledResult v-if="filled" :filled="filled" :blueprint="blueprint" @without="keepOut">
    <p>
      <ElButton type="primary" @click="take">{{
        kept || entryCount === 0 ? 'Put them into the test' : 'Make the test of these'
      }}</ElButton>
    </p>
  </FilledResult>
  <EmptyNote v-else-if="!busy && !wrong" title="Nothing is chosen yet."
    >The machine looks for the items that fit every cell at once, within the time and as hard as you
    want. You go on editing what it finds.</EmptyNote
  >
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
  margin: 0 0 10px;
}
.tick {
  display: block;
  padding: 3px 0;
}
progress {
  width: 100%;
  accent-color: var(--oak);
}
</style>
