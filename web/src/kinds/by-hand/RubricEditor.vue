<script setup lang="ts">
/** The criteria of a rubric, each with its levels; the points of the part are the sum of the best levels. */
import { elementAt } from '@oaken/core/certain';
import { criteriaPoints, freshId, type Criterion } from '@oaken/core/items';
import { under, type Problem } from '../../parts/problems';
import CommitInput from '../../parts/CommitInput.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ criteria: Criterion[]; problems: Problem[] }>();
const emit = defineEmits<{ change: [criteria: Criterion[]] }>();

type Level = Criterion['levels'][number];
const usual: Level[] = [3, 2, 1, 0].map((points) => ({ points, words: '' }));
const add = () =>
  emit('change', [
    ...props.criteria,
    { id: freshId(props.criteria.map(({ id }) => id)), name: '', levels: usual },
  ]);
const setAt = (index: number, criterion: Criterion) =>
  emit('change', props.criteria.with(index, criterion));
const remove = (index: number) => emit('change', props.criteria.toSpliced(index, 1));
const setLevel = (index: number, to: number, level: Partial<Level>) =>
  setAt(index, {
    ...elementAt(props.criteria, index),
    levels: elementAt(props.criteria, index).levels.with(to, {
      ...elementAt(elementAt(props.criteria, index).levels, to),
      ...level,
    }),
  });
const addLevel = (index: number) =>
  setAt(index, {
    ...elementAt(props.criteria, index),
    levels: [...elementAt(props.criteria, index).levels, { points: Number.NaN, words: '' }],
  });
const removeLevel = (index: number, to: number) =>
  setAt(index, {
    ...elementAt(props.criteria, index),
    levels: elementAt(props.criteria, index).levels.toSpliced(to, 1),
  });
function points(text: string): number {
  const typed = text.trim().replace(',', '.');
  return typed === '' ? Number.NaN : Number(typed);
}
</script>

<template>
  <div>
    <p v-if="criteria.length" class="faded small">
      {{ say('kinds.togetherPointsBestLevel', { n: criteriaPoints(criteria) || 0 }) }}
    </p>
    <section v-for="(entry, index) in criteria" :key="entry.id" class="criterion">
      <p class="head">
        <ElInput
          :model-value="entry.name"
          :aria-label="say('kinds.criterionNumber', { number: index + 1 })"
          :placeholder="say('kinds.whatLookedAtSuch')"
          @input="setAt(index, { ...entry, name: $event })"
        />
        <ElButton link class="word" @click="remove(index)">{{ say('kinds.remove') }}</ElButton>
      </p>
      <p v-for="(level, to) in entry.levels" :key="to" class="level">
        <CommitInput
          inputmode="decimal"
          :model-value="Number.isNaN(level.points) ? '' : level.points"
          :aria-label="
            say('kinds.pointsLevelNumberCriterion', { number: to + 1, number2: index + 1 })
          "
          @change="setLevel(index, to, { points: points($event) })"
        />
        <ElInput
          :model-value="level.words"
          :aria-label="
            say('kinds.wordsLevelNumberCriterion', { number: to + 1, number2: index + 1 })
          "
          :placeholder="say('kinds.whatWorkAtThis')"
          @input="setLevel(index, to, { words: $event })"
        />
        <ElButton link v-if="entry.levels.length > 2" class="word" @click="removeLevel(index, to)">
          {{ say('kinds.remove') }}
        </ElButton>
      </p>
      <ElButton link v-if="entry.levels.length < 8" class="word" @click="addLevel(index)">
        {{ say('kinds.addLevel') }}
      </ElButton>
    </section>
    <ElButton link v-if="criteria.length < 8" class="word" @click="add">
      {{ criteria.length ? say('kinds.addCriterion') : say('kinds.addCriteriaWithLevels') }}
    </ElButton>
    <p
      v-for="problem in under(problems, '/criteria')"
      :key="problem.pointer + problem.message"
      class="wrong"
    >
      {{ problem.message }}
    </p>
  </div>
</template>

<style scoped>
.criterion {
  border-inline-start: 3px solid var(--rule-strong);
  padding-inline-start: 12px;
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
.head :deep(input) {
  font-weight: 600;
}
</style>
