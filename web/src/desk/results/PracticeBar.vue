<script setup lang="ts">
/** How a question went in practice: right at the first try, later, answer shown, or never solved. */
import type { ItemResult } from '@oaken/contract/results';
import { computed } from 'vue';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

const { practice, students } = defineProps<{
  practice: NonNullable<ItemResult['practice']>;
  /** Who had the question. */
  students: number;
}>();
const parts = computed(() => {
  const { first, later, shown } = practice;
  const unsolved = Math.max(0, students - first - later - shown);
  const counts = { first, later, shown, unsolved };
  let from = 0;
  return (['first', 'later', 'shown', 'unsolved'] as const).map((id) => {
    const share = counts[id] / students;
    const part = { id, share, from: 100 * from, words: words[id] };
    from += share;
    return part;
  });
});
const words = {
  first: say('results.practiceFirst'),
  later: say('results.practiceLater'),
  shown: say('results.practiceShown'),
  unsolved: say('results.practiceUnsolved'),
};
</script>

<template>
  <div v-if="students > 0" class="practice">
    <svg viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
      <rect
        v-for="{ id, share, from } in parts"
        :key="id"
        :class="id"
        :x="from"
        y="0"
        :width="100 * share"
        height="8"
      />
    </svg>
    <p class="faded small">
      <span v-for="part in parts.filter(({ share }) => share > 0)" :key="part.id" class="part"
        ><i :class="part.id" aria-hidden="true" />{{ percent(part.share) }} {{ part.words }}</span
      >
    </p>
  </div>
</template>

<style scoped>
svg {
  margin-top: 6px;
  display: block;
  width: 100%;
  max-width: 260px;
  height: 8px;
  border: 1px solid var(--rule-strong);
}
p {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  margin: 2px 0 0;
}
.part {
  white-space: nowrap;
}
i {
  display: inline-block;
  width: 0.7em;
  height: 0.7em;
  margin-inline-end: 4px;
  border: 1px solid var(--rule-strong);
}
.first {
  fill: var(--secure);
  background: var(--secure);
}
.later {
  fill: var(--partial);
  background: var(--partial);
}
.shown {
  fill: var(--low);
  background: var(--low);
}
.unsolved {
  fill: var(--sheet);
  background: var(--sheet);
}
</style>
