<script setup lang="ts">
/** A passage with its paragraphs or lines numbered, as it stands beside the questions about it. */
import type { ShownPassage } from '@oaken/core/passages';
import RichText from './RichText.vue';

defineProps<{ passage: ShownPassage }>();
</script>

<template>
  <article class="passage" :class="passage.numbering">
    <h2>{{ passage.title }}</h2>
    <RichText :html="passage.body" />
    <p v-if="passage.source" class="source">{{ passage.source }}</p>
  </article>
</template>

<style scoped>
.passage {
  font-family: var(--serif);
  line-height: 1.65;
  counter-reset: line;
}
h2 {
  margin: 0 0 10px;
  font-size: 1.15em;
}
.source {
  margin-top: 14px;
  font-size: 0.85em;
  color: var(--faded);
}
.paragraphs :deep(.rich > p),
.lines :deep(.rich > p) {
  position: relative;
  padding-inline-start: 2.4em;
  counter-increment: line;
}
.lines :deep(.rich > p) {
  margin: 0;
}
.paragraphs :deep(.rich > p)::before,
.lines :deep(.rich > p:nth-of-type(5n))::before {
  content: counter(line);
  position: absolute;
  inset-inline-start: 0;
  width: 1.8em;
  text-align: end;
  font: 0.82em/2 var(--text);
  color: var(--faded);
}
</style>
