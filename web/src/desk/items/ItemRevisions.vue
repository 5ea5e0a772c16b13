<script setup lang="ts">
/** Every revision of an item, to be compared with what stands now. */
import { useWords } from '../shared/words';
import type { OpenItem } from './useItem';
import { say } from '../../words/teacher';

defineProps<{ opened: OpenItem | null }>();
const emit = defineEmits<{ compare: [revisionId: number, name: string] }>();
const words = useWords();
</script>

<template>
  <p v-if="!opened" class="faded">{{ say('items.theFirstSaveRevision') }}</p>
  <ul v-else class="revisions">
    <li v-for="revision in opened.revisions" :key="revision.id">
      <b>{{ say('items.revisionNumber', { number: revision.number }) }}</b>{{
        revision.forTest ? say('items.onlyTest', { forTest: revision.forTest }) : ''
      }}
      <span class="faded">{{
        say('common.byByAt', { by: revision.by, at: words.time(revision.at) })
      }}</span>
      <span v-if="revision.id === opened.item.revisionId" class="faded">
        {{ say('items.current') }}</span
      >
      <ElButton
        link
        v-else
        class="word"
        @click="
          emit('compare', revision.id, say('items.revisionInWords', { number: revision.number }))
        "
      >
        {{ say('items.compare') }}
      </ElButton>
    </li>
  </ul>
</template>

<style scoped>
.revisions {
  padding-inline-start: 18px;
}
</style>
