<script setup lang="ts">
/** Whose work is read: a class, a group, a form, which attempt, from when to when. Only what can differ is offered. */
import type { ResultsAnswer } from '@oaken/contract/results';
import { wallOf } from '@oaken/core/timing';
import { useSession } from '../../client/session';
import type { FilterName } from './useResults';

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
const chosen = (event: Event) => (event.target as HTMLSelectElement).value;
const pick = (name: FilterName, event: Event) =>
  emit('filter', name, chosen(event) === '*' ? null : chosen(event));
/** Days in the school's zone; "to" is the day itself, and asks for what came before the next one. */
const day = 86_400_000;
const dayOf = (time: string | undefined, less = 0) =>
  time === undefined ? '' : wallOf(Number(time) - less, session.school.zone).slice(0, 10);
function pickDay(name: 'from' | 'to', event: Event): void {
  const typed = chosen(event);
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
      <select class="plain-input" :value="filters.classId ?? '*'" @change="pick('classId', $event)">
        <option value="*">all</option>
        <option
          v-for="schoolClass in results.filters.classes"
          :key="schoolClass.id"
          :value="String(schoolClass.id)"
        >
          {{ schoolClass.name }}
        </option>
      </select>
    </label>
    <label v-if="results.filters.groups.length"
      >Group
      <select class="plain-input" :value="filters.groupId ?? '*'" @change="pick('groupId', $event)">
        <option value="*">all</option>
        <option v-for="group in results.filters.groups" :key="group.id" :value="String(group.id)">
          {{ group.name }}
        </option>
      </select>
    </label>
    <label v-if="results.filters.forms.length"
      >Form
      <select class="plain-input" :value="filters.form ?? '*'" @change="pick('form', $event)">
        <option value="*">all</option>
        <option v-for="form in results.filters.forms" :key="form.id" :value="form.id">
          {{ form.name }}
        </option>
      </select>
    </label>
    <label v-if="results.filters.attempts"
      >Attempt
      <select
        class="plain-input"
        :value="filters.attempt ?? 'counting'"
        @change="pick('attempt', $event)"
      >
        <option v-for="(words, attempt) in attempts" :key="attempt" :value="attempt">
          {{ words }}
        </option>
      </select>
    </label>
    <label
      >Handed in from
      <input
        class="plain-input"
        type="date"
        :value="dayOf(filters.from)"
        @change="pickDay('from', $event)"
    /></label>
    <label
      >to
      <input
        class="plain-input"
        type="date"
        :value="dayOf(filters.to, 1)"
        @change="pickDay('to', $event)"
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
.plain-input {
  width: auto;
  padding: 3px 6px;
  min-height: 30px;
  font-size: 0.9rem;
}
</style>
