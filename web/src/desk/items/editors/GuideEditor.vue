<script setup lang="ts">
/** The criteria of a marking guide, each with its levels; the points of the part are the sum of the best levels. */
import { criteriaPoints, freshId, type Criterion } from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { under, type Problem } from '../problems';

const props = defineProps<{ criteria: Criterion[]; problems: Problem[] }>();
const emit = defineEmits<{ change: [criteria: Criterion[]] }>();

type Level = Criterion['levels'][number];
const usual: Level[] = [3, 2, 1, 0].map((points) => ({ points, words: '' }));
const add = () =>
  emit('change', [
    ...props.criteria,
    { id: freshId(props.criteria.map(({ id }) => id)), name: '', levels: usual },
  ]);
const setAt = (at: number, own: Criterion) => emit('change', props.criteria.with(at, own));
const remove = (at: number) => emit('change', props.criteria.toSpliced(at, 1));
const setLevel = (at: number, to: number, own: Partial<Level>) =>
  setAt(at, {
    ...props.criteria[at]!,
    levels: props.criteria[at]!.levels.with(to, { ...props.criteria[at]!.levels[to]!, ...own }),
  });
const addLevel = (at: number) =>
  setAt(at, {
    ...props.criteria[at]!,
    levels: [...props.criteria[at]!.levels, { points: Number.NaN, words: '' }],
  });
const removeLevel = (at: number, to: number) =>
  setAt(at, { ...props.criteria[at]!, levels: props.criteria[at]!.levels.toSpliced(to, 1) });
const text = (event: Event) => (event.target as HTMLInputElement).value;
function points(event: Event): number {
  const typed = text(event).trim().replace(',', '.');
  return typed === '' ? Number.NaN : Number(typed);
}
</script>

<template>
  <p v-if="criteria.length" class="faded small">
    Together {{ count(criteriaPoints(criteria) || 0, 'point') }}: the best level of each.
  </p>
  <section v-for="(own, at) in criteria" :key="own.id" class="criterion">
    <p class="head">
      <input
        class="plain-input"
        :value="own.name"
        :aria-label="`Criterion ${at + 1}`"
        placeholder="What is looked at, such as: gives evidence"
        @input="setAt(at, { ...own, name: text($event) })"
      />
      <button type="button" class="word" @click="remove(at)">remove</button>
    </p>
    <p v-for="(level, to) in own.levels" :key="to" class="level">
      <input
        class="plain-input"
        inputmode="decimal"
        :value="Number.isNaN(level.points) ? '' : level.points"
        :aria-label="`Points of level ${to + 1} of criterion ${at + 1}`"
        @change="setLevel(at, to, { points: points($event) })"
      />
      <input
        class="plain-input"
        :value="level.words"
        :aria-label="`Words for level ${to + 1} of criterion ${at + 1}`"
        placeholder="what work at this level looks like"
        @input="setLevel(at, to, { words: text($event) })"
      />
      <button v-if="own.levels.length > 2" type="button" class="word" @click="removeLevel(at, to)">
        remove
      </button>
    </p>
    <button v-if="own.levels.length < 8" type="button" class="word" @click="addLevel(at)">
      Add a level
    </button>
  </section>
  <button v-if="criteria.length < 8" type="button" class="word" @click="add">
    {{ criteria.length ? 'Add a criterion' : 'Add criteria with levels' }}
  </button>
  <p
    v-for="problem in under(problems, '/criteria')"
    :key="problem.pointer + problem.message"
    class="wrong"
  >
    {{ problem.message }}
  </p>
</template>

<style scoped>
.criterion {
  border-left: 3px solid var(--rule-strong);
  padding-left: 12px;
  margin: 10px 0;
}
p {
  margin: 0 0 6px;
}
.head,
.level {
  display: grid;
  grid-template-columns: 1fr 60px;
  gap: 10px;
}
.level {
  grid-template-columns: 64px 1fr 60px;
}
.head input {
  font-weight: 600;
}
</style>
