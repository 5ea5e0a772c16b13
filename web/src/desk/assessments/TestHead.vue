<script setup lang="ts">
/** What a test is: its title, kind, subject, grades, directions, the time it is made for and how points are counted. */
import { testKinds, type Change, type Outline } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import GradeRow from '../../parts/GradeRow.vue';
import { useLibrary } from '../library/library';
import { pointsText } from '../shared/words';
import { useTyped } from './useTyped';
import SelectField from '../../parts/SelectField.vue';

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
const hold = (counting: 'value' | 'share') =>
  describe(
    { heldTotal: counting === 'share' ? props.total || 100 : null },
    'how points are counted',
  );
const grades = computed(() =>
  [...new Set([...library.grades, ...props.outline.grades])].sort((a, b) => a - b),
);
</script>

<template>
  <div class="testhead">
    <ElInput
      v-model="title"
      class="title bare"
      aria-label="Title of the test"
      placeholder="Title"
      maxlength="200"
      :readonly="!mayChange"
      @change="keep('title')"
    />
    <div class="line">
      <SelectField
        aria-label="Kind of test"
        :model-value="outline.kind"
        :disabled="!mayChange"
        @update:model-value="describe({ kind: $event as Outline['kind'] }, 'the kind')"
        ><ElOption v-for="kind in testKinds" :key="kind" :value="kind" :label="kind"
      /></SelectField>
      <ElInput
        v-model="subject"
        class="subject"
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
        <ElInput
          v-model="minutes"
          class="few"
          inputmode="decimal"
          aria-label="Minutes that the test is made for"
          placeholder="–"
          :readonly="!mayChange"
          @change="keepNumber('minutes', 1440, 'The time is a number of minutes above zero.')"
        />
        min
      </label>
      <SelectField
        aria-label="How points are counted"
        :model-value="outline.heldTotal === null ? 'value' : 'share'"
        :disabled="!mayChange"
        @update:model-value="hold"
        ><ElOption value="value" label="Each item has its own points" /><ElOption
          value="share"
          label="Items share a fixed total"
      /></SelectField>
      <label v-if="outline.heldTotal !== null">
        of
        <ElInput
          v-model="heldTotal"
          class="few"
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
    <ElInput
      v-model="directions"
      class="directions bare"
      :rows="1"
      aria-label="Directions"
      placeholder="Directions for students, if there are any"
      maxlength="4000"
      :readonly="!mayChange"
      @change="keep('directions')"
      type="textarea"
    />
  </div>
</template>

<style scoped>
.title {
  border-bottom: 2px solid var(--rule-strong);
  font-family: var(--serif);
  font-size: 1.35rem;
  font-weight: 600;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  margin-top: 7px;
}
.line .subject {
  width: 140px;
}
.line .few {
  width: 64px;
}
.directions {
  margin-top: 6px;
  font-style: italic;
}
</style>
