<script setup lang="ts">
/** Steps that have not reached the server: how many wait for the network, and which need a word from the teacher. */
import { present } from '@oaken/core/certain';
import type { KeptChanges } from './changeStore';
import { say } from '../../words/teacher';

defineProps<{ waiting: number; keeps: boolean; stuck: readonly KeptChanges[] }>();
const emit = defineEmits<{ decide: [key: string, word: 'replace' | 'let-go'] }>();
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<template>
  <div v-if="waiting > 0 || stuck.length > 0" class="unsent">
    <p v-if="waiting > 0" role="status">
      <b>{{ say('tests.notSavedYetTitle') }}</b>
      {{
        say('tests.theServerCannotBe', {
          n: waiting,
          value: keeps ? say('tests.inThisBrowserWill') : say('tests.onThisPageKeep'),
        })
      }}
    </p>
    <div v-for="step in stuck" :key="step.key" class="stuck" role="alert">
      <p>
        <b>{{ say('tests.notSavedText', { text: step.text }) }}</b>
        {{ sentence(present(step.stuck, 'stuck').reason) }}
      </p>
      <ElButton
        v-if="present(step.stuck, 'stuck').replaces"
        size="small"
        type="primary"
        @click="emit('decide', step.key, 'replace')"
        >{{ say('tests.saveMine') }}</ElButton
      >
      <ElButton v-else size="small" @click="emit('decide', step.key, 'replace')">{{
        say('tests.tryAgain')
      }}</ElButton>
      <ElButton size="small" @click="emit('decide', step.key, 'let-go')">{{
        present(step.stuck, 'stuck').replaces ? say('tests.keepTheirs') : say('tests.discard')
      }}</ElButton>
    </div>
  </div>
</template>

<style scoped>
.unsent {
  padding: 8px 24px;
  background: var(--wash);
  border-bottom: var(--line);
  border-inline-start: 4px solid var(--partial);
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
