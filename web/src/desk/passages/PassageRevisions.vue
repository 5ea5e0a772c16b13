<script setup lang="ts">
/** Every revision of a passage, with a way back to it. */
import type { AnswerOf, api } from '@oaken/contract';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

defineProps<{ opened: AnswerOf<typeof api.readPassage> }>();
const emit = defineEmits<{ goBack: [revisionId: number] }>();
const words = useWords();
</script>

<template>
  <h3>{{ say('passages.revisions') }}</h3>
  <ul>
    <li v-for="revision in opened.revisions" :key="revision.id">
      {{ say('passages.revisionNumber', { number: revision.number }) }}
      <span class="faded">{{
        say('common.byByAt', { by: revision.by, at: words.time(revision.at) })
      }}</span>
      <ElButton
        link
        v-if="revision.id !== opened.passage.revisionId"
        class="word"
        @click="emit('goBack', revision.id)"
      >
        {{ say('passages.restoreThisVersion') }}
      </ElButton>
    </li>
  </ul>
</template>
