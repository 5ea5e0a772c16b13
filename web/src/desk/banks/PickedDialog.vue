<script setup lang="ts">
/** What is picked, across all searches. */
import type { ItemRow } from '@oaken/contract/banks';
import { kinds } from '@oaken/core/items';
import { ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { itemLine } from '../shared/itemLine';
import { pointsText } from '../shared/words';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ items: number[] }>();
const emit = defineEmits<{ letGo: [item: ItemRow] }>();
const rows = ref<ItemRow[] | null>(null);
const { wrong, read } = useDoing();

whenOpened(open, async () => {
  [rows.value, wrong.value] = [null, ''];
  await read(async () => {
    rows.value = (await call('readRows', { body: { items: props.items } })).items;
  });
});
function letGo(item: ItemRow): void {
  rows.value = rows.value?.filter(({ id }) => id !== item.id) ?? null;
  emit('letGo', item);
}
</script>

<template>
  <ElDialog v-model="open" :title="say('banks.itemsSelected', { n: items.length })" width="720px">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="!rows" class="faded">{{ say('common.looking') }}</p>
    <table v-else class="ruled">
      <tbody>
        <tr v-for="item in rows" :key="item.id">
          <td>
            {{ itemLine(item.content, 110) }}
            <span class="faded small">{{ kinds[item.kind].title }}, {{ item.bank }}</span>
          </td>
          <td class="figures">{{ pointsText(item.points) }}</td>
          <td class="figures">
            <ElButton link class="word" @click="letGo(item)">{{ say('banks.remove') }}</ElButton>
          </td>
        </tr>
      </tbody>
    </table>
  </ElDialog>
</template>
