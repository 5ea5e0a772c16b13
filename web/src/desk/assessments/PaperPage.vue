<script setup lang="ts">
/** The right page: the test as the student's paper will run. */
import { present, valueOf } from '@oaken/core/certain';
import type { Pinned } from '@oaken/contract/assessments';
import {
  allEntries,
  allPins,
  emptySection,
  movesTo,
  stepOf,
  type Change,
  type Entry,
  type Outline,
  type PassageOf,
  type PointsOf,
  type Section,
} from '@oaken/core/assessments';
import Sortable, { type SortableEvent } from 'sortablejs';
import { computed, nextTick, onUnmounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useGrowing } from '../../parts/useGrowing';
import EmptyNote from '../../parts/EmptyNote.vue';
import BulkBar from './BulkBar.vue';
import CopyItemsDialog from './CopyItemsDialog.vue';
import PaperEntry from './PaperEntry.vue';
import SectionHead from './SectionHead.vue';
import TestHead from './TestHead.vue';
import PrepareDialog from '../rounds/PrepareDialog.vue';
import { useEntrySelection } from './useEntrySelection';
import { newKey } from './useTest';
import { say } from '../../words/teacher';

const props = defineProps<{
  testId: number;
  outline: Outline;
  revisions: ReadonlyMap<number, Pinned>;
  points: PointsOf;
  passageOf: PassageOf;
  notesAt: ReadonlyMap<string, readonly string[]>;
  mayChange: boolean;
}>();
const route = useRoute();
const entryIds = computed(() => allEntries(props.outline).map(({ id }) => id));
/** All of them where one is looked for. */
const drawn = useGrowing(() => entryIds.value.length, route.hash ? Infinity : 4);
const isDrawn = (id: string) =>
  drawn.value === Infinity || entryIds.value.indexOf(id) < drawn.value;
const emit = defineEmits<{
  change: [text: string, ...changes: Change[]];
  putById: [itemId: number, section: string, before: string | null];
  similar: [entry: Entry];
  apart: [entry: Entry];
}>();

const router = useRouter();
const paper = ref<HTMLElement>();
const numbers = computed(
  () =>
    new Map(
      props.outline.sections
        .flatMap(({ entries }) => entries)
        .map(({ id }, index) => [id, index + 1]),
    ),
);
const itemStandards = computed(() => [
  ...new Set(
    allEntries(props.outline).flatMap(({ revisionId }) =>
      (props.revisions.get(revisionId)?.standards ?? []).map(({ id }) => id),
    ),
  ),
]);
const inTest = computed(() => allPins(props.outline).map(({ itemId }) => itemId));

/** The entry before which something dropped at `at` belongs, not counting the one that moves. */
const beforeAt = (section: Section, index: number, moving?: string) =>
  section.entries.filter(({ id }) => id !== moving)[index]?.id ?? null;

const sectionOf = (list: HTMLElement) =>
  present(
    props.outline.sections.find(({ id }) => id === list.dataset.section),
    'section',
  );

/** The list is Vue's: what the drag moved in the page is put back, then the change is made in the data. */
function putBack({ item, from, oldIndex }: SortableEvent): void {
  item.remove();
  from.insertBefore(item, from.children[oldIndex ?? 0] ?? null);
}

function move(changes: Change[]): void {
  if (changes.length > 0)
    emit(
      'change',
      changes.length > 1 ? say('tests.movingItemsPassage') : say('tests.movingItem'),
      ...changes,
    );
}

function dropped(event: SortableEvent): void {
  const id = present(event.item.dataset.entry, 'entry');
  const section = sectionOf(event.to);
  const newDraggableIndex = event.newDraggableIndex ?? 0;
  putBack(event);
  move(
    movesTo(
      props.outline,
      id,
      { section: section.id, before: beforeAt(section, newDraggableIndex, id) },
      props.passageOf,
    ),
  );
}

const fromBank = (event: DragEvent) =>
  props.mayChange && (event.dataTransfer?.types.includes('application/x-oaken-item') ?? false);

/** A row of the bank that is let go over an item goes before it, below the last one to the end. */
function droppedFromBank(event: DragEvent, section: Section): void {
  const itemId = Number(event.dataTransfer?.getData('application/x-oaken-item'));
  const over = (event.target as HTMLElement).closest<HTMLElement>('[data-entry]');
  if (itemId) emit('putById', itemId, section.id, over?.dataset.entry ?? null);
}

let lists: Sortable[] = [];
async function listen(): Promise<void> {
  await nextTick();
  lists.forEach((sortable) => sortable.destroy());
  const places = props.mayChange
    ? (paper.value?.querySelectorAll<HTMLElement>('[data-section]') ?? [])
    : [];
  lists = [...places].map((place) =>
    Sortable.create(place, {
      group: 'test',
      handle: '.grip',
      draggable: '.entry',
      animation: 120,
      onEnd: dropped,
    }),
  );
}
watch(() => props.outline.sections.map(({ id }) => id).join() + props.mayChange, listen, {
  immediate: true,
});
onUnmounted(() => lists.forEach((sortable) => sortable.destroy()));

const selection = useEntrySelection(
  () => props.outline,
  () => props.passageOf,
);
function changeSelected(text: string, changes: Change[]): void {
  if (changes.length > 0) emit('change', text, ...changes);
}
/** On to the points of the item after this one, so that a whole test is typed down. */
function goToNextPoints(entry: Entry): void {
  const next = [...numbers.value.keys()][valueOf(numbers.value, entry.id)];
  paper.value?.querySelector<HTMLElement>(`[data-entry="${next ?? ''}"] .points input`)?.focus();
}
/** Said to screen readers. */
const announced = ref('');

/** One place up or down, also into the neighbouring section; the items of a passage pass others whole. */
function step(entry: Entry, by: 1 | -1): void {
  move(stepOf(props.outline, entry.id, by, props.passageOf));
  void nextTick(() => {
    paper.value?.querySelector<HTMLElement>(`[data-entry="${entry.id}"]`)?.focus();
    announced.value = say('tests.itemMovedToPlace', { place: valueOf(numbers.value, entry.id) });
  });
}

function countsOf(section: Section) {
  if (section.draw) return 'draw';
  return props.outline.heldTotal === null ? 'value' : 'share';
}
const preparing = ref(false);
const copying = ref(false);
const edit = (entry: Entry) => router.push(`/tests/${props.testId}/items/${entry.id}`);
const addSection = () =>
  emit('change', say('tests.addingSection'), {
    do: 'put-section',
    section: emptySection(newKey()),
    before: null,
  });
</script>

<template>
  <div ref="paper" class="paper-page">
    <TestHead
      :outline="outline"
      :total="points.total"
      :item-standards="itemStandards"
      :may-change="mayChange"
      @change="(text, ...changes) => emit('change', text, ...changes)"
    />
    <span class="unseen" role="status">{{ announced }}</span>
    <BulkBar
      v-if="selection.selected.value.length"
      :selected="selection.selected.value.length"
      :sections="outline.sections"
      :places="selection.count.value"
      :may-change="mayChange"
      @copy="copying = true"
      @points="changeSelected(say('tests.changingPoints'), selection.pointsForAll($event))"
      @section="changeSelected(say('tests.movingItems'), selection.toSection($event))"
      @place="changeSelected(say('tests.movingItems'), selection.toPlace($event))"
      @remove="changeSelected(say('tests.removingItems'), selection.removalOfAll())"
      @prepare="preparing = true"
      @clear="selection.clear"
    />
    <section
      v-for="(section, s) in outline.sections"
      :key="section.id"
      class="section"
      :data-at="section.id"
      @dragover="fromBank($event) && $event.preventDefault()"
      @drop.prevent="fromBank($event) && droppedFromBank($event, section)"
    >
      <SectionHead
        :section="section"
        :number="s + 1"
        :alone="outline.sections.length === 1"
        :but="inTest"
        :may-change="mayChange"
        @change="(text, ...changes) => emit('change', text, ...changes)"
      />
      <ol class="entries" :data-section="section.id">
        <PaperEntry
          v-for="entry in section.entries.filter(({ id }) => isDrawn(id))"
          :key="entry.id"
          :entry="entry"
          :number="valueOf(numbers, entry.id)"
          :pinned="revisions.get(entry.revisionId)"
          :worth="points.entries.get(entry.id) ?? 0"
          :counts="countsOf(section)"
          :notes="notesAt.get(entry.id) ?? []"
          :may-change="mayChange"
          :selected="selection.ids.value.has(entry.id)"
          @select="selection.toggle(entry.id, $event)"
          @next="goToNextPoints(entry)"
          @up="step(entry, -1)"
          @down="step(entry, 1)"
          @remove="emit('change', say('tests.removingItem'), { do: 'remove', entry: entry.id })"
          @points="
            emit('change', say('tests.changingPoints'), {
              do: 'give-points',
              entry: entry.id,
              points: $event,
            })
          "
          @edit="edit(entry)"
          @similar="emit('similar', entry)"
          @apart="emit('apart', entry)"
        />
      </ol>
      <EmptyNote
        v-if="section.entries.length === 0 && section.draw?.search"
        :title="say('tests.itsItemsDrawn')"
        >{{ say('tests.eachStudentGetsOther') }}</EmptyNote
      >
      <EmptyNote v-else-if="section.entries.length === 0" :title="say('tests.noItemsHereYet')">{{
        say('tests.addThemFromLeft')
      }}</EmptyNote>
    </section>
    <template v-if="mayChange">
      <ElButton link class="word" @click="addSection">{{ say('tests.addSection') }}</ElButton>
      <p class="faded small keys">
        {{ say('tests.onRowAltAlt') }}
      </p>
    </template>
    <CopyItemsDialog
      v-model="copying"
      :test-id="testId"
      :entries="selection.selected.value.map(({ id }) => id)"
      @copied="selection.clear"
    />
    <PrepareDialog
      v-model="preparing"
      :item-ids="selection.selected.value.map(({ itemId }) => itemId)"
    />
  </div>
</template>

<style scoped>
.paper-page {
  padding: 8px 22px 20px;
}
.entries {
  list-style: none;
  margin: 0;
  padding: 0;
  min-height: 26px;
}
.keys {
  margin-top: 14px;
}
</style>
