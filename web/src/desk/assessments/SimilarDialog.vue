<script setup lang="ts">
/** Items that could stand in an entry's place: the first can be taken at once. */
import type { AnswerOf, api } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { kinds } from '@oaken/core/items';
import { ref, watch } from 'vue';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import { itemLine } from '../shared/itemLine';
import { percent } from '../shared/words';
import { say } from '../../words/teacher';

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
  if (distance === null) return say('tests.difficultyNotKnown');
  if (distance < 0.005) return say('tests.justAsHard');
  return say('tests.roundPointsDifficultyAway', { round: Math.round(distance * 100) });
}
</script>

<template>
  <ElDialog v-model="open" :title="say('tests.replaceItemNumber', { number })" width="720px">
    <p class="faded">
      {{ say('tests.sameStandardClosestIn') }}
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="similarItems === null" class="faded">{{ say('common.looking') }}</p>
    <p v-else-if="similarItems.length === 0">
      {{ say('tests.noSimilarItemLeft') }}
    </p>
    <ol v-else class="similar">
      <li v-for="{ item, sameDepth, distance } in similarItems" :key="item.id">
        <div>
          <p>{{ itemLine(item.content, 200) }}</p>
          <p class="faded small">
            {{ item.standards.map(({ code }) => code).join(', ') }} · {{ kinds[item.kind].title }} ·
            {{
              sameDepth
                ? say('tests.sameDepth')
                : say('tests.depthDepthWith', { depth: item.depth ?? say('tests.notGiven') })
            }}
            · {{ item.facility ? percent(item.facility.value) : say('tests.new') }},
            {{ closeness(distance) }} ·
            {{ item.bank }}
          </p>
        </div>
        <ElButton @click="take(item)">{{ say('tests.useThis') }}</ElButton>
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
