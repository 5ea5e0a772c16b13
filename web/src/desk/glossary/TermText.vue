<script setup lang="ts">
/** What a figure says, how it is calculated, and when to be careful with it. */
import { say } from '../../words/teacher';
import type { Term } from './terms';

defineProps<{ term: Term }>();
const parts = ['says', 'computed', 'distrust'] as const;
</script>

<template>
  <dl>
    <template v-for="part in parts" :key="part">
      <dt>{{ say(`glossary.labels.${part}`) }}</dt>
      <dd>{{ say(`glossary.${term}.${part}`) }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0 0 6px;
}
</style>
