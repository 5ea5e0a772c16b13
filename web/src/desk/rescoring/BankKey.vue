<script setup lang="ts">
/** The bank's own item: its key can follow, where I may change it and students would see the same. */
import type { ItemRow } from '@oaken/contract/banks';
import { forSitting } from '@oaken/core/items';
import isEqual from 'fast-deep-equal';
import { computed, ref, watch } from 'vue';
import { call } from '../../client/call';
import { factsOf } from '../items/useItem';
import { plain } from '../shared/keptText';
import { done, failed } from '../shared/undo';
import type { ChangeableItem } from './useItemChange';
import { say } from '../../words/teacher';

const props = defineProps<{ item: ChangeableItem }>();
const bankItem = ref<ItemRow | null>(null);

async function read(): Promise<void> {
  const { itemId } = props.item;
  // An item of a bank that I may no longer read is simply not offered.
  bankItem.value = itemId
    ? await call('readItem', { params: { itemId } }).then(
        ({ item }) => item,
        () => null,
      )
    : null;
}
watch(() => props.item, read, { immediate: true });

const lags = computed(() => {
  if (!bankItem.value || bankItem.value.may !== 'edit') return false;
  const [inBank, here] = [plain(bankItem.value.content), plain(props.item.content)];
  return !isEqual(inBank, here) && isEqual(plain(forSitting(inBank)), plain(forSitting(here)));
});

async function take(): Promise<void> {
  if (!bankItem.value) return;
  const { id: itemId, revisionId: basedOn } = bankItem.value;
  const body = { basedOn, content: props.item.content, facts: factsOf(bankItem.value) };
  try {
    await call('reviseItem', { params: { itemId }, body });
    done('The bank’s item has this key now; tests that pin the earlier revision keep it.');
    await read();
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <p v-if="lags" class="bank">
    {{ say('rescoring.theBanksItemStill') }}
    <ElButton link class="word" @click="take">{{ say('rescoring.saveThisKeyBank') }}</ElButton>
  </p>
</template>

<style scoped>
.bank {
  border-inline-start: 4px solid var(--partial);
  padding-inline-start: 12px;
}
</style>
