<script setup lang="ts">
/** Where retired items wait to be brought back. */
import type { AnswerOf, api } from '@oaken/contract';
import { kinds } from '@oaken/core/items';
import { onMounted, ref } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { done, failed } from '../shared/undo';
import { itemLine } from '../shared/itemLine';
import { useWords } from '../shared/words';
import { say } from '../../words/teacher';

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
    done(say('banks.itemsRestored', { n: restored }), async () => {
      await call('retireItems', { body: { items } });
      await load();
    });
    await load();
  } catch (error) {
    failed(error);
  }
}
</script>

<template>
  <PageHead :title="say('banks.retiredItems')" :where="say('common.banks')"
    ><RouterLink to="/banks">{{ say('banks.backBanks') }}</RouterLink></PageHead
  >
  <div class="one-sheet">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="!list" class="faded">{{ say('common.looking') }}</p>
    <EmptyNote v-else-if="list.length === 0" :title="say('banks.noRetiredItems')">{{
      say('banks.itemsYouRetireStay')
    }}</EmptyNote>
    <table v-else class="ruled">
      <thead>
        <tr>
          <th>
            <span class="unseen">{{ say('banks.selectedTitle') }}</span>
          </th>
          <th>{{ say('common.item') }}</th>
          <th>{{ say('common.kind') }}</th>
          <th>{{ say('banks.wasIn') }}</th>
          <th>{{ say('banks.retired') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ item, at, by } in list" :key="item.id">
          <td>
            <ElCheckbox :model-value="picked.has(item.id)" @change="pick(item.id)"
              ><span class="unseen">{{
                say('banks.selectStem', { stem: itemLine(item.content, 60) })
              }}</span></ElCheckbox
            >
          </td>
          <td>
            <RouterLink :to="`/items/${item.id}`">{{ itemLine(item.content, 120) }}</RouterLink>
          </td>
          <td>{{ kinds[item.kind].title }}</td>
          <td>{{ item.bank }}</td>
          <td class="faded">{{ say('banks.atByBy', { at: words.time(at), by }) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <FootingLine :label="say('banks.retiredItems')">
    <span v-if="list"
      ><b>{{ say('common.itemsCounted', { n: list.length }) }}</b>
      {{ say('banks.retiredInline') }}</span
    >
    <span
      ><b>{{ picked.size }}</b> {{ say('banks.selected') }}</span
    >
    <template #actions>
      <ElButton
        link
        v-if="list?.length"
        class="word"
        @click="picked = new Set(list.map(({ item }) => item.id))"
      >
        {{ say('common.selectAll') }}
      </ElButton>
      <ElButton type="primary" :disabled="picked.size === 0" @click="restore">{{
        say('banks.restore')
      }}</ElButton>
    </template>
  </FootingLine>
</template>
