<script setup lang="ts">
/** Every figure of the results, explained. */
import { say } from '../../words/teacher';
import PageHead from '../shared/PageHead.vue';
import TermText from './TermText.vue';
import { terms } from './terms';
</script>

<template>
  <PageHead :title="say('glossary.labels.title')" :where="say('glossary.labels.where')" />
  <div class="scroll" role="region" tabindex="0" :aria-label="say('glossary.labels.title')">
    <div class="glossary">
      <section v-for="term in terms" :id="term" :key="term">
        <h2>{{ say(`glossary.${term}.name`) }}</h2>
        <TermText :term="term" />
      </section>
    </div>
  </div>
</template>

<style scoped>
/* Columns in a box of fixed height would go on to the right; the scrolling box stands around them. */
.scroll {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.glossary {
  columns: 30em;
  column-gap: 40px;
  padding: 12px 24px 24px;
}
section {
  break-inside: avoid;
  padding: 10px 0;
  border-bottom: var(--line);
}
</style>
