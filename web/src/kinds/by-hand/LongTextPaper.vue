<script setup lang="ts">
/** Lines to write on, and how much to write. */
import type { SittingLongText } from '@oaken/core/items';
import { computed } from 'vue';

const props = defineProps<{ part: SittingLongText }>();

const fewestLines = 3;
const mostLines = 40;
const lines = computed(() => Math.min(mostLines, Math.max(fewestLines, props.part.lines)));
const length = computed(() => {
  const { leastWords, mostWords } = props.part;
  if (leastWords && mostWords) return `${leastWords} to ${mostWords} words`;
  if (leastWords) return `At least ${leastWords} words`;
  return mostWords ? `At most ${mostWords} words` : '';
});
</script>

<template>
  <div class="lines">
    <p v-if="length" class="how">{{ length }}</p>
    <div v-for="n in lines" :key="n" class="rule" />
  </div>
</template>
