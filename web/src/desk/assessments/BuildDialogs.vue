<script lang="ts">
/** What can be asked while a test is built. */
export type BuildDialog = 'share' | 'copy' | 'similar' | 'apart' | 'ask';
</script>

<script setup lang="ts">
/** The dialogs of the page on which a test is built; one at a time. */
import type { ItemRow } from '@oaken/contract/banks';
import { allEntries, type Entry } from '@oaken/core/assessments';
import { computed } from 'vue';
import { itemLine } from '../shared/itemLine';
import BeginDialog from '../rounds/BeginDialog.vue';
import ApartDialog from './ApartDialog.vue';
import CopyTestDialog from './CopyTestDialog.vue';
import ShareTestDialog from './ShareTestDialog.vue';
import SimilarDialog from './SimilarDialog.vue';
import type { useTest } from './useTest';

/** Null while none is open. */
const open = defineModel<BuildDialog | null>({ required: true });
const props = defineProps<{
  testId: number;
  test: ReturnType<typeof useTest>;
  /** The entry that is asked about. */
  chosen: Entry | null;
}>();
const emit = defineEmits<{
  take: [item: ItemRow];
  apart: [itemId: number, changes: { other: number; apart: boolean }[]];
}>();
const { outline, revisions, about, inTheWay } = props.test;

const isOpen = (dialog: BuildDialog) =>
  computed({
    get: () => open.value === dialog,
    set: (now) => (open.value = now ? dialog : null),
  });
const sharing = isOpen('share');
const copying = isOpen('copy');
const replacing = isOpen('similar');
const parting = isOpen('apart');
const asking = isOpen('ask');

const entries = computed(() => (outline.value ? allEntries(outline.value) : []));
const number = computed(() => entries.value.findIndex(({ id }) => id === props.chosen?.id) + 1);
function lineOf({ revisionId }: Entry): string {
  const pinned = revisions.value.get(revisionId);
  return pinned ? itemLine(pinned.content, 110) : '';
}
const others = computed(() =>
  entries.value
    .map((entry, index) => ({
      entry,
      number: index + 1,
      words: lineOf(entry),
    }))
    .filter(({ entry }) => entry.id !== props.chosen?.id),
);
</script>

<template>
  <SimilarDialog
    v-model="replacing"
    :test-id="testId"
    :entry="chosen?.id ?? null"
    :number="number"
    @take="emit('take', $event)"
  />
  <ApartDialog
    v-model="parting"
    :entry="chosen"
    :number="number"
    :others="others"
    :enemies="about?.enemies ?? []"
    @done="(itemId, changes) => emit('apart', itemId, changes)"
  />
  <template v-if="about && outline">
    <ShareTestDialog
      v-model="sharing"
      :test-id="testId"
      :title="outline.title"
      :ready="outline.ready && inTheWay.length === 0"
      @changed="test.load()"
    />
    <CopyTestDialog
      v-model="copying"
      :test-id="testId"
      :title="outline.title"
      :owner="about.owner"
      :mine="about.mine"
    />
    <BeginDialog v-model="asking" :from="{ what: 'test', testId }" />
  </template>
</template>
