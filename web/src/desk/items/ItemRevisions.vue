<script setup lang="ts">
/** Every revision of an item, to be compared with what stands now. */
import { useWords } from '../shared/words';
import type { OpenItem } from './useItem';

defineProps<{ opened: OpenItem | null }>();
const emit = defineEmits<{ compare: [revisionId: number, name: string] }>();
const words = useWords();
</script>

<template>
  <p v-if="!opened" class="faded">The first save is revision 1.</p>
  <ul v-else class="revisions">
    <li v-for="revision in opened.revisions" :key="revision.id">
      <b>Revision {{ revision.number }}</b
      >{{ revision.forTest ? `, only for “${revision.forTest}”` : '' }}
      <span class="faded">by {{ revision.by }}, {{ words.time(revision.at) }}</span>
      <span v-if="revision.id === opened.item.revisionId" class="faded">
        · the one that stands</span
      >
      <button
        v-else
        class="word"
        @click="emit('compare', revision.id, `revision ${revision.number}`)"
      >
        compare
      </button>
    </li>
  </ul>
</template>

<style scoped>
.revisions {
  padding-left: 18px;
}
</style>
