<script setup lang="ts">
/** Every figure of the results, explained. */
import { say } from '../../words/teacher';
import PageHead from '../shared/PageHead.vue';
import TermText from './TermText.vue';
import { terms } from './terms';
</script>

<template>
  <PageHead :title="say('glossary.labels.title')" :where="say('glossary.labels.where')" />
  <div class="glossary" role="region" tabindex="0" :aria-label="say('glossary.labels.title')">
    <section v-for="term in terms" :id="term" :key="term">
      <h2>{{ say(`glossary.${term}.name`) }}</h2>
      <TermText :term="term" />
    </section>
  </div>
</template>

<style scoped>
.glossary {
  columns: 34em;
  column-gap: 40px;
  padding: 18px 24px;
  overflow: auto;
}
section {
  break-inside: avoid;
  padding: 10px 0;
  border-bottom: var(--line);
}
</style>
