<script setup lang="ts">
/** Which question it is, of how many, what it gives; and how many are answered and left. */
import type { Done } from '@oaken/core/sitting';
import { say } from '../words';

defineProps<{ number: number; total: number; points: number; done: Done }>();
</script>

<template>
  <div class="top">
    <h2>
      {{ say('sitting.question', { number }) }}
      <span class="faded"
        >{{ say('sitting.of', { total })
        }}{{ points === 0 ? '' : ` · ${say('sitting.points', { n: points })}` }}</span
      >
    </h2>
    <p class="faded">
      {{ say('sitting.counted', { answered: done.answered, left: done.asked - done.answered }) }}
    </p>
  </div>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 0 16px;
  margin-bottom: 14px;
}
h2,
p {
  margin: 0;
}
h2 span {
  font-weight: 400;
  font-family: var(--text);
  font-size: 0.85em;
}
</style>
