<script setup lang="ts">
import type { ItemRow } from '@oaken/contract/banks';
import { allEntries, countEntries, hindrances, totalPoints } from '@oaken/core/tests';
import { count } from '@oaken/core/text';
import { computed, onMounted, onUnmounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { inWords } from '../../client/request';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import BankIndex from '../banks/BankIndex.vue';
import ItemList from '../banks/ItemList.vue';
import { useLibrary } from '../banks/library';
import { useSearch } from '../banks/useSearch';
import { failed } from '../undo';
import { minutesOf, percent, pointsText } from '../words';
import MarginNotes from './MarginNotes.vue';
import PaperPage from './PaperPage.vue';
import { useNotes } from './useNotes';
import { newKey, useTest } from './useTest';

const notesKey = 'oaken-margin-notes';
const testId = Number(useRoute().params.testId);
const router = useRouter();
const library = useLibrary();
const search = useSearch();
const test = useTest(testId);
const { outline, revisions } = test;
const wrong = ref('');
const indexOpen = ref(false);

onMounted(async () => {
  library.load().catch(failed);
  try {
    await test.load();
    if (outline.value?.grades.length) search.filters.grades = [...outline.value.grades];
  } catch (error) {
    wrong.value = inWords(error);
  }
});

const inTest = computed(() => new Set(outline.value ? allEntries(outline.value).map(({ itemId }) => itemId) : []));
const none: ReadonlySet<number> = new Set();
const inTheWay = computed(() => (outline.value ? hindrances(outline.value) : []));

function put(item: ItemRow, section?: string, before: string | null = null): void {
  if (!outline.value) return;
  if (inTest.value.has(item.id)) return failed(new Error('That item is in the test already.'));
  test.know(item);
  const entry = { id: newKey(), itemId: item.id, revisionId: item.revisionId, points: item.points };
  test.change('putting an item in', {
    do: 'put',
    entry,
    section: section ?? outline.value.sections.at(-1)!.id,
    before,
  });
}

/** From a row of the bank that was dropped on the paper. */
function putById(itemId: number, section: string, before: string | null): void {
  const item = search.items.value.find(({ id }) => id === itemId);
  if (item) put(item, section, before);
}

const totals = computed(() => {
  const pinned = outline.value
    ? allEntries(outline.value).flatMap(({ revisionId }) => revisions.value.get(revisionId) ?? [])
    : [];
  const known = pinned.flatMap(({ facility }) => facility ?? []);
  return {
    minutes: minutesOf(pinned.reduce((sum, { seconds }) => sum + (seconds ?? 60), 0)),
    facility: known.length ? known.reduce((sum, { value }) => sum + value, 0) / known.length : null,
    known: known.length,
    standards: new Set(pinned.flatMap(({ standards }) => standards.map(({ id }) => id))).size,
  };
});

const { notes, forecasts } = useNotes(outline, revisions);
const notesOpen = ref(localStorage.getItem(notesKey) !== 'no');
watch(notesOpen, (now) => localStorage.setItem(notesKey, now ? 'yes' : 'no'));
/** Brings an item of a note into view and into the hands of the keys. */
function show(entry: string): void {
  document.querySelector<HTMLElement>(`[data-entry="${entry}"]`)?.focus();
}

function keys(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
  if ((event.target as HTMLElement).closest('input, textarea, select')) return;
  event.preventDefault();
  if (event.shiftKey) test.redo();
  else test.undo();
}
addEventListener('keydown', keys);
onUnmounted(() => removeEventListener('keydown', keys));
</script>

<template>
  <PageHead :title="outline?.title || 'Test'" where="Tests">
    <span class="faded small" role="status">{{ test.saving.value ? 'Saving …' : outline ? 'Saved' : '' }}</span>
    <el-button
      :disabled="!test.canUndo.value"
      :title="test.canUndo.value ? `Undo ${test.canUndo.value}` : 'Nothing to undo'"
      @click="test.undo()"
      >Undo</el-button
    >
    <el-button :disabled="!test.canRedo.value" @click="test.redo()">Redo</el-button>
  </PageHead>
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages v-else name="build" left="Bank" right="Test" :start="46">
    <template #left>
      <div class="bankhead">
        <button class="word" :aria-expanded="indexOpen" @click="indexOpen = !indexOpen">
          {{ indexOpen ? 'Fold the index' : 'Standards and folders' }}
        </button>
        <span class="faded small">Enter or drag puts an item in</span>
      </div>
      <div v-if="indexOpen" class="index"><BankIndex :search="search" :picked="none" @changed="search.reload()" /></div>
      <ItemList :search="search" :picked="none" :in-test="inTest" compact class="compact" @pick="put" @put="put" />
    </template>
    <template #right>
      <PaperPage
        v-if="outline"
        :test-id="testId"
        :outline="outline"
        :revisions="revisions"
        @change="test.change"
        @put-by-id="putById"
      />
      <MarginNotes v-if="outline && notesOpen" :notes="notes" :forecasts="forecasts" @show="show" />
    </template>
  </FacingPages>
  <FootingLine label="The test’s totals">
    <template v-if="outline">
      <span
        ><b>{{ count(countEntries(outline), 'item') }}</b></span
      >
      <span
        ><b>{{ pointsText(totalPoints(outline)) }}</b> points</span
      >
      <span
        >about <b>{{ totals.minutes }}</b> min</span
      >
      <span v-if="totals.facility !== null"
        >mean facility <b>{{ percent(totals.facility) }}</b> <span class="small">({{ totals.known }} known)</span></span
      >
      <span
        ><b>{{ count(totals.standards, 'standard') }}</b></span
      >
      <button class="word" :aria-expanded="notesOpen" @click="notesOpen = !notesOpen">
        {{ notes.length === 0 ? 'no notes' : count(notes.length, 'note') }}
      </button>
    </template>
    <template #actions>
      <span v-if="inTheWay.length" class="faded small">{{ inTheWay[0] }}</span>
      <el-button
        type="primary"
        :disabled="!outline || inTheWay.length > 0"
        @click="router.push(`/tests/${testId}/assign`)"
        >Assign</el-button
      >
    </template>
  </FootingLine>
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.bankhead {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 12px 20px 0;
}
.index {
  max-height: 45%;
  overflow: auto;
  border-bottom: var(--line);
}
.compact {
  flex: 1;
  min-height: 0;
}
</style>
