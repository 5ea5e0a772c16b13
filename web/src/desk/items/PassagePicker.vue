<script setup lang="ts">
/** The passage that an item asks about: chosen, changed for its newest revision, or taken away. */
import type { PassageRow } from '@oaken/contract/passages';
import type { ItemContent } from '@oaken/core/items';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { useShownPassage } from './passages';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const passage = defineModel<ItemContent['passage']>({ required: true });
const open = ref(false);
const words = ref('');
const passages = ref<PassageRow[]>([]);
const { wrong, read } = useDoing();
const shown = useShownPassage(() => passage.value);

async function look(): Promise<void> {
  await read(async () => {
    passages.value = (await call('listPassages', { query: { words: words.value } })).passages;
  });
}
whenOpened(open, () => look());
let timer: ReturnType<typeof setTimeout> | undefined;
watch(words, () => {
  clearTimeout(timer);
  timer = setTimeout(look, 200);
});
function choose(row: PassageRow): void {
  passage.value = { id: row.id, revision: row.revisionId };
  open.value = false;
}
</script>

<template>
  <p class="passage">
    <template v-if="passage">
      {{ say('items.aboutPassage') }}
      <RouterLink :to="`/passages/${passage.id}`" target="_blank">{{
        shown?.title ?? '…'
      }}</RouterLink>
      <ElButton link class="word" @click="open = true">
        {{ say('items.changeInline') }}
      </ElButton>
      <ElButton link class="word" @click="passage = undefined">
        {{ say('items.withoutPassage') }}
      </ElButton>
    </template>
    <ElButton link v-else class="word" @click="open = true">
      {{ say('items.askAboutPassage') }}
    </ElButton>
  </p>
  <ElDialog v-model="open" :title="say('common.passages')" width="560px" append-to-body>
    <ElInput
      v-model="words"
      type="search"
      :placeholder="say('items.wordsPassage')"
      :aria-label="say('items.wordsPassage')"
    />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ul class="found">
      <li v-for="entry in passages" :key="entry.id">
        <ElButton link class="word" @click="choose(entry)">{{ entry.title }}</ElButton>
        <span class="faded small">
          {{ entry.bank }}, {{ say('common.itemsCounted', { n: entry.items }) }}</span
        >
      </li>
      <li v-if="passages.length === 0" class="faded">{{ say('items.noPassageHasThese') }}</li>
    </ul>
    <p>
      <RouterLink to="/passages/new" target="_blank">{{ say('items.writeNewPassage') }}</RouterLink>
    </p>
  </ElDialog>
</template>

<style scoped>
.passage {
  margin: 8px 0 0;
}
.found {
  list-style: none;
  padding: 0;
  max-height: 320px;
  overflow: auto;
}
</style>
