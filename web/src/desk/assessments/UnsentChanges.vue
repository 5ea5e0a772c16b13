<script setup lang="ts">
/** Steps that have not reached the server: how many wait for the network, and which need a word from the teacher. */
import { present } from '@oaken/core/certain';
import { count } from '@oaken/core/text';
import type { KeptChanges } from './changeStore';

defineProps<{ waiting: number; keeps: boolean; stuck: readonly KeptChanges[] }>();
const emit = defineEmits<{ decide: [key: string, word: 'replace' | 'let-go'] }>();
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<template>
  <div v-if="waiting > 0 || stuck.length > 0" class="unsent">
    <p v-if="waiting > 0" role="status">
      <b>Not saved yet.</b> The server cannot be reached. {{ count(waiting, 'step') }}
      {{ waiting === 1 ? 'waits' : 'wait' }}
      {{
        keeps
          ? 'in this browser and will be sent as soon as it can, also after the page was closed.'
          : 'on this page; keep it open, because this browser keeps nothing.'
      }}
    </p>
    <div v-for="step in stuck" :key="step.key" class="stuck" role="alert">
      <p>
        <b>Not saved: {{ step.text }}.</b> {{ sentence(present(step.stuck, 'stuck').reason) }}
      </p>
      <ElButton
        v-if="present(step.stuck, 'stuck').replaces"
        size="small"
        type="primary"
        @click="emit('decide', step.key, 'replace')"
        >Save mine over it</ElButton
      >
      <ElButton v-else size="small" @click="emit('decide', step.key, 'replace')"
        >Try again</ElButton
      >
      <ElButton size="small" @click="emit('decide', step.key, 'let-go')">{{
        present(step.stuck, 'stuck').replaces ? 'Keep theirs' : 'Let it go'
      }}</ElButton>
    </div>
  </div>
</template>

<style scoped>
.unsent {
  padding: 8px 24px;
  background: var(--wash);
  border-bottom: var(--line);
  border-left: 4px solid var(--partial);
}
.unsent p {
  margin: 0;
}
.stuck {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
}
.stuck p {
  flex: 1 1 380px;
}
.stuck + .stuck,
p + .stuck {
  margin-top: 8px;
}
</style>
