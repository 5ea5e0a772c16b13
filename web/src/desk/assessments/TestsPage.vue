<script setup lang="ts">
/** The shelf of tests: an index at the left, what it finds at the right. */
import { present } from '@oaken/core/certain';
import type { TestRow } from '@oaken/contract/assessments';
import { media } from '@oaken/core/items';
import { shelves, sizeBands } from '@oaken/core/shelf';
import { testKinds } from '@oaken/core/assessments';
import { count } from '@oaken/core/text';
import { computed, onMounted, ref } from 'vue';
import { call } from '../../client/call';
import EmptyNote from '../../parts/EmptyNote.vue';
import FacingPages from '../../parts/FacingPages.vue';
import FootingLine from '../../parts/FootingLine.vue';
import PageHead from '../../parts/PageHead.vue';
import { mediumWords } from '../banks/filterWords';
import { useLibrary } from '../library/library';
import StandardIndex from '../banks/StandardIndex.vue';
import { done, failed } from '../shared/undo';
import CopyTestDialog from './CopyTestDialog.vue';
import NewTestDialog from '../new-test/NewTestDialog.vue';
import TestFolders from './TestFolders.vue';
import TestLine from './TestLine.vue';
import { noFilters, useShelf } from './useShelf';

const library = useLibrary();
const shelf = useShelf();
const { filters, tests, total, folders, wrong, tally } = shelf;
const making = ref(false);
const copying = ref(false);
const chosen = ref<TestRow | null>(null);
onMounted(() => library.load().catch(failed));

async function remove(test: TestRow): Promise<void> {
  const params = { testId: test.id };
  try {
    await call('removeTest', { params });
    await shelf.load();
    done(`“${test.title}” is in the bin. What was given from it stays.`, async () => {
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
      folder === null ? 'no folder' : folders.value.find(({ id }) => id === folder)?.name;
    done(
      `${ids.length === 1 ? `“${before[0]?.title ?? 'The test'}” is` : `${ids.length} tests are`} in ${where}.`,
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
const placing = ref(false);
function askPlace(test: TestRow): void {
  chosen.value = test;
  placing.value = true;
}
function copy(test: TestRow): void {
  chosen.value = test;
  copying.value = true;
}

const shelfWords = { mine: 'Mine', school: 'My school’s', everybody: 'Everybody’s' };
const struck = computed(() =>
  [
    filters.grades.length > 0 && {
      text: `grade ${filters.grades.join(' or ')}`,
      strike: () => (filters.grades = []),
    },
    filters.standard !== null && {
      text: library.standards.get(filters.standard)?.code ?? 'a standard',
      strike: () => (filters.standard = null),
    },
    filters.folder !== null && {
      text: `in ${folders.value.find(({ id }) => id === filters.folder)?.name ?? 'a folder'}`,
      strike: () => (filters.folder = null),
    },
  ].filter((part) => part !== false),
);
const narrowed = computed(() => {
  const { shelf: _, sort: __, ...rest } = filters;
  return Object.entries(rest).some(
    ([name, filter]) =>
      JSON.stringify(filter) !== JSON.stringify(noFilters()[name as keyof typeof rest]),
  );
});
const clear = () =>
  Object.assign(filters, noFilters(), { shelf: filters.shelf, sort: filters.sort });
</script>

<template>
  <PageHead title="Tests" where="Found by standard, grade, words and what is in them">
    <el-button type="primary" @click="making = true">New test</el-button>
  </PageHead>
  <FacingPages name="tests" left="Index" right="Tests" :start="27" :least="20" :most="45">
    <template #left>
      <nav class="index" aria-label="Index of tests">
        <div class="shelves" role="group" aria-label="Whose tests">
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
        <h3>Grade and standard</h3>
        <StandardIndex
          v-model:grades="filters.grades"
          v-model:standard="filters.standard"
          what="tests"
          :grade-counts="tally('grades')"
          :standard-counts="tally('standard')"
          :known="tests !== null"
        />
      </nav>
    </template>
    <template #right>
      <div class="search">
        <input
          v-model="filters.words"
          class="plain-input"
          type="search"
          placeholder="Words of a title, an item or a colleague’s name"
          aria-label="Search words of tests"
          maxlength="200"
        />
        <select v-model="filters.subject" class="plain-input" aria-label="Subject">
          <option :value="null">Any subject</option>
          <option v-for="[entry, n] in tally('subject')" :key="entry" :value="entry">
            {{ entry }} ({{ n }})
          </option>
        </select>
        <select v-model="filters.kind" class="plain-input" aria-label="Kind">
          <option :value="null">Any kind</option>
          <option v-for="testKind in testKinds" :key="testKind" :value="testKind">
            {{ testKind }} ({{ tally('kind').get(testKind) ?? 0 }})
          </option>
        </select>
        <select v-model="filters.size" class="plain-input" aria-label="Number of items">
          <option :value="null">Any length</option>
          <option v-for="sizeBand in sizeBands" :key="sizeBand.id" :value="sizeBand.id">
            {{ sizeBand.title }} ({{ tally('size').get(sizeBand.id) ?? 0 }})
          </option>
        </select>
        <select v-model="filters.machine" class="plain-input" aria-label="How it is marked">
          <option :value="null">Any marking</option>
          <option value="yes">by machine ({{ tally('machine').get(true) ?? 0 }})</option>
          <option value="no">some by hand ({{ tally('machine').get(false) ?? 0 }})</option>
        </select>
        <select v-model="filters.has" class="plain-input" aria-label="What it shows">
          <option :value="null">Any media</option>
          <option v-for="medium in media" :key="medium" :value="medium">
            {{ mediumWords[medium] }} ({{ tally('has').get(medium) ?? 0 }})
          </option>
        </select>
        <select v-model="filters.sort" class="plain-input" aria-label="Order">
          <option value="newest">Last changed</option>
          <option value="most-used">Most given</option>
          <option value="title">By title</option>
        </select>
      </div>
      <p v-if="struck.length || narrowed" class="struck">
        <button
          v-for="option in struck"
          :key="option.text"
          class="word"
          :aria-label="`Strike out ${option.text}`"
          @click="option.strike()"
        >
          {{ option.text }} ×
        </button>
        <button v-if="narrowed" class="word" @click="clear">Let everything in</button>
      </p>
      <div class="found">
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
        <template v-if="tests?.length === 0">
          <EmptyNote v-if="narrowed" title="No test is like that."
            >Ask for less, or look on another shelf.</EmptyNote
          >
          <EmptyNote v-else-if="filters.shelf === 'mine'" title="No test yet."
            >Pick questions in <RouterLink to="/banks">Banks</RouterLink>, begin with a blank test
            or a blueprint, or copy one from your school’s shelf.</EmptyNote
          >
          <EmptyNote v-else title="Nobody has put a test here yet."
            >A test comes onto this shelf when its teacher shares it and calls it ready.</EmptyNote
          >
        </template>
        <TestLine
          v-for="test in tests ?? []"
          :key="test.id"
          :test="test"
          @copy="copy(test)"
          @bin="remove(test)"
          @place="askPlace(test)"
        />
        <button v-if="tests && tests.length < total" class="word" @click="shelf.more">
          Show more
        </button>
      </div>
    </template>
  </FacingPages>
  <FootingLine label="Totals"
    ><span
      ><b>{{ count(total, 'test') }}</b> found</span
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
  <el-dialog v-model="placing" :title="`Where “${chosen?.title ?? ''}” lies for you`" width="420px">
    <p v-if="folders.length === 0" class="faded">
      You have no folder yet. Make one in the index at the left.
    </p>
    <ul class="places">
      <li>
        <button
          class="word"
          @click="(place([present(chosen, 'chosen').id], null), (placing = false))"
        >
          In no folder
        </button>
      </li>
      <li v-for="entry in folders" :key="entry.id">
        <button
          class="word"
          @click="(place([present(chosen, 'chosen').id], entry.id), (placing = false))"
        >
          {{ entry.name }}
        </button>
      </li>
    </ul>
  </el-dialog>
</template>

<style scoped>
.index {
  padding: 14px 14px 24px 16px;
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
  text-align: left;
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
.search {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 14px 20px 8px;
}
.search input {
  flex: 1 0 100%;
}
.search select {
  flex: 1 1 110px;
  width: 0;
  min-width: 0;
  padding-inline: 6px;
}
.struck {
  padding: 0 20px;
  margin: 0 0 4px;
}
.found {
  padding: 0 20px 20px;
}
.places {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
