<script setup lang="ts">
import type { PassageRow } from '@oaken/contract/passages';
import { onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import PageHead from '../shared/PageHead.vue';
import { say } from '../../words/teacher';

const router = useRouter();
const words = ref('');
const passages = ref<PassageRow[] | null>(null);
const { wrong, read } = useDoing();
let timer: ReturnType<typeof setTimeout> | undefined;

async function look(): Promise<void> {
  await read(async () => {
    passages.value = (await call('listPassages', { query: { words: words.value } })).passages;
  });
}
onMounted(look);
watch(words, () => {
  clearTimeout(timer);
  timer = setTimeout(look, 200);
});
</script>

<template>
  <PageHead :title="say('common.passages')" :where="say('common.banks')"
    ><ElButton type="primary" @click="router.push('/passages/new')">{{
      say('passages.writePassage')
    }}</ElButton></PageHead
  >
  <div class="one-sheet">
    <ElInput
      v-model="words"
      class="search"
      type="search"
      :placeholder="say('passages.wordsPassage')"
      :aria-label="say('passages.wordsPassage')"
    />
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-else-if="passages?.length === 0" :title="say('passages.noPassageHasThese')">{{
      say('passages.aPassageTextPicture')
    }}</EmptyNote>
    <table v-else-if="passages" class="ruled">
      <thead>
        <tr>
          <th>{{ say('common.passage') }}</th>
          <th>{{ say('passages.bank') }}</th>
          <th class="figures">{{ say('passages.itemsAbout') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="passage in passages" :key="passage.id">
          <td>
            <RouterLink class="title-link" :to="`/passages/${passage.id}`">{{
              passage.title
            }}</RouterLink>
          </td>
          <td>{{ passage.bank }}</td>
          <td class="figures">{{ passage.items }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.search {
  max-width: 420px;
  margin-bottom: 12px;
}
</style>
