<script setup lang="ts">
/** The text with the words that can be circled underlined. */
import type { SittingWordsInText } from '@oaken/core/items';
import { computed } from 'vue';
import RichText from '../../parts/RichText.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ part: SittingWordsInText }>();
const howMany = computed(() => {
  const { mostChosen } = props.part;
  if (mostChosen === undefined) return say('kinds.allThatFit');
  return say('kinds.up', { n: mostChosen });
});
</script>

<template>
  <p class="how">
    {{ say('kinds.circleHowManyUnderlined', { n: part.mostChosen ?? 0, howMany }) }}
  </p>
  <RichText class="words" :html="part.text" />
</template>

<style scoped>
.words :deep([data-words]) {
  text-decoration: underline;
}
</style>
