<script setup lang="ts">
/** What a test is: its title, kind, subject, grades, directions, the time it is made for and how points are counted. */
import { testKinds, type Change, type Outline } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import GradeRow from '../../parts/GradeRow.vue';
import { useLibrary } from '../library/library';
import { pointsText } from '../shared/words';
import { useTyped } from './useTyped';

const props = defineProps<{ outline: Outline; total: number; mayChange: boolean }>();
const emit = defineEmits<{ change: [text: string, ...changes: Change[]] }>();
const library = useLibrary();
type Facts = Extract<Change, { do: 'describe' }>['facts'];

const fields = {
  title: useTyped(() => props.outline.title),
  directions: useTyped(() => props.outline.directions),
  subject: useTyped(() => props.outline.subject),
  minutes: useTyped(() => props.outline.minutes),
  heldTotal: useTyped(() => props.outline.heldTotal),
};
const wrong = ref('');
const { title, directions, subject, minutes, heldTotal } = fields;
const describe = (facts: Facts, text = 'a change of the heading') =>
  emit('change', text, { do: 'describe', facts });
function keep(name: 'title' | 'directions' | 'subject'): void {
  const text = fields[name].value;
  if (text !== props.outline[name]) describe({ [name]: text });
}
function keepNumber(name: 'minutes' | 'heldTotal', limit: number, sentence: string): void {
  const typed = fields[name].value.trim();
  const next = typed === '' ? null : Number(typed.replace(',', '.'));
  if (next !== null && !(next > 0 && next <= limit)) wrong.value = sentence;
  else {
    wrong.value = '';
    if (next !== props.outline[name])
      describe({ [name]: next }, name === 'minutes' ? 'the time' : 'the total');
  }
}
const subjects = computed(() =>
  [...new Set([...library.standards.values()].map((standard) => standard.subject))].filter(Boolean),
);
const hold = (event: Event) =>
  describe(
    {
      heldTotal: (event.target as HTMLSelectElement).value === 'share' ? props.total || 100 : null,
    },
    'how points are counted',
  );
const grades = computed(() =>
  [...new Set([...library.grades, ...props.outline.grades])].sort((a, b) => a - b),
);
</script>

<template>
  <div class="testhead">
    <input
      v-model="title"
      class="title"
      aria-label="Title of the test"
      placeholder="Title"
      maxlength="200"
      :readonly="!mayChange"
      @change="keep('title')"
    />
    <div class="line">
      <select
        class="plain-input"
        aria-label="Kind of test"
        :value="outline.kind"
        :disabled="!mayChange"
        @change="
          describe(
            { kind: ($event.target as HTMLSelectElement).value as Outline['kind'] },
            'the kind',
          )
        "
      >
        <option v-for="kind in testKinds" :key="kind" :value="kind">{{ kind }}</option>
      </select>
      <input
        v-model="subject"
        class="plain-input subject"
        list="subjects"
        aria-label="Subject"
        placeholder="Subject"
        maxlength="60"
        :readonly="!mayChange"
        @change="keep('subject')"
      />
      <datalist id="subjects">
        <option v-for="entry in subjects" :key="entry" :value="entry" />
      </datalist>
      <GradeRow
        :model-value="outline.grades"
        :grades="grades"
        label="Grades of the test"
        each="For grade"
        :disabled="!mayChange"
        @update:model-value="describe({ grades: $event }, 'a change of the grades')"
      />
    </div>
    <div class="line">
      <label>
        Made for
        <input
          v-model="minutes"
          class="plain-input few"
          inputmode="decimal"
          aria-label="Minutes that the test is made for"
          placeholder="–"
          :readonly="!mayChange"
          @change="keepNumber('minutes', 1440, 'The time is a number of minutes above zero.')"
        />
        min
      </label>
      <select
        class="plain-input"
        aria-label="How points are counted"
        :value="outline.heldTotal === null ? 'value' : 'share'"
        :disabled="!mayChange"
        @change="hold"
      >
        <option value="value">Each item has its own points</option>
        <option value="share">Items share a fixed total</option>
      </select>
      <label v-if="outline.heldTotal !== null">
        of
        <input
          v-model="heldTotal"
          class="plain-input few"
          inputmode="decimal"
          aria-label="Total that is shared"
          :readonly="!mayChange"
          @change="keepNumber('heldTotal', 10000, 'The total is a number above zero.')"
        />
        pt
      </label>
      <span v-else class="faded">{{ pointsText(total) }} pt in all</span>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <textarea
      v-model="directions"
      class="directions"
      rows="1"
      aria-label="Directions"
      placeholder="Directions for students, if there are any"
      maxlength="4000"
      :readonly="!mayChange"
      @change="keep('directions')"
    />
  </div>
</template>

<style scoped>
.title {
  width: 100%;
  border: 0;
  border-bottom: 2px solid var(--rule-strong);
  background: none;
  font-family: var(--serif);
  font-size: 1.35rem;
  font-weight: 600;
  padding: 2px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  margin-top: 7px;
}
.line .plain-input {
  width: auto;
  min-height: 32px;
  padding: 3px 7px;
}
.line .subject {
  width: 140px;
}
.line .few {
  width: 58px;
  text-align: right;
}
.directions {
  width: 100%;
  border: 0;
  background: none;
  resize: vertical;
  margin-top: 6px;
  padding: 4px 0;
  font-style: italic;
}
</style>
