<script setup lang="ts">
/** Searches kept under a name. */
import type { AnswerOf, api } from '@oaken/contract';
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { call } from '../../client/call';
import { failed, done } from '../shared/undo';
import { itemAddress } from './address';
import { noFilters, type SearchState } from './useSearch';
import { say } from '../../words/teacher';

const props = defineProps<{ search: SearchState }>();
const router = useRouter();
const { filters } = props.search;
const kept = ref<AnswerOf<typeof api.listKeptSearches>['searches']>([]);
const naming = ref(false);
const name = ref('');
const address = computed(() => new URLSearchParams(itemAddress.toQuery(filters)).toString());

const load = async () => (kept.value = (await call('listKeptSearches', {})).searches);
onMounted(() => load().catch(failed));
async function keep(): Promise<void> {
  try {
    await call('keepSearch', { body: { name: name.value, address: address.value } });
    naming.value = false;
    name.value = '';
    await load();
  } catch (error) {
    failed(error);
  }
}
async function forget(search: (typeof kept.value)[number]): Promise<void> {
  try {
    await call('forgetSearch', { params: { searchId: search.id } });
    done(say('banks.nameDeleted', { name: search.name }), async () => {
      await call('keepSearch', { body: { name: search.name, address: search.address } });
      await load();
    });
    await load();
  } catch (error) {
    failed(error);
  }
}
function use(text: string): void {
  const query = Object.fromEntries(new URLSearchParams(text));
  Object.assign(filters, noFilters(), itemAddress.fromQuery(query));
  void router.replace({ query });
}
</script>

<template>
  <h3>{{ say('banks.savedSearches') }}</h3>
  <ul v-if="kept.length" class="kept">
    <li v-for="entry in kept" :key="entry.id">
      <ElButton
        link
        class="word"
        :aria-current="entry.address === address"
        @click="use(entry.address)"
      >
        {{ entry.name }}
      </ElButton>
      <button
        class="out"
        :aria-label="say('banks.deleteName', { name: entry.name })"
        :title="say('banks.delete')"
        @click="forget(entry)"
      >
        ✕
      </button>
    </li>
  </ul>
  <form v-if="naming" class="naming" @submit.prevent="keep">
    <ElInput
      v-model="name"
      maxlength="120"
      :placeholder="say('banks.nameThisSearch')"
      :aria-label="say('banks.nameThisSearch')"
      @vue:mounted="({ el }: any) => el.querySelector('input').focus()"
    />
    <ElButton native-type="submit" size="small" :disabled="name.trim() === ''">{{
      say('banks.save')
    }}</ElButton>
  </form>
  <ElButton
    link
    v-else
    class="word"
    :disabled="address === ''"
    :title="address === '' ? say('banks.searchSomethingFirst') : undefined"
    @click="naming = true"
  >
    {{ say('banks.saveThisSearch') }}
  </ElButton>
</template>

<style scoped>
h3 {
  margin: 18px 0 4px;
  font-size: 0.95rem;
}
.kept {
  list-style: none;
  margin: 0;
  padding: 0;
}
.kept li {
  display: flex;
  justify-content: space-between;
}
.out {
  border: 0;
  background: none;
  color: var(--faded);
  cursor: pointer;
}
.naming {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
