<script setup lang="ts">
/** The right page: the test as the student's paper will run. */
import type { Pinned } from '@oaken/contract/tests';
import type { Change, Entry, Outline, Section } from '@oaken/core/tests';
import Sortable, { type SortableEvent } from 'sortablejs';
import { nextTick, onUnmounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import EmptyNote from '../../parts/EmptyNote.vue';
import PaperEntry from './PaperEntry.vue';
import { newKey } from './useTest';

const props = defineProps<{ testId: number; outline: Outline; revisions: ReadonlyMap<number, Pinned> }>();
const emit = defineEmits<{
  change: [text: string, ...changes: Change[]];
  putById: [itemId: number, section: string, before: string | null];
}>();

const router = useRouter();
const paper = ref<HTMLElement>();
const flat = () => props.outline.sections.flatMap((section) => section.entries.map((entry) => ({ section, entry })));
const numberOf = (id: string) => flat().findIndex(({ entry }) => entry.id === id) + 1;

/** The entry before which something dropped at `at` belongs, not counting the one that moves. */
const beforeAt = (section: Section, at: number, moving?: string) =>
  section.entries.filter(({ id }) => id !== moving)[at]?.id ?? null;

const sectionOf = (list: HTMLElement) => props.outline.sections.find(({ id }) => id === list.dataset.section)!;

/** The list is Vue's: what the drag moved in the page is put back, then the change is made in the data. */
function putBack({ item, from, oldIndex }: SortableEvent): void {
  item.remove();
  from.insertBefore(item, from.children[oldIndex ?? 0] ?? null);
}

function dropped(event: SortableEvent): void {
  const id = event.item.dataset.entry!;
  const section = sectionOf(event.to);
  const at = event.newDraggableIndex ?? 0;
  putBack(event);
  emit('change', 'moving an item', {
    do: 'move',
    entry: id,
    section: section.id,
    before: beforeAt(section, at, id),
  });
}

const fromBank = (event: DragEvent) => event.dataTransfer?.types.includes('application/x-oaken-item') ?? false;

/** A row of the bank that is let go over an item goes before it, below the last one to the end. */
function droppedFromBank(event: DragEvent, section: Section): void {
  const itemId = Number(event.dataTransfer?.getData('application/x-oaken-item'));
  const over = (event.target as HTMLElement).closest<HTMLElement>('[data-entry]');
  if (itemId) emit('putById', itemId, section.id, over?.dataset.entry ?? null);
}

let lists: Sortable[] = [];
async function listen(): Promise<void> {
  await nextTick();
  lists.forEach((own) => own.destroy());
  const places = paper.value?.querySelectorAll<HTMLElement>('[data-section]') ?? [];
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
watch(() => props.outline.sections.map(({ id }) => id).join(), listen, { immediate: true });
onUnmounted(() => lists.forEach((own) => own.destroy()));

/** One place up or down, also into the neighbouring section. */
function step(section: Section, entry: Entry, by: 1 | -1): void {
  const at = section.entries.indexOf(entry);
  const sections = props.outline.sections;
  let target = section;
  let before: string | null;
  if (by === -1 && at === 0) {
    target = sections[sections.indexOf(section) - 1] ?? section;
    if (target === section) return;
    before = null;
  } else if (by === 1 && at === section.entries.length - 1) {
    target = sections[sections.indexOf(section) + 1] ?? section;
    if (target === section) return;
    before = target.entries[0]?.id ?? null;
  } else before = by === -1 ? section.entries[at - 1]!.id : (section.entries[at + 2]?.id ?? null);
  emit('change', 'moving an item', { do: 'move', entry: entry.id, section: target.id, before });
  void nextTick(() => paper.value?.querySelector<HTMLElement>(`[data-entry="${entry.id}"]`)?.focus());
}

const describe = (facts: Extract<Change, { do: 'describe' }>['facts']) =>
  emit('change', 'a change of the heading', { do: 'describe', facts });
const valueOf = (event: Event) => (event.target as HTMLInputElement).value;
const edit = (entry: Entry) => router.push(`/tests/${props.testId}/items/${entry.id}`);
const addSection = () =>
  emit('change', 'adding a section', {
    do: 'put-section',
    section: { id: newKey(), title: '', directions: '', entries: [] },
    before: null,
  });
</script>

<template>
  <div ref="paper" class="paper-page">
    <input
      class="title"
      :value="outline.title"
      aria-label="Title of the test"
      placeholder="Title"
      maxlength="200"
      @change="describe({ title: valueOf($event) })"
    />
    <textarea
      class="directions"
      :value="outline.directions"
      rows="1"
      aria-label="Directions"
      placeholder="Directions for students, if there are any"
      maxlength="4000"
      @change="describe({ directions: valueOf($event) })"
    />
    <section
      v-for="(section, s) in outline.sections"
      :key="section.id"
      class="section"
      @dragover="fromBank($event) && $event.preventDefault()"
      @drop.prevent="fromBank($event) && droppedFromBank($event, section)"
    >
      <header v-if="outline.sections.length > 1 || section.title" class="sectionhead">
        <span class="faded">Section {{ s + 1 }}</span>
        <input
          :value="section.title"
          :aria-label="`Title of section ${s + 1}`"
          placeholder="Title of the section"
          maxlength="200"
          @change="
            emit('change', 'naming a section', {
              do: 'describe-section',
              section: section.id,
              facts: { title: valueOf($event) },
            })
          "
        />
        <button
          v-if="outline.sections.length > 1"
          class="word"
          @click="emit('change', 'removing a section', { do: 'remove-section', section: section.id })"
        >
          Remove section
        </button>
      </header>
      <ol class="entries" :data-section="section.id">
        <PaperEntry
          v-for="entry in section.entries"
          :key="entry.id"
          :entry="entry"
          :number="numberOf(entry.id)"
          :pinned="revisions.get(entry.revisionId)"
          @up="step(section, entry, -1)"
          @down="step(section, entry, 1)"
          @remove="emit('change', 'removing an item', { do: 'remove', entry: entry.id })"
          @points="emit('change', 'changing points', { do: 'give-points', entry: entry.id, points: $event })"
          @edit="edit(entry)"
        />
      </ol>
      <EmptyNote v-if="section.entries.length === 0" title="No items here yet."
        >Take them from the left page: drag a row across, or press Enter on it.</EmptyNote
      >
    </section>
    <button class="word" @click="addSection">Add a section</button>
    <p class="faded small keys">On a row: Alt ↑ and Alt ↓ move it, Enter edits it, Delete removes it. Ctrl Z undoes.</p>
  </div>
</template>

<style scoped>
.paper-page {
  padding: 18px 22px 30px;
}
.title {
  width: 100%;
  border: 0;
  border-bottom: 2px solid var(--rule-strong);
  background: none;
  font-family: var(--serif);
  font-size: 1.35rem;
  font-weight: 600;
  padding: 2px 0;
}
.directions {
  width: 100%;
  border: 0;
  background: none;
  resize: vertical;
  margin-top: 6px;
  padding: 4px 0;
  font-style: italic;
}
.sectionhead {
  display: flex;
  gap: 10px;
  align-items: baseline;
  margin-top: 16px;
  border-bottom: 2px solid var(--rule-strong);
}
.sectionhead input {
  flex: 1;
  border: 0;
  background: none;
  font-family: var(--serif);
  font-weight: 600;
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
