<script setup lang="ts">
/** A calculator with a paper tape: each line that was worked out stays above, to be used again. */
import type { MessageKey } from '@oaken/words';
import { computed, nextTick, ref } from 'vue';
import { say } from '../words';
import {
  workOut,
  type AngleUnit,
  type CalculatorLevel,
  type CalculatorProblem,
} from './calculator';
import FloatingPanel from './FloatingPanel.vue';

const props = defineProps<{ level: CalculatorLevel }>();
const emit = defineEmits<{ close: [] }>();
/** What was worked out since the page was opened, the latest last. */
const tape = defineModel<{ line: string; result: string }[]>('tape', { required: true });
const line = ref('');
const unit = ref<AngleUnit>('degrees');
const problem = ref<CalculatorProblem | null>(null);
const field = ref<HTMLInputElement>();
/** Where keys write; a field without focus does not tell. */
const caret = ref(0);
const noteCaret = () => (caret.value = field.value?.selectionStart ?? line.value.length);
const paper = ref<HTMLElement>();
/** The line shows what was worked out; the next digit begins another one. */
const settled = ref(false);
const problemKeys: Record<CalculatorProblem, MessageKey> = {
  'division-by-zero': 'tools.problems.division-by-zero',
  'no-number': 'tools.problems.no-number',
  'too-large': 'tools.problems.too-large',
  unreadable: 'tools.problems.unreadable',
  'too-long': 'tools.problems.too-long',
};
/** A tape has an end. */
const longestTape = 60;

interface Key {
  shows: string;
  /** What it writes; without it, what it shows. */
  writes?: string;
  label?: string;
  /** Stands out: one of the four rules. */
  rule?: boolean;
}
const basicKeys = computed<Key[]>(() => [
  ...['7', '8', '9'].map((shows) => ({ shows })),
  { shows: '÷', rule: true },
  ...['4', '5', '6'].map((shows) => ({ shows })),
  { shows: '×', rule: true },
  ...['1', '2', '3'].map((shows) => ({ shows })),
  { shows: '−', rule: true },
  { shows: '0' },
  { shows: '.' },
  { shows: '%' },
  { shows: '+', rule: true },
]);
const topKeys = computed<Key[]>(() => [
  { shows: '(' },
  { shows: ')' },
  { shows: '√', label: say('tools.root'), writes: '√(' },
]);
const scientificKeys = computed<Key[]>(() =>
  props.level === 'basic'
    ? []
    : [
        ...['sin', 'cos', 'tan'].map((shows) => ({ shows, writes: `${shows}(` })),
        { shows: 'x²', label: say('tools.square'), writes: '²' },
        ...['asin', 'acos', 'atan'].map((shows) => ({ shows, writes: `${shows}(` })),
        { shows: 'xʸ', label: say('tools.power'), writes: '^' },
        ...['ln', 'log'].map((shows) => ({ shows, writes: `${shows}(` })),
        { shows: 'π' },
        { shows: 'e' },
      ],
);

function write(text: string): void {
  // After a result a sign goes on with it, and a number begins anew.
  if (settled.value && /^[\d.(√a-zπ]/.test(text)) line.value = '';
  settled.value = false;
  problem.value = null;
  const from = Math.min(caret.value, line.value.length);
  line.value = line.value.slice(0, from) + text + line.value.slice(from);
  caret.value = from + text.length;
}
function deleteLast(): void {
  const from = Math.min(caret.value, line.value.length);
  line.value = line.value.slice(0, Math.max(0, from - 1)) + line.value.slice(from);
  caret.value = Math.max(0, from - 1);
  [settled.value, problem.value] = [false, null];
}
function clearAll(): void {
  line.value = '';
  caret.value = 0;
  [settled.value, problem.value] = [false, null];
}
async function work(): Promise<void> {
  if (line.value.trim() === '') return;
  const worked = workOut(line.value, props.level, unit.value);
  if (!worked.ok) return void (problem.value = worked.problem);
  tape.value = [...tape.value, { line: line.value.trim(), result: worked.text }].slice(
    -longestTape,
  );
  line.value = worked.text;
  caret.value = line.value.length;
  settled.value = true;
  await nextTick();
  paper.value?.scrollTo({ top: paper.value.scrollHeight });
}
</script>

<template>
  <FloatingPanel
    :title="say('tools.calculator')"
    :width="level === 'basic' ? 300 : 380"
    @close="emit('close')"
  >
    <form class="calculator" @submit.prevent="work">
      <ol v-if="tape.length" ref="paper" class="tape" :aria-label="say('tools.tape')" tabindex="0">
        <li v-for="(done, index) in tape" :key="index">
          <span class="line">{{ done.line }} =</span>
          <button
            type="button"
            class="result"
            :aria-label="say('tools.useAgain', { value: done.result })"
            @click="write(done.result)"
          >
            {{ done.result }}
          </button>
        </li>
      </ol>
      <input
        ref="field"
        v-model="line"
        data-first
        class="plain-input"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        inputmode="none"
        maxlength="120"
        :aria-label="say('tools.calculation')"
        :aria-invalid="problem !== null"
        @input="[settled, problem] = [false, null]"
        @keyup="noteCaret"
        @click="noteCaret"
      />
      <p class="problem" role="status">{{ problem ? say(problemKeys[problem]) : '' }}</p>
      <fieldset v-if="level === 'scientific'" class="angles">
        <legend>{{ say('tools.angles') }}</legend>
        <label
          ><input v-model="unit" type="radio" value="degrees" /> {{ say('tools.degrees') }}</label
        >
        <label
          ><input v-model="unit" type="radio" value="radians" /> {{ say('tools.radians') }}</label
        >
      </fieldset>
      <div class="keys functions" role="group" :aria-label="say('tools.functions')">
        <button
          v-for="key in [...scientificKeys, ...topKeys]"
          :key="key.shows"
          type="button"
          class="key small"
          :aria-label="key.label && `${key.shows}: ${key.label}`"
          @click="write(key.writes ?? key.shows)"
        >
          {{ key.shows }}
        </button>
        <button
          type="button"
          class="key small"
          :aria-label="say('tools.deleteLast')"
          @click="deleteLast"
        >
          ⌫
        </button>
      </div>
      <div class="keys" role="group" :aria-label="say('tools.keys')">
        <button
          v-for="key in basicKeys"
          :key="key.shows"
          type="button"
          class="key"
          :class="{ rule: key.rule }"
          @click="write(key.shows)"
        >
          {{ key.shows }}
        </button>
        <button type="button" class="key wide" @click="clearAll">
          {{ say('tools.clearAll') }}
        </button>
        <button class="key wide equals" :aria-label="say('tools.workOut')">=</button>
      </div>
    </form>
  </FloatingPanel>
</template>

<style scoped>
.calculator {
  display: grid;
  gap: 8px;
  padding: 10px 12px 12px;
}
.tape {
  margin: 0;
  padding: 0;
  list-style: none;
  max-height: 112px;
  overflow: auto;
  font-variant-numeric: tabular-nums;
}
.tape li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
  border-bottom: var(--line);
}
.line {
  color: var(--faded);
  overflow-wrap: anywhere;
}
.result {
  font: inherit;
  font-weight: 650;
  color: var(--secure);
  background: none;
  border: 0;
  padding: 4px 2px;
  min-height: 32px;
  cursor: pointer;
}
input.plain-input {
  width: 100%;
  text-align: end;
  font-size: 1.35rem;
  font-variant-numeric: tabular-nums;
}
.problem {
  margin: 0;
  color: var(--low);
}
.problem:empty {
  display: none;
}
.angles {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  gap: 14px;
}
.angles legend {
  float: inline-start;
  padding: 0;
  margin-inline-end: 10px;
  color: var(--faded);
}
.keys {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
}
.functions {
  grid-template-columns: repeat(auto-fit, minmax(50px, 1fr));
}
.functions .key {
  min-height: 40px;
}
.key {
  min-height: 44px;
  font: inherit;
  font-size: 1.1rem;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  cursor: pointer;
}
.key:hover {
  background: var(--wash);
}
.small {
  font-size: 0.95rem;
  background: var(--paper);
}
.rule {
  font-weight: 650;
  color: var(--oak);
}
.wide {
  grid-column: span 2;
}
.equals {
  background: var(--oak);
  color: var(--on-oak);
  font-size: 1.3rem;
}
.equals:hover {
  background: var(--oak-deep);
}
</style>
