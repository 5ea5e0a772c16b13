<script setup lang="ts">
/** All items that ask about a passage, in the order in which they are asked; together they become a test. */
import type { ItemRow } from '@oaken/contract/banks';
import { kinds } from '@oaken/core/items';
import { onMounted, ref } from 'vue';
import { call } from '../../client/call';
import { useDoing } from '../../client/useDoing';
import EmptyNote from '../../parts/EmptyNote.vue';
import LoadingLines from '../shared/LoadingLines.vue';
import NewTestDialog from '../new-test/NewTestDialog.vue';
import { done, failed } from '../shared/undo';
import { itemLine } from '../shared/itemLine';
import { pointsText } from '../shared/words';
import { say } from '../../words/teacher';

const props = defineProps<{ passageId: number; mayEdit: boolean }>();
const items = ref<ItemRow[] | null>(null);
const building = ref(false);
const { wrong, read } = useDoing();
const params = { passageId: props.passageId };

const load = () =>
  read(async () => {
    items.value = (await call('readPassageItems', { params })).items;
  });
onMounted(load);

async function order(next: readonly ItemRow[]): Promise<void> {
  const before = items.value ?? [];
  const send = async (list: readonly ItemRow[]) => {
    await call('orderPassageItems', { params, body: { items: list.map(({ id }) => id) } });
    items.value = [...list];
  };
  try {
    await send(next);
    done(say('passages.orderChanged'), () => send(before));
  } catch (error) {
    failed(error);
  }
}
function move(index: number, by: 1 | -1): void {
  const list = [...(items.value ?? [])];
  const [item] = list.splice(index, 1);
  if (item) void order(list.toSpliced(index + by, 0, item));
}
</script>

<template>
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <LoadingLines v-else-if="!items" />
  <EmptyNote v-else-if="items.length === 0" :title="say('passages.noItemsYet')">{{
    say('passages.howToAsk')
  }}</EmptyNote>
  <template v-else>
    <ol class="items" :aria-label="say('passages.itemsOnPassage')">
      <li v-for="(item, index) in items" :key="item.id">
        <span class="number">{{ index + 1 }}</span>
        <div class="body">
          <RouterLink :to="`/items/${item.id}`">{{ itemLine(item.content, 180) }}</RouterLink>
          <p class="faded small">
            {{
              [
                kinds[item.kind].title,
                ...item.standards.map(({ code }) => code),
                say('banks.pointsPt', { points: pointsText(item.points) }),
                item.bank,
              ].join(', ')
            }}
          </p>
        </div>
        <span v-if="mayEdit" class="acts">
          <ElButton
            link
            class="word"
            :disabled="index === 0"
            :aria-label="say('tests.moveItemNumberUp', { number: index + 1 })"
            @click="move(index, -1)"
            >{{ say('tests.up') }}</ElButton
          >
          <ElButton
            link
            class="word"
            :disabled="index === items.length - 1"
            :aria-label="say('tests.moveItemNumberDown', { number: index + 1 })"
            @click="move(index, 1)"
            >{{ say('tests.down') }}</ElButton
          >
        </span>
      </li>
    </ol>
    <ElButton @click="building = true">{{ say('passages.addAllToTest') }}</ElButton>
    <NewTestDialog v-model="building" :item-ids="items.map(({ id }) => id)" />
  </template>
</template>

<style scoped>
.items {
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: start;
  padding: 7px 0;
  border-bottom: var(--line);
}
.number {
  font: 600 1rem var(--serif);
}
.body {
  flex: 1;
  min-width: 0;
}
.body p {
  margin: 0;
}
.acts {
  white-space: nowrap;
}
</style>
