<script setup lang="ts">
/** Whose work is read: a class, a group, a form, which attempt, from when to when. Only what can differ is offered. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { wallOf } from '@oaken/core/timing';
import { useSession } from '../../client/session';
import type { FilterName } from './useResults';
import DateField from '../../parts/DateField.vue';
import SelectField from '../../parts/SelectField.vue';

defineProps<{ results: ResultsAnswer; filters: Partial<Record<FilterName, string>> }>();
const emit = defineEmits<{ filter: [name: FilterName, value: string | null]; all: [] }>();
const session = useSession();

const attempts = {
  counting: 'the one that counts',
  best: 'the best',
  latest: 'the latest',
  first: 'the first',
  mean: 'the mean of all',
  all: 'every attempt',
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
  <div class="filters" role="group" aria-label="Whose work">
    <label v-if="results.filters.classes.length > 1"
      >Class
      <SelectField
        :model-value="filters.classId ?? '*'"
        @update:model-value="pick('classId', $event)"
        ><ElOption value="*" label="all" /><ElOption
          v-for="schoolClass in results.filters.classes"
          :key="schoolClass.id"
          :value="String(schoolClass.id)"
          :label="schoolClass.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.groups.length"
      >Group
      <SelectField
        :model-value="filters.groupId ?? '*'"
        @update:model-value="pick('groupId', $event)"
        ><ElOption value="*" label="all" /><ElOption
          v-for="group in results.filters.groups"
          :key="group.id"
          :value="String(group.id)"
          :label="group.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.forms.length"
      >Form
      <SelectField :model-value="filters.form ?? '*'" @update:model-value="pick('form', $event)"
        ><ElOption value="*" label="all" /><ElOption
          v-for="form in results.filters.forms"
          :key="form.id"
          :value="form.id"
          :label="form.name"
      /></SelectField>
    </label>
    <label v-if="results.filters.attempts"
      >Attempt
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
    <label
      >Handed in from
      <DateField
        label="Handed in from"
        :model-value="dayOf(filters.from)"
        @update:model-value="pickDay('from', $event)"
    /></label>
    <label
      >to
      <DateField
        label="Handed in to"
        :model-value="dayOf(filters.to, 1)"
        @update:model-value="pickDay('to', $event)"
    /></label>
    <button v-if="Object.keys(filters).length" type="button" class="word" @click="emit('all')">
      All of it
    </button>
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
