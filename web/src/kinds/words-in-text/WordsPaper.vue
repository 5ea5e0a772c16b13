<script setup lang="ts">
/** The text with the words that can be circled underlined. */
import type { SittingWordsInText } from '@oaken/core/items';
import RichText from '../../parts/RichText.vue';

defineProps<{ part: SittingWordsInText }>();
</script>

<template>
  <p class="how">
    Circle
    {{ part.mostChosen === 1 ? 'one' : part.mostChosen ? `up to ${part.mostChosen}` : 'all' }} of
    the underlined words that {{ part.mostChosen === 1 ? 'fits' : 'fit' }}.
  </p>
  <RichText class="words" :html="part.text" />
</template>

<style scoped>
.words :deep([data-words]) {
  text-decoration: underline;
}
</style>
