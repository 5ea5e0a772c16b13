<script setup lang="ts">
/** Items that could stand in an entry's place: the first can be taken at once. */
import type { AnswerOf, api } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { kinds } from '@oaken/core/items';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { percent, stemLine } from '../shared/words';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ testId: number; entry: string | null; number: number }>();
const emit = defineEmits<{ take: [item: ItemRow] }>();
const similarItems = ref<AnswerOf<typeof api.findSimilar>['found'][number]['items'] | null>(null);
const { wrong, read } = useDoing();

watch(open, async (now) => {
  const { entry } = props;
  if (!now || entry === null) return;
  [similarItems.value, wrong.value] = [null, ''];
  await read(async () => {
    const answer = await call('findSimilar', {
      params: { testId: props.testId },
      body: { entries: [entry], each: 8 },
    });
    similarItems.value = answer.found[0]?.items ?? [];
  });
});
function take(item: ItemRow): void {
  emit('take', item);
  open.value = false;
}
function closeness(distance: number | null): string {
  if (distance === null) return 'difficulty not known';
  if (distance < 0.005) return 'just as hard';
  return `${Math.round(distance * 100)} points of difficulty away`;
}
</script>

<template>
  <ElDialog v-model="open" :title="`In place of item ${number}`" width="720px">
    <p class="faded">
      Same standard, closest in depth and difficulty, from the banks that you may use.
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="similarItems === null" class="faded">Looking …</p>
    <p v-else-if="similarItems.length === 0">
      Nothing similar is left: every other item with its standard stands in this test or its forms,
      or it has no standard. Look in the banks on the left page.
    </p>
    <ol v-else class="similar">
      <li v-for="{ item, sameDepth, distance } in similarItems" :key="item.id">
        <div>
          <p>{{ stemLine(item.content.stem, 200) }}</p>
          <p class="faded small">
            {{ item.standards.map(({ code }) => code).join(', ') }} · {{ kinds[item.kind].title }} ·
            {{ sameDepth ? 'same depth' : `depth ${item.depth ?? 'not given'}` }} ·
            {{ item.facility ? percent(item.facility.value) : 'new' }}, {{ closeness(distance) }} ·
            {{ item.bank }}
          </p>
        </div>
        <ElButton @click="take(item)">Take this</ElButton>
      </li>
    </ol>
  </ElDialog>
</template>

<style scoped>
.similar {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 420px;
  overflow: auto;
}
.similar li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  padding: 8px 0;
  border-bottom: var(--line);
}
p {
  margin: 0;
}
</style>
