<script setup lang="ts">
/** What a test is: its title, kind, subject, grades, directions, the time it is made for and how points are counted. */
import { testKinds, type Change, type Outline } from '@oaken/core/assessments';
import { computed, ref } from 'vue';
import GradeRow from '../shared/GradeRow.vue';
import GivenStandards from '../library/GivenStandards.vue';
import { useLibrary } from '../library/library';
import { pointsText } from '../shared/words';
import { useTyped } from './useTyped';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  outline: Outline;
  total: number;
  /** Ids of the standards of its items. */
  itemStandards: readonly number[];
  mayChange: boolean;
}>();
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
/** Folded to one line once there are items, so that they have the page. */
const open = ref(props.outline.sections.every(({ entries }) => entries.length === 0));
const { title, directions, subject, minutes, heldTotal } = fields;
const describe = (facts: Facts, text = say('tests.aChangeHeading')) =>
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
      describe({ [name]: next }, name === 'minutes' ? say('tests.theTime') : say('tests.theTotal'));
  }
}
const subjects = computed(() =>
  [...new Set([...library.standards.values()].map((standard) => standard.subject))].filter(Boolean),
);
const hold = (counting: 'value' | 'share') =>
  describe(
    { heldTotal: counting === 'share' ? props.total || 100 : null },
    say('tests.howPointsCounted'),
  );
const grades = computed(() =>
  [...new Set([...library.grades, ...props.outline.grades])].sort((a, b) => a - b),
);
const inWords = computed(() => {
  const { kind, minutes: time, heldTotal: total } = props.outline;
  return [
    kind,
    props.outline.subject,
    props.outline.grades.length > 0 &&
      say('tests.gradeGrades', { grades: props.outline.grades.join(', ') }),
    time !== null && say('tests.timeMin', { time }),
    total === null
      ? say('tests.totalPtTotal', { total: pointsText(props.total) })
      : say('tests.sharedTotalInLine', { total: pointsText(total) }),
  ]
    .filter(Boolean)
    .join(' · ');
});
</script>

<template>
  <p class="folded">
    <ElButton link class="word" :aria-expanded="open" @click="open = !open">
      {{ say('tests.settings') }}
    </ElButton>
    <span v-if="!open" class="faded">{{ inWords }}</span>
  </p>
  <div v-if="open" class="testhead">
    <ElInput
      v-model="title"
      class="title bare"
      :aria-label="say('tests.titleTest')"
      :placeholder="say('common.title')"
      maxlength="200"
      :readonly="!mayChange"
      @change="keep('title')"
    />
    <div class="line">
      <SelectField
        :aria-label="say('tests.kindTest')"
        :model-value="outline.kind"
        :disabled="!mayChange"
        @update:model-value="describe({ kind: $event as Outline['kind'] }, say('tests.theKind'))"
        ><ElOption v-for="kind in testKinds" :key="kind" :value="kind" :label="kind"
      /></SelectField>
      <ElInput
        v-model="subject"
        class="subject"
        list="subjects"
        :aria-label="say('common.subject')"
        :placeholder="say('common.subject')"
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
        :label="say('tests.gradesTest')"
        :each="say('tests.forGrade')"
        :disabled="!mayChange"
        @update:model-value="describe({ grades: $event }, say('tests.aChangeGrades'))"
      />
    </div>
    <div class="line">
      <label>
        {{ say('tests.time') }}
        <ElInput
          v-model="minutes"
          class="few"
          inputmode="decimal"
          :aria-label="say('tests.minutesTest')"
          placeholder="–"
          :readonly="!mayChange"
          @change="keepNumber('minutes', 1440, say('tests.theTimeNumberMinutes'))"
        />
        {{ say('tests.min') }}
      </label>
      <SelectField
        :aria-label="say('tests.howPointsCountedTitle')"
        :model-value="outline.heldTotal === null ? 'value' : 'share'"
        :disabled="!mayChange"
        @update:model-value="hold"
        ><ElOption value="value" :label="say('tests.eachItemHasIts')" /><ElOption
          value="share"
          :label="say('tests.itemsShareFixedTotal')"
      /></SelectField>
      <label v-if="outline.heldTotal !== null">
        {{ say('tests.ofInline') }}
        <ElInput
          v-model="heldTotal"
          class="few"
          inputmode="decimal"
          :aria-label="say('tests.totalShared')"
          :readonly="!mayChange"
          @change="keepNumber('heldTotal', 10000, say('tests.theTotalNumberAbove'))"
        />
        {{ say('tests.pt') }}
      </label>
      <span v-else class="faded">{{
        say('tests.totalPtTotal', { total: pointsText(total) })
      }}</span>
    </div>
    <GivenStandards
      class="line"
      :model-value="outline.standards"
      :of-items="itemStandards"
      :may-change="mayChange"
      @update:model-value="describe({ standards: $event }, say('tests.aChangeStandards'))"
    />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ElInput
      v-model="directions"
      class="directions bare"
      :rows="1"
      :aria-label="say('tests.directions')"
      :placeholder="say('tests.directionsStudentsOptional')"
      maxlength="4000"
      :readonly="!mayChange"
      @change="keep('directions')"
      type="textarea"
    />
  </div>
</template>

<style scoped>
.folded {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin: 0;
  font-size: 0.9rem;
}
.folded span {
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
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
