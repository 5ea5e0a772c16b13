<script setup lang="ts">
/**
 * What a writer should know before writing: text that was not saved, whose item it is, and a source
 * that has changed.
 */
import type { OpenItem } from './useItem';

defineProps<{
  opened: OpenItem | null;
  recovered: boolean;
  mayEdit: boolean;
  /** Where it was copied from, if that has changed since. */
  newerSource: OpenItem['source'];
}>();
const emit = defineEmits<{ startOver: []; copy: []; compare: []; leave: [] }>();
</script>

<template>
  <p v-if="recovered" class="notice" role="status">
    This is what you had typed before; it was not saved yet.
    <button class="word" @click="emit('startOver')">Go back to the saved wording</button>
  </p>
  <p v-if="!mayEdit" class="notice" role="status">
    This item belongs to others.
    <button v-if="opened?.item.may === 'use'" class="word" @click="emit('copy')">
      Copy it into a bank of yours
    </button>
    to change it.
  </p>
  <div v-if="newerSource" class="notice" role="status">
    Its source in {{ newerSource.bank }} has a newer revision.
    <button class="word" @click="emit('compare')">Compare and take it</button>
    <button class="word" @click="emit('leave')">Leave mine as it is</button>
  </div>
</template>

<style scoped>
.notice {
  margin: 0;
  padding: 8px 24px;
  background: var(--secure-wash);
}
</style>
