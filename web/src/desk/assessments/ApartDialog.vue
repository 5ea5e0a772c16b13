<script setup lang="ts">
/** Which of the test's items an item must not meet, in this or any other test. */
import type { Entry } from '@oaken/core/assessments';
import { ref } from 'vue';
import { whenOpened } from '../../parts/whenOpened';
import { say } from '../../words/teacher';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  entry: Entry | null;
  number: number;
  others: readonly { entry: Entry; number: number; words: string }[];
  enemies: readonly (readonly [number, number])[];
}>();
const emit = defineEmits<{
  done: [itemId: number, changes: { other: number; apart: boolean }[]];
}>();
const ticked = ref(new Set<number>());
const isEnemy = (other: number) =>
  props.enemies.some((pair) => pair.includes(other) && pair.includes(props.entry?.itemId ?? -1));
whenOpened(
  open,
  () => (ticked.value = new Set(props.others.map(({ entry }) => entry.itemId).filter(isEnemy))),
);
function toggle(itemId: number): void {
  const next = new Set(ticked.value);
  if (!next.delete(itemId)) next.add(itemId);
  ticked.value = next;
}
function finish(): void {
  const changes = props.others
    .map(({ entry }) => ({ other: entry.itemId, apart: ticked.value.has(entry.itemId) }))
    .filter(({ other, apart }) => apart !== isEnemy(other));
  if (props.entry) emit('done', props.entry.itemId, changes);
  open.value = false;
}
</script>

<template>
  <ElDialog v-model="open" :title="say('tests.itemsNotUseWith', { number })" width="640px">
    <p class="faded">
      {{ say('tests.chooseItemsGiveAway') }}
    </p>
    <ul class="others">
      <li v-for="option in others" :key="option.entry.id">
        <ElCheckbox
          :model-value="ticked.has(option.entry.itemId)"
          @change="toggle(option.entry.itemId)"
        >
          <b>{{ option.number }}</b> {{ option.words }}</ElCheckbox
        >
      </li>
      <li v-if="others.length === 0" class="faded">{{ say('tests.theTestHasNo') }}</li>
    </ul>
    <template #footer>
      <ElButton @click="open = false">{{ say('common.cancel') }}</ElButton>
      <ElButton type="primary" @click="finish">{{
        say('tests.dontUseWithItems', { n: ticked.size })
      }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.others {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 380px;
  overflow: auto;
}
.others li {
  padding: 5px 0;
  border-bottom: var(--line);
}
</style>
