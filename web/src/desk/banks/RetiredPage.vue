<script setup lang="ts">
/** Where retired items wait to be brought back. */
import type { AnswerOf, api } from '@oaken/contract';
import { kinds } from '@oaken/core/items';
import { count } from '@oaken/core/text';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { done, failed } from '../shared/undo';
import { stemLine, useWords } from '../shared/words';

const words = useWords();
const list = ref<AnswerOf<typeof api.listRetired>['items'] | null>(null);
const picked = ref(new Set<number>());
const { wrong, read } = useDoing();

async function load(): Promise<void> {
  await read(async () => {
    list.value = (await call('listRetired', {})).items;
    picked.value = new Set();
  });
}
onMounted(load);
function pick(id: number): void {
  const next = new Set(picked.value);
  if (!next.delete(id)) next.add(id);
  picked.value = next;
}
async function restore(): Promise<void> {
  const items = [...picked.value];
  try {
    const { restored } = await call('restoreItems', { body: { items } });
    done(
      `${count(restored, 'item')} brought back to where ${restored === 1 ? 'it was' : 'they were'}.`,
      async () => {
        await call('retireItems', { body: { items } });
        await load();
      },
    );
    await load();
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead title="Retired items" where="Banks"
    ><RouterLink to="/banks">Back to the banks</RouterLink></PageHead
  >
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="!list" class="faded">Looking …</p>
    <EmptyNote v-else-if="list.length === 0" title="Nothing is retired."
      >Items that you retire wait here until you bring them back.</EmptyNote
    >
    <table v-else class="ruled">
      <thead>
        <tr>
          <th><span class="unseen">Picked</span></th>
          <th>Item</th>
          <th>Kind</th>
          <th>Was in</th>
          <th>Retired</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ item, at, by } in list" :key="item.id">
          <td>
            <ElCheckbox :model-value="picked.has(item.id)" @change="pick(item.id)"
              ><span class="unseen">Pick: {{ stemLine(item.content.stem, 60) }}</span></ElCheckbox
            >
          </td>
          <td>
            <RouterLink :to="`/items/${item.id}`">{{
              stemLine(item.content.stem, 120)
            }}</RouterLink>
          </td>
          <td>{{ kinds[item.kind].title }}</td>
          <td>{{ item.bank }}</td>
          <td class="faded">{{ words.time(at) }} by {{ by }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <FootingLine label="Retired items">
    <span v-if="list"
      ><b>{{ count(list.length, 'item') }}</b> retired</span
    >
    <span
      ><b>{{ picked.size }}</b> picked</span
    >
    <template #actions>
      <button
        v-if="list?.length"
        class="word"
        @click="picked = new Set(list.map(({ item }) => item.id))"
      >
        Pick all
      </button>
      <ElButton type="primary" :disabled="picked.size === 0" @click="restore">Bring back</ElButton>
    </template>
  </FootingLine>
</template>
