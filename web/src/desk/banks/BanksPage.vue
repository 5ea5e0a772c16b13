<script setup lang="ts">
import type { ItemRow } from '@oaken/contract/banks';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { failed } from '../undo';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import NewTestDialog from '../tests/NewTestDialog.vue';
import { minutesOf, pointsText } from '../words';
import BankIndex from './BankIndex.vue';
import ItemList from './ItemList.vue';
import { useLibrary } from './library';
import { fromAddress, toAddress } from './address';
import { useSearch } from './useSearch';

const route = useRoute();
const router = useRouter();
const library = useLibrary();
const search = useSearch(fromAddress(route.query));
const picked = ref(new Map<number, ItemRow>());
const making = ref(false);

onMounted(() => library.load().catch(failed));
watch(search.filters, (filters) => void router.replace({ query: toAddress(filters) }));

function pick(item: ItemRow): void {
  const next = new Map(picked.value);
  if (!next.delete(item.id)) next.set(item.id, item);
  picked.value = next;
}
function pickRange(items: ItemRow[]): void {
  picked.value = new Map([...picked.value, ...items.map((item): [number, ItemRow] => [item.id, item])]);
}
const pickedIds = computed(() => new Set(picked.value.keys()));
const totals = computed(() => {
  const items = [...picked.value.values()];
  return {
    points: items.reduce((sum, { points }) => sum + points, 0),
    minutes: minutesOf(items.reduce((sum, { seconds }) => sum + (seconds ?? 60), 0)),
  };
});
</script>

<template>
  <PageHead title="Banks" where="Find questions by standard, by words or folder by folder" />
  <FacingPages name="banks" left="Index" right="Items" :start="27" :least="20" :most="45">
    <template #left><BankIndex :search="search" /></template>
    <template #right>
      <ItemList :search="search" :picked="pickedIds" @pick="pick" @pick-range="pickRange">
        <template #hint><span class="faded small">Space picks, Enter opens, arrows move</span></template>
      </ItemList>
    </template>
  </FacingPages>
  <FootingLine label="Picked items">
    <span
      ><b>{{ count(search.total.value, 'item') }}</b> found</span
    >
    <span
      ><b>{{ picked.size }}</b> picked</span
    >
    <template v-if="picked.size">
      <span
        ><b>{{ pointsText(totals.points) }}</b> points</span
      >
      <span
        >about <b>{{ totals.minutes }}</b> min</span
      >
    </template>
    <span v-else>Pick items to put them into a test.</span>
    <template #actions>
      <button v-if="picked.size" class="word" @click="picked = new Map()">Let all go</button>
      <el-button type="primary" :disabled="picked.size === 0" @click="making = true">Put into a test</el-button>
    </template>
  </FootingLine>
  <NewTestDialog v-model="making" :item-ids="[...picked.keys()]" />
</template>
