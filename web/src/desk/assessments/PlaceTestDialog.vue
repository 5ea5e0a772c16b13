<script setup lang="ts">
/** The folder in which a test lies for me; a colleague may have it in another. */
import type { TestRow } from '@oaken/contract/assessments';
import { computed } from 'vue';
import { say } from '../../words/teacher';

/** The test; null while nothing is asked. */
const test = defineModel<TestRow | null>({ required: true });
defineProps<{ folders: readonly { id: number; name: string }[] }>();
const emit = defineEmits<{ place: [testId: number, folder: number | null] }>();
const open = computed({ get: () => test.value !== null, set: () => (test.value = null) });

function place(folder: number | null): void {
  if (test.value) emit('place', test.value.id, folder);
  test.value = null;
}
</script>

<template>
  <ElDialog
    v-model="open"
    :title="say('tests.folderTitle', { title: test?.title ?? '' })"
    width="420px"
  >
    <p v-if="folders.length === 0" class="faded">
      {{ say('tests.youHaveNoFolder') }}
    </p>
    <ul class="places">
      <li>
        <ElButton link class="word" @click="place(null)">{{ say('tests.noFolder') }}</ElButton>
      </li>
      <li v-for="folder in folders" :key="folder.id">
        <ElButton link class="word" @click="place(folder.id)">{{ folder.name }}</ElButton>
      </li>
    </ul>
  </ElDialog>
</template>

<style scoped>
.places {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
