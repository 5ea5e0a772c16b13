<script setup lang="ts">
/** Filling a blueprint from the banks: what is asked for, how far it is, and what was found. */
import type { Blueprint } from '@oaken/core/assembly';
import { allEntries } from '@oaken/core/assessments';
import { elementAt } from '@oaken/core/certain';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import { done, failed } from '../shared/undo';
import FilledResult from './FilledResult.vue';
import { useFill } from './useFill';
import type { useTest } from './useTest';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

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
  reading: say('tests.readingBanks'),
  fitting: say('tests.fittingItemsCells'),
  balancing: say('tests.matchingDifficultyForms'),
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
    if (changes.length > 0) props.test.change(say('tests.fillingBlueprint'), ...changes);
    const items = elementAt(filled.value.forms, 0).length;
    done(say('tests.theItemsInTest', { n: items }));
    void props.test.settled().then(() => router.push(`/tests/${props.testId}`));
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <template v-if="mayChange">
    <ElCheckbox class="tick" v-model="keep" :disabled="entryCount === 0">
      {{ say('tests.keepItemsTestHas', { n: entryCount }) }}</ElCheckbox
    >
    <div class="line">
      <label
        >{{ say('tests.parallelForms') }}
        <SelectField v-model="forms" :aria-label="say('tests.parallelForms')"
          ><ElOption :value="1" :label="say('tests.one')" /><ElOption
            :value="2"
            :label="say('tests.twoB')" /><ElOption
            :value="3"
            :label="say('tests.threeBC')" /></SelectField
      ></label>
      <label
        >{{ say('tests.atMost') }}
        <SelectField v-model="seconds" :aria-label="say('tests.secondsAtMost')"
          ><ElOption
            v-for="n in [5, 10, 20, 40, 60]"
            :key="n"
            :value="n"
            :label="`${n} s`" /></SelectField
      ></label>
    </div>
    <p v-for="problem in problems" :key="problem" class="wrong">{{ problem }}</p>
    <ElButton v-if="!busy" type="primary" :disabled="problems.length > 0" @click="start">{{
      say('tests.findItems')
    }}</ElButton>
    <div v-else class="progress" role="status">
      <progress
        :max="seconds"
        :value="Math.min(elapsed, seconds)"
        :aria-label="say('tests.timeUsed')"
      />
      <p>
        {{
          say('tests.stepElapsedS', {
            step: step && stepWords[step],
            value: candidates
              ? say('tests.candidatesItems', { candidates: candidates.toLocaleString('en') })
              : '',
            elapsed: elapsed.toFixed(0),
          })
        }}
        <ElButton @click="stop">{{ say('tests.stop') }}</ElButton>
      </p>
    </div>
  </template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <FilledResult v-if="filled" :filled="filled" :blueprint="blueprint" @without="keepOut">
    <p>
      <ElButton type="primary" @click="take">{{
        kept || entryCount === 0 ? say('tests.addTest') : say('tests.makeTest')
      }}</ElButton>
    </p>
  </FilledResult>
  <EmptyNote v-else-if="!busy && !wrong" :title="say('tests.nothingChosenYet')">{{
    say('tests.itemsFitEveryCell')
  }}</EmptyNote>
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
