<script setup lang="ts">
/** Items that have almost the same words, beside the one that is written. */
import type { ItemRow } from '@oaken/contract/banks';
import { itemLine } from '../shared/itemLine';
import { say } from '../../words/teacher';

defineProps<{ near: readonly { item: ItemRow }[] }>();
</script>

<template>
  <div v-if="near.length" class="margin-note" role="status">
    {{ say('items.almostSameWordsAs') }}
    <template v-for="(copy, index) in near" :key="copy.item.id"
      ><template v-if="index">, </template
      ><RouterLink :to="`/items/${copy.item.id}`" target="_blank">{{
        itemLine(copy.item.content, 70)
      }}</RouterLink
      >{{ ' ' }}<span class="faded">({{ copy.item.bank }})</span></template
    >
  </div>
</template>

<style scoped>
.margin-note {
  border-inline-start: 3px solid var(--partial);
  padding: 4px 12px;
  margin-bottom: 14px;
  background: var(--wash);
}
</style>
