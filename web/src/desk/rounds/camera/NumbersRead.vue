<script setup lang="ts">
/** Everybody by roster number: a box that fills once their answer is there, whatever it is. */
defineProps<{
  numbers: readonly { number: number; read: boolean; name?: string }[];
  /** What a filled box says to whoever hears it. */
  readWord: string;
}>();
</script>

<template>
  <ul class="numbers">
    <li v-for="{ number, read, name } in numbers" :key="number" :class="{ read }">
      <b>{{ number }}</b>
      <span v-if="name" class="name">{{ name }}</span>
      <span v-if="read" class="unseen">{{ readWord }}</span>
    </li>
  </ul>
</template>

<style scoped>
.numbers {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
li {
  display: inline-flex;
  align-items: baseline;
  gap: 6px;
  min-inline-size: 2.4em;
  justify-content: center;
  padding: 2px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
}
.read {
  background: var(--oak);
  border-color: var(--oak);
  color: var(--sheet);
}
</style>
