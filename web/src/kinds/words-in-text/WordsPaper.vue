<script setup lang="ts">
/** The text with the words that can be circled underlined. */
import type { SittingWordsInText } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';

const props = defineProps<{ part: SittingWordsInText }>();
const howMany = computed(() => {
  const { mostChosen } = props.part;
  if (mostChosen === undefined) return 'all';
  return mostChosen === 1 ? 'one' : `up to ${mostChosen}`;
});
</script>

<template>
  <p class="how">
    Circle
    {{ howMany }} of the underlined words that {{ part.mostChosen === 1 ? 'fits' : 'fit' }}.
  </p>
  <RichText class="words" :html="part.text" />
</template>

<style scoped>
.words :deep([data-words]) {
  text-decoration: underline;
}
</style>
