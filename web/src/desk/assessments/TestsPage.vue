<script setup lang="ts">
/** The shelf of tests: an index at the left, what it finds at the right. */
import type { TestRow } from '@oaken/contract/assessments';
import { shelves } from '@oaken/core/shelf';
import isEqual from 'fast-deep-equal';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../shared/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../shared/PageHead.vue';
import { useLibrary } from '../library/library';
import StandardIndex from '../banks/StandardIndex.vue';
import { done, failed } from '../shared/undo';
import CopyTestDialog from './CopyTestDialog.vue';
import NewTestDialog from '../new-test/NewTestDialog.vue';
import PlaceTestDialog from './PlaceTestDialog.vue';
import ShelfSearch from './ShelfSearch.vue';
import TestFolders from './TestFolders.vue';
import TestLine from './TestLine.vue';
import CurriculumIndex from '../curriculum/CurriculumIndex.vue';
import PlaceInCurriculum from '../curriculum/PlaceInCurriculum.vue';
import { useFilterAddress } from '../shared/useFilterAddress';
import { noFilters, shelfAddress, useShelf } from './useShelf';
import LoadingLines from '../shared/LoadingLines.vue';
import { say } from '../../words/teacher';

const library = useLibrary();
const route = useRoute();
const shelf = useShelf(shelfAddress.fromQuery(route.query));
useFilterAddress(shelf.filters, shelfAddress, noFilters);
const { filters, tests, total, folders, wrong, tally } = shelf;
const making = ref(false);
watch(
  () => route.hash,
  (hash) => {
    if (hash === '#new') making.value = true;
  },
  { immediate: true },
);
const copying = ref(false);
const chosen = ref<TestRow | null>(null);
onMounted(() => library.load().catch(failed));

async function remove(test: TestRow): Promise<void> {
  const params = { testId: test.id };
  try {
    await call('removeTest', { params });
    await shelf.load();
    done(say('tests.titleDeletedItsAssignments', { title: test.title }), async () => {
      await call('restoreTest', { params });
      await shelf.load();
    });
  } catch (error) {
    failed(error);
  }
}
async function place(ids: number[], folder: number | null): Promise<void> {
  const before = tests.value?.filter(({ id }) => ids.includes(id)) ?? [];
  try {
    await call('placeTests', { body: { tests: ids, folder } });
    await shelf.load();
    const where =
      folder === null
        ? say('tests.noFolderInline')
        : folders.value.find(({ id }) => id === folder)?.name;
    done(
      say('tests.inWhere', {
        value:
          ids.length === 1
            ? say('tests.title', { title: before[0]?.title ?? say('tests.theTest') })
            : say('tests.idsTests', { ids: ids.length }),
        where,
      }),
      async () => {
        for (const test of before)
          await call('placeTests', { body: { tests: [test.id], folder: test.folder } });
        await shelf.load();
      },
    );
  } catch (error) {
    failed(error);
  }
}
/** The test whose folder is asked for. */
const placing = ref<TestRow | null>(null);
/** The test that is placed in a curriculum. */
const placed = ref<TestRow | null>(null);
const isPlacing = computed({
  get: () => placed.value !== null,
  set: (open) => (placed.value = open ? placed.value : null),
});
function copy(test: TestRow): void {
  chosen.value = test;
  copying.value = true;
}

const shelfWords = {
  mine: say('tests.mine'),
  school: say('tests.mySchools'),
  everybody: say('tests.everybodys'),
};
/** Whether anything is asked for beside the shelf and the order. */
const narrowed = computed(() => {
  const { shelf: shelfName, sort } = filters;
  return !isEqual({ ...filters }, { ...noFilters(), shelf: shelfName, sort });
});
</script>

<template>
  <PageHead :title="say('common.tests')" :where="say('tests.findTestsByStandard')">
    <ElButton type="primary" @click="making = true">{{ say('tests.newTest') }}</ElButton>
  </PageHead>
  <FacingPages
    name="tests"
    :left="say('common.index')"
    :right="say('common.tests')"
    :start="27"
    :least="20"
    :most="45"
  >
    <template #left>
      <nav class="index" :aria-label="say('tests.indexTests')">
        <div class="shelves" role="group" :aria-label="say('tests.whoseTests')">
          <button
            v-for="name in shelves"
            :key="name"
            class="entry"
            :class="{ chosen: filters.shelf === name }"
            :aria-pressed="filters.shelf === name"
            @click="filters.shelf = filters.shelf === name ? null : name"
          >
            <span>{{ shelfWords[name] }}</span><span class="faded">{{
              tally('shelf').get(name) ?? 0
            }}</span>
          </button>
        </div>
        <TestFolders :shelf="shelf" @place="place" />
        <h3>{{ say('tests.gradeStandard') }}</h3>
        <StandardIndex
          v-model:grades="filters.grades"
          v-model:standard="filters.standard"
          :what="say('tests.tests')"
          :grade-counts="tally('grades')"
          :standard-counts="tally('standard')"
          :known="tests !== null"
        />
        <CurriculumIndex v-model="filters.curriculumLine" what="tests" />
      </nav>
    </template>
    <template #right>
      <ShelfSearch :shelf="shelf" :narrowed="narrowed" />
      <div class="found">
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <LoadingLines v-if="!tests && !wrong" :rows="8" />
        <template v-if="tests?.length === 0">
          <EmptyNote v-if="narrowed" :title="say('tests.noMatchingTests')">{{
            say('tests.clearFilterOrLook')
          }}</EmptyNote>
          <EmptyNote v-else-if="filters.shelf === 'mine'" :title="say('tests.noTestYet')"
            >{{ say('tests.selectQuestionsIn') }}
            <RouterLink to="/banks">{{ say('common.banks') }}</RouterLink>{{
              say('tests.startWithBlankTest')
            }}</EmptyNote
          >
          <EmptyNote v-else :title="say('tests.noSharedTestsYet')">{{
            say('tests.aTestAppearsHere')
          }}</EmptyNote>
        </template>
        <TestLine
          v-for="test in tests ?? []"
          :key="test.id"
          :test="test"
          @copy="copy(test)"
          @bin="remove(test)"
          @place="placing = test"
          @curriculum="placed = test"
        />
        <ElButton link v-if="tests && tests.length < total" class="word" @click="shelf.more">
          {{ say('tests.showMore') }}
        </ElButton>
      </div>
    </template>
  </FacingPages>
  <FootingLine :label="say('common.totals')"
    ><span v-if="tests"
      ><b>{{ say('tests.testsCounted', { n: total }) }}</b> {{ say('tests.found') }}</span
    ></FootingLine
  >
  <NewTestDialog v-model="making" :item-ids="[]" />
  <CopyTestDialog
    v-if="chosen"
    v-model="copying"
    :test-id="chosen.id"
    :title="chosen.title"
    :owner="chosen.owner"
    :mine="chosen.mine"
  />
  <PlaceInCurriculum v-model="isPlacing" :items="[]" :tests="placed ? [placed.id] : []" />
  <PlaceTestDialog
    v-model="placing"
    :folders="folders"
    @place="(id, folder) => place([id], folder)"
  />
</template>

<style scoped>
.index {
  padding-block: 14px 24px;
  padding-inline: 16px 14px;
}
h3 {
  margin: 18px 0 6px;
  font-size: 0.95rem;
}
.entry {
  display: flex;
  justify-content: space-between;
  width: 100%;
  border: 0;
  background: none;
  padding: 5px 6px;
  text-align: start;
  cursor: pointer;
  border-radius: var(--corner);
  font-weight: 600;
}
.entry:hover {
  background: var(--wash);
}
.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.found {
  padding: 0 20px 20px;
}
</style>
