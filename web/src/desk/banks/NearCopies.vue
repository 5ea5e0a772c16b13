<script setup lang="ts">
/** Says before items are copied which of them I can already see almost word for word elsewhere. */
import type { AnswerOf, api } from '@oaken/contract';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { itemLine } from '../shared/itemLine';
import { say } from '../../words/teacher';

const props = defineProps<{ items: number[] }>();
const near = ref<AnswerOf<typeof api.findNearOf>['near']>([]);
// A hint only: without it the copy can be made all the same.
onMounted(async () => {
  near.value = (
    await call('findNearOf', { body: { items: props.items } }).catch(() => ({ near: [] }))
  ).near;
});
</script>

<template>
  <div v-if="near.length" class="near" role="status">
    <p>
      <b>{{ say('banks.ofThemAlmostSame', { n: near.length }) }}</b>
    </p>
    <ul>
      <li v-for="copy in near" :key="copy.of">
        <RouterLink :to="`/items/${copy.item.id}`" target="_blank">{{
          itemLine(copy.item.content, 70)
        }}</RouterLink>
        {{ ' ' }}<span class="faded">({{ copy.item.bank }})</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.near {
  border-inline-start: 3px solid var(--partial);
  background: var(--wash);
  padding: 8px 12px;
  margin-bottom: 12px;
  max-height: 160px;
  overflow: auto;
}
.near p,
.near ul {
  margin: 0;
}
</style>
