<script setup lang="ts">
/** How the class has answered: the spread, what asking again changed, and what stands behind wrong answers. */
import type { RoundDesk } from '@oaken/contract/rounds';
import type { PartSpread } from '@oaken/core/rounds';
import { computed } from 'vue';
import { percent } from '../shared/words';
import SpreadBars from '../../rounds/SpreadBars.vue';
import { say } from '../../words/teacher';

const props = defineProps<{
  asking: NonNullable<RoundDesk['asking']>;
  /** Whether right and wrong may be seen: the page may be on the wall. */
  marks: boolean;
}>();
const marked = computed(() => props.marks && props.asking.step !== 'open');
const beforeOf = (part: PartSpread) =>
  props.asking.before?.find((earlier) => earlier.part === part.part) ?? null;
const twice = computed(() => (marked.value ? props.asking.twice : null));
/** Where fewer were right than before, nothing was gained. */
const gain = computed(() => {
  const value = twice.value?.gain ?? null;
  return value !== null && value >= 0 ? percent(value) : null;
});
</script>

<template>
  <section>
    <h2>{{ say('rounds.spread') }}</h2>
    <SpreadBars
      v-for="part in asking.spread"
      :key="part.part"
      :spread="part"
      :before="beforeOf(part)"
      :right-ids="marked ? asking.rightIds : []"
      :right-word="say('rounds.right')"
    />
    <template v-if="twice">
      <p>
        {{ say('rounds.twice', { n: twice.students, first: twice.first, second: twice.second }) }}
        {{
          say('rounds.changed', {
            wrongToRight: twice.wrongToRight,
            rightToWrong: twice.rightToWrong,
          })
        }}
      </p>
      <p v-if="gain !== null" class="faded">{{ say('rounds.gain', { gain }) }}</p>
    </template>
    <template v-if="marked && asking.misconceptions.length">
      <h3>{{ say('rounds.misconceptions') }}</h3>
      <p v-for="line in asking.misconceptions" :key="line.text">
        {{ say('rounds.studentsTook', { n: line.students, text: line.text }) }}
        <span class="faded">{{ line.misconception }}</span>
      </p>
    </template>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 16px;
}
h3 {
  margin-top: 14px;
}
</style>
