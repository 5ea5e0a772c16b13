<script setup lang="ts">
/** How the answers to a question are spread: a bar for each choice or answer, with its count. */
import type { PartSpread } from '@oaken/core/rounds';
import { computed } from 'vue';

const props = defineProps<{
  spread: PartSpread;
  /** Choices that are right, where that may be seen. */
  rightIds?: readonly string[];
  /** What stands for “right” to whoever hears it. */
  rightWord?: string;
  /** The spread of an earlier asking, drawn thinner beside. */
  before?: PartSpread | null;
  /** Of the choices, for a class that holds them up. */
  letters?: readonly string[];
}>();
const most = computed(() =>
  Math.max(
    1,
    ...[...props.spread.lines, ...(props.before?.lines ?? [])].map((line) => line.students),
  ),
);
const width = (students: number) => `${Math.round((100 * students) / most.value)}%`;
const earlier = (id: string) => props.before?.lines.find((line) => line.id === id)?.students ?? 0;
/** Where choices are letters themselves, none is put before them. */
function letterOf(index: number, text: string): string {
  const letter = props.letters?.[index] ?? '';
  return letter === text ? '' : letter;
}
const isRight = (id: string) => props.rightIds?.includes(id) ?? false;
</script>

<template>
  <ul class="spread">
    <li v-for="(line, index) in spread.lines" :key="line.id" :class="{ right: isRight(line.id) }">
      <span class="text"
        ><b v-if="letterOf(index, line.text)" class="letter">{{ letterOf(index, line.text) }}</b
        >{{ line.text }}
        <b v-if="isRight(line.id)" class="mark"
          >✓ <span class="unseen">{{ rightWord }}</span></b
        ></span
      >
      <span class="bars" aria-hidden="true">
        <span v-if="before" class="bar earlier" :style="{ inlineSize: width(earlier(line.id)) }" />
        <span class="bar" :style="{ inlineSize: width(line.students) }" />
      </span>
      <span class="count"
        ><template v-if="before">{{ earlier(line.id) }} → </template>{{ line.students }}</span
      >
    </li>
  </ul>
</template>

<style scoped>
.letter {
  margin-inline-end: 0.6em;
}
.spread {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(60px, 6fr) auto;
  gap: 12px;
  align-items: center;
  padding: 5px 0;
  border-bottom: var(--line);
}
.bars {
  display: grid;
  gap: 2px;
}
.bar {
  min-inline-size: 2px;
  block-size: 14px;
  background: var(--oak-light);
}
.earlier {
  block-size: 6px;
  background: var(--rule-strong);
}
.right .bar:not(.earlier) {
  background: var(--secure);
}
.mark {
  color: var(--secure);
}
.count {
  min-inline-size: 2ch;
  text-align: end;
  font-variant-numeric: tabular-nums;
}
</style>
