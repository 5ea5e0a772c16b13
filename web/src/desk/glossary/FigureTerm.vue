<script setup lang="ts">
/** The name of a figure; pressed, it explains itself. */
import { say } from '../../words/teacher';
import TermText from './TermText.vue';
import type { Term } from './terms';

defineProps<{ term: Term; words?: string }>();
</script>

<template>
  <ElPopover :persistent="false" trigger="click" placement="right" :width="380">
    <template #reference>
      <ElButton link class="word term">
        {{ words ?? say(`glossary.${term}.name`) }}
      </ElButton>
    </template>
    <TermText :term="term" />
    <RouterLink to="/glossary">{{ say('glossary.labels.all') }}</RouterLink>
  </ElPopover>
</template>

<style scoped>
.term {
  padding: 0;
  text-align: start;
  text-decoration-style: dotted;
}
</style>
