<script setup lang="ts">
/** Every revision of a passage, with a way back to it. */
import type { AnswerOf, api } from '@oaken/contract';
import { useWords } from '../shared/words';

defineProps<{ opened: AnswerOf<typeof api.readPassage> }>();
const emit = defineEmits<{ goBack: [revisionId: number] }>();
const words = useWords();
</script>

<template>
  <h3>Revisions</h3>
  <ul>
    <li v-for="revision in opened.revisions" :key="revision.id">
      Revision {{ revision.number }}
      <span class="faded">by {{ revision.by }}, {{ words.time(revision.at) }}</span>
      <button
        v-if="revision.id !== opened.passage.revisionId"
        type="button"
        class="word"
        @click="emit('goBack', revision.id)"
      >
        go back to it
      </button>
    </li>
  </ul>
</template>
