<script setup lang="ts">
/** Whose work is read: a class, a group, a form, which attempt, from when to when. Only what can differ is offered. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { wallOf } from '@oaken/core/timing';
import { useSession } from '../../client/session';
import type { FilterName } from './useResults';
import DateField from '../../parts/DateField.vue';
import { useGrowing } from '../../parts/useGrowing';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

defineProps<{ results: ResultsAnswer; filters: Partial<Record<FilterName, string>> }>();
const emit = defineEmits<{ filter: [name: FilterName, value: string | null]; all: [] }>();
const session = useSession();
/** The calendars come last: each is drawn before it is opened. */
const drawn = useGrowing(() => 3, 1);

const attempts = {
  counting: say('results.theOneCounts'),
  best: say('results.theBest'),
  latest: say('results.theLatest'),
  first: say('results.theFirst'),
  mean: say('results.theAverageAll'),
  worst: say('results.theLowest'),
  all: say('results.everyAttempt'),
};
const pick = (name: FilterName, chosen: string) =>
  emit('filter', name, chosen === '*' ? null : chosen);
/** Days in the school's zone; "to" is the day itself, and asks for what came before the next one. */
const day = 86_400_000;
const dayOf = (time: string | undefined, less = 0) =>
  time === undefined ? '' : wallOf(Number(time) - less, session.school.zone).slice(0, 10);
function pickDay(name: 'from' | 'to', typed: string): void {
  if (typed === '') return emit('filter', name, null);
  const [year = 0, month = 1, date = 1] = typed.split('-').map(Number);
  const noon = Date.UTC(year, month - 1, date, 12);
  // Midnight there: noon UTC less what the clock there says at that instant.
  const wall = wallOf(noon, session.school.zone);
  const off =
    Date.UTC(
      Number(wall.slice(0, 4)),
      Number(wall.slice(5, 7)) - 1,
      Number(wall.slice(8, 10)),
      Number(wall.slice(11, 13)),
      Number(wall.slice(14, 16)),
    ) - noon;
  emit('filter', name, String(noon - day / 2 - off + (name === 'to' ? day : 0)));
}
</script>

<template>
  <div class="filters" role="group" :aria-label="say('results.whoseWork')">
    <label v-if="results.filters.classes.length > 1"
      >{{ say('common.class') }}
      <SelectField
        :model-value="filters.classId ?? '*'"
        @update:model-value="pick('classId', $event)"
        ><ElOption value="*" :label="say('common.all')" /><ElOption
          v-for="schoolClass in results.filters.classes"
          :key="schoolClass.id"
          :value="String(schoolClass.id)"
          :label="schoolClass.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.groups.length"
      >{{ say('results.groupTitle') }}
      <SelectField
        :model-value="filters.groupId ?? '*'"
        @update:model-value="pick('groupId', $event)"
        ><ElOption value="*" :label="say('common.all')" /><ElOption
          v-for="group in results.filters.groups"
          :key="group.id"
          :value="String(group.id)"
          :label="group.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.forms.length"
      >{{ say('common.form') }}
      <SelectField :model-value="filters.form ?? '*'" @update:model-value="pick('form', $event)"
        ><ElOption value="*" :label="say('common.all')" /><ElOption
          v-for="form in results.filters.forms"
          :key="form.id"
          :value="form.id"
          :label="form.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.attempts"
      >{{ say('results.attempt') }}
      <SelectField
        :model-value="filters.attempt ?? 'counting'"
        @update:model-value="pick('attempt', $event)"
        ><ElOption
          v-for="(words, attempt) in attempts"
          :key="attempt"
          :value="attempt"
          :label="words"
      /></SelectField>
    </label>
    <label v-if="drawn > 1"
      >{{ say('results.handedInFrom') }}
      <DateField
        :label="say('results.handedInFrom')"
        :model-value="dayOf(filters.from)"
        @update:model-value="pickDay('from', $event)"
    /></label>
    <label v-if="drawn > 2"
      >{{ say('results.to') }}
      <DateField
        :label="say('results.handedIn')"
        :model-value="dayOf(filters.to, 1)"
        @update:model-value="pickDay('to', $event)"
    /></label>
    <ElButton link v-if="Object.keys(filters).length" class="word" @click="emit('all')">
      {{ say('results.clearFilters') }}
    </ElButton>
  </div>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding: 6px 24px;
  background: var(--paper);
  border-bottom: var(--line);
  font-size: 0.9rem;
}
label {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
