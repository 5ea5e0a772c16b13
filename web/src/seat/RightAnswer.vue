<script setup lang="ts">
/** What was right, and why, once it may be told. */
import RichText from '../parts/RichText.vue';
import { say } from '../words';

defineProps<{ right: string[] | null; explanation: string | null }>();
</script>

<template>
  <p v-for="(sentence, position) in right ?? []" :key="position">
    {{ say('practice.key', { answer: sentence }) }}
  </p>
  <RichText v-if="explanation" class="why" :html="explanation" />
</template>

<style scoped>
.why {
  border-inline-start: 3px solid var(--secure);
  padding-inline-start: 12px;
}
</style>
