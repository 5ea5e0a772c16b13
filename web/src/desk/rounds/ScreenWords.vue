<script setup lang="ts">
/** Answers in words that the teacher chose: a list with counts, or a cloud in which size says how many. */
import type { PartSpread } from '@oaken/core/rounds';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { say } from '../../words';

const props = defineProps<{ spread: PartSpread }>();
const asCloud = useLocalStorage('oaken-words-cloud', false);
const most = computed(() => Math.max(1, ...props.spread.lines.map(({ students }) => students)));
/** Between one and two and a half lines high; area, not height, goes with the number. */
const sizeOf = (students: number) => `${1 + 1.5 * Math.sqrt(students / most.value)}em`;
</script>

<template>
  <section>
    <p class="ways">
      <button :aria-pressed="!asCloud" @click="asCloud = false">{{ say('wall.asList') }}</button>
      <button :aria-pressed="asCloud" @click="asCloud = true">{{ say('wall.asCloud') }}</button>
    </p>
    <ul :class="asCloud ? 'cloud' : 'list'">
      <li
        v-for="line in spread.lines"
        :key="line.id"
        :style="asCloud ? { fontSize: sizeOf(line.students) } : undefined"
      >
        <span>{{ line.text }}</span> <span class="count">{{ line.students }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: flex;
  justify-content: space-between;
  gap: 2vw;
  padding: 0.2em 0;
  border-bottom: var(--line);
}
.cloud {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1em 0.8em;
  align-items: baseline;
  font-family: var(--serif);
}
.count {
  color: var(--faded);
  font-variant-numeric: tabular-nums;
}
.cloud .count {
  font-size: 0.5em;
}
.ways {
  margin: 0 0 0.4em;
  font-size: 0.5em;
}
.ways button {
  border: 0;
  background: none;
  color: var(--faded);
  font: inherit;
  cursor: pointer;
}
.ways [aria-pressed='true'] {
  color: inherit;
  text-decoration: underline;
}
</style>
