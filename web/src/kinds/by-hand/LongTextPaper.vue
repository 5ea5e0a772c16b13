<script setup lang="ts">
/** Lines to write on, and how much to write. */
import type { SittingLongText } from '@oaken/core/items';
import { computed } from 'vue';
import { say } from '../../words/teacher';

const props = defineProps<{ part: SittingLongText }>();

const fewestLines = 3;
const mostLines = 40;
const lines = computed(() => Math.min(mostLines, Math.max(fewestLines, props.part.lines)));
const length = computed(() => {
  const { leastWords, mostWords } = props.part;
  if (leastWords && mostWords) return say('kinds.leastWordsMostWords', { leastWords, mostWords });
  if (leastWords) return say('kinds.atLeastLeastWords', { leastWords });
  return mostWords ? say('kinds.atMostMostWords', { mostWords }) : '';
});
</script>

<template>
  <div class="lines">
    <p v-if="length" class="how">{{ length }}</p>
    <div v-for="n in lines" :key="n" class="rule" />
  </div>
</template>
