<script setup lang="ts">
/** A test while it is built: the banks at the left, the paper at the right. */
import type { ItemRow } from '@oaken/contract/banks';
import { allEntries, type Change, type Entry, type Hindrance } from '@oaken/core/assessments';
import { useLocalStorage } from '@vueuse/core';
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useDoing } from '../../client/useDoing';
import { call } from '../../client/call';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import BankIndex from '../banks/BankIndex.vue';
import ItemList from '../banks/ItemList.vue';
import { useLibrary } from '../library/library';
import { useSearch } from '../banks/useSearch';
import { failed } from '../shared/undo';
import BuildDialogs, { type BuildDialog } from './BuildDialogs.vue';
import BuildTotals from './BuildTotals.vue';
import FormPaper from './FormPaper.vue';
import FormStrip from './FormStrip.vue';
import MarginNotes from './MarginNotes.vue';
import PaperPage from './PaperPage.vue';
import ReadyLine from './ReadyLine.vue';
import { useForms } from './useForms';
import { useNotes } from './useNotes';
import { usePutting } from './usePutting';
import UnsentChanges from './UnsentChanges.vue';
import { useTest } from './useTest';
import { useUndoKeys } from './useUndoKeys';
import { whoseWords } from './whose';
import { say } from '../../words/teacher';

const route = useRoute();
const testId = Number(route.params.testId);
const router = useRouter();
const library = useLibrary();
const search = useSearch();
const test = useTest(testId);
const { outline, revisions, about, points, inTheWay, mayChange } = test;
const forms = useForms(testId, test);
const putting = usePutting(test);
const { put, inTest } = putting;
const { wrong, read } = useDoing();
const indexOpen = ref(false);
const dialog = ref<BuildDialog | null>(null);

onMounted(async () => {
  library.load().catch(failed);
  await read(async () => {
    await test.load().finally(() => search.begin(outline.value?.grades ?? []));
    const picked = String(route.query.put ?? '')
      .split(',')
      .map(Number)
      .filter(Boolean);
    if (picked.length > 0) {
      await router.replace({ query: {} });
      await putting.putPicked(picked);
    }
    // Whoever comes back from an item goes on where they were.
    if (route.hash.startsWith('#entry-')) {
      await nextTick();
      show(route.hash.slice('#entry-'.length));
    }
  });
});

const none: ReadonlySet<number> = new Set();

/** The entry that a dialog is about. */
const chosen = ref<Entry | null>(null);
const entries = computed(() => (outline.value ? allEntries(outline.value) : []));
function ask(what: 'similar' | 'apart', entry: Entry): void {
  chosen.value = entry;
  dialog.value = what;
}

/** In the first form the old item goes and the new one takes its place; in another form it only stands in for it. */
function take(item: ItemRow): void {
  if (!chosen.value) return;
  const form = forms.chosen.value;
  if (!form) return putting.replace(chosen.value, item);
  test.know(item);
  test.change(say('tests.anotherItemInForm'), forms.swapOf(form.id, chosen.value.id, item));
}

async function keepApart(
  itemId: number,
  changes: { other: number; apart: boolean }[],
): Promise<void> {
  try {
    for (const { other, apart } of changes)
      await call('declareEnemies', { body: { items: [itemId, other], apart } });
    if (changes.length > 0) await test.load();
  } catch (error) {
    failed(error);
  }
}
function partPair(pair: string[], apart: boolean): void {
  const [value, other] = pair.map((id) => entries.value.find((entry) => entry.id === id)?.itemId);
  if (value !== undefined && other !== undefined) void keepApart(value, [{ other, apart }]);
}

const { notes, notesAt, forecasts } = useNotes({ outline, revisions, points, about });
const notesOpen = useLocalStorage('oaken-margin-notes-open', false);
/** Brings an item of a note into view and into the hands of the keys. */
function show(entry: string): void {
  forms.chosenId.value = null;
  document.querySelector<HTMLElement>(`[data-entry="${entry}"]`)?.focus();
}
function goTo(place: Hindrance['at']): void {
  forms.chosenId.value = null;
  const named = place === 'title' ? '.testhead .title input, .folded button' : '.found input';
  const where = typeof place === 'object' ? `[data-at="${place.section}"] button` : named;
  document.querySelector<HTMLElement>(where)?.focus();
}
const change = (text: string, ...changes: Change[]) => test.change(text, ...changes);
const setReady = (ready: boolean) =>
  change(ready ? say('tests.markingAsReady') : say('tests.goingBackDraft'), {
    do: 'describe',
    facts: { ready },
  });

useUndoKeys(test);
</script>

<template>
  <PageHead
    :title="outline?.title || say('common.test')"
    :where="about && whoseWords(about) ? whoseWords(about) : say('common.tests')"
  >
    <span v-if="mayChange" class="faded small" role="status">{{ test.saveStatus.value }}</span>
    <template v-if="mayChange">
      <ElButton
        :disabled="!test.canUndo.value"
        :title="
          test.canUndo.value
            ? say('tests.undoCanUndo', { canUndo: test.canUndo.value })
            : say('tests.nothingUndo')
        "
        @click="test.undo()"
        >{{ say('common.undo') }}</ElButton
      >
      <ElButton :disabled="!test.canRedo.value" @click="test.redo()">{{
        say('tests.redo')
      }}</ElButton>
    </template>
    <ElButton v-if="about?.mine" @click="dialog = 'share'">{{ say('tests.share') }}</ElButton>
    <ElButton
      v-if="about"
      :type="about.may === 'read' ? 'primary' : 'default'"
      @click="dialog = 'copy'"
      >{{ about.may === 'read' ? say('tests.copyWholeTest') : say('common.copy') }}</ElButton
    >
  </PageHead>
  <UnsentChanges
    :waiting="test.waiting.value"
    :keeps="test.keeps.value"
    :stuck="test.stuck.value"
    @decide="test.decide"
  />
  <p v-if="wrong" class="wrong inset" role="alert">{{ wrong }}</p>
  <FacingPages
    v-else
    name="build"
    :left="say('tests.bank')"
    :right="say('common.test')"
    :start="44"
    :alone="about?.may === 'read'"
  >
    <template #left>
      <div class="bankhead">
        <ElButton link class="word" :aria-expanded="indexOpen" @click="indexOpen = !indexOpen">
          {{ indexOpen ? say('tests.hideIndex') : say('tests.standardsFolders') }}
        </ElButton>
        <span class="faded small">{{ say('tests.pressEnterOrDrag') }}</span>
      </div>
      <div v-if="indexOpen" class="index">
        <BankIndex :search="search" :picked="none" @changed="search.reload()" />
      </div>
      <ItemList
        :search="search"
        :picked="none"
        :in-test="inTest"
        compact
        class="compact"
        @pick="put"
        @put="put"
      />
    </template>
    <template #right>
      <template v-if="outline && points">
        <p v-if="!mayChange" class="faded inset hint">{{ say('tests.selectItemsToCopy') }}</p>
        <FormStrip
          :forms="outline.forms"
          :chosen="forms.chosenId.value"
          :may-change="mayChange"
          @choose="forms.chosenId.value = $event"
          @add="forms.add"
        >
          <RouterLink class="blueprint" :to="`/tests/${testId}/blueprint`">{{
            say('tests.blueprint')
          }}</RouterLink>
        </FormStrip>
        <FormPaper
          v-if="forms.chosen.value"
          :outline="outline"
          :form="forms.chosen.value"
          :revisions="revisions"
          :points="points"
          :may-change="mayChange"
          :busy="forms.busy.value"
          @change="change"
          @similar="ask('similar', $event)"
          @edit="router.push(`/tests/${testId}/items/${$event.id}?form=${forms.chosenId.value}`)"
          @parallel="forms.chosen.value && forms.parallel(forms.chosen.value.id)"
          @removed="forms.chosenId.value = null"
        />
        <PaperPage
          v-else
          :test-id="testId"
          :outline="outline"
          :revisions="revisions"
          :points="points"
          :passage-of="test.passageOf"
          :notes-at="notesAt"
          :may-change="mayChange"
          @change="change"
          @put-by-id="
            (id, section, before) => putting.putFound(search.items.value, id, section, before)
          "
          @similar="ask('similar', $event)"
          @apart="ask('apart', $event)"
        />
        <MarginNotes
          v-if="!forms.chosen.value"
          v-model:open="notesOpen"
          :notes="notes"
          :forecasts="forecasts"
          :may-change="mayChange"
          @show="show"
          @apart="partPair"
          @blueprint="router.push(`/tests/${testId}/blueprint`)"
        />
      </template>
    </template>
  </FacingPages>
  <FootingLine :label="say('tests.theTestsTotals')">
    <template v-if="outline && points">
      <BuildTotals :outline="outline" :revisions="revisions" :points="points" />
    </template>
    <template #actions>
      <template v-if="outline">
        <ReadyLine
          :ready="outline.ready"
          :in-the-way="inTheWay"
          :may-change="mayChange"
          @ready="setReady"
          @show="goTo"
        />
        <ElButton @click="router.push(`/tests/${testId}/look`)">{{
          say('tests.preview')
        }}</ElButton>
        <ElButton @click="router.push(`/tests/${testId}/print`)">{{ say('tests.print') }}</ElButton>
        <ElButton :disabled="inTheWay.length > 0" @click="dialog = 'ask'">{{
          say('rounds.askInClass')
        }}</ElButton>
        <ElButton
          v-if="mayChange"
          type="primary"
          :disabled="inTheWay.length > 0"
          @click="router.push(`/tests/${testId}/assign`)"
          >{{ say('common.assign') }}</ElButton
        >
      </template>
    </template>
  </FootingLine>
  <BuildDialogs
    v-model="dialog"
    :test-id="testId"
    :test="test"
    :chosen="chosen"
    @take="take"
    @apart="keepApart"
  />
</template>

<style scoped>
.inset {
  padding: 16px 24px;
}
.hint {
  margin: 0;
  padding-bottom: 0;
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
.blueprint {
  margin-inline-start: auto;
}
</style>
