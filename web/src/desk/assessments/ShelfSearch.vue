<script setup lang="ts">
/** Words and facts that are asked of the shelf, and what can be struck out of the question again. */
import { media } from '@oaken/core/items';
import { sizeBands } from '@oaken/core/shelf';
import { testKinds } from '@oaken/core/assessments';
import { computed } from 'vue';
import { mediumWords } from '../banks/filterWords';
import { useLibrary } from '../library/library';
import { noFilters, type useShelf } from './useShelf';

const props = defineProps<{
  shelf: ReturnType<typeof useShelf>;
  /** Anything is asked for beside the shelf and the order. */
  narrowed: boolean;
}>();
const library = useLibrary();
const { filters, folders, tally } = props.shelf;

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
const clear = () =>
  Object.assign(filters, noFilters(), { shelf: filters.shelf, sort: filters.sort });
</script>

<template>
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
      <option v-for="[subject, n] in tally('subject')" :key="subject" :value="subject">
        {{ subject }} ({{ n }})
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
      v-for="part in struck"
      :key="part.text"
      class="word"
      :aria-label="`Strike out ${part.text}`"
      @click="part.strike()"
    >
      {{ part.text }} ×
    </button>
    <button v-if="narrowed" class="word" @click="clear">Let everything in</button>
  </p>
</template>

<style scoped>
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
</style>
