<script setup lang="ts">
/** The index of the banks, like a book's: grades, the tree of standards, banks and folders, each with its count. */
import CurriculumIndex from '../curriculum/CurriculumIndex.vue';
import FolderTree from './FolderTree.vue';
import KeptSearches from './KeptSearches.vue';
import StandardIndex from './StandardIndex.vue';
import type { SearchState } from './useSearch';
import { say } from '../../words/teacher';

const props = defineProps<{ search: SearchState; picked: ReadonlySet<number> }>();
const emit = defineEmits<{ changed: [] }>();
const filters = props.search.filters;
const { standards, grades, frameworks } = props.search.counts;
</script>

<template>
  <nav class="index" :aria-label="say('common.index')">
    <StandardIndex
      v-model:grades="filters.grades"
      v-model:standard="filters.standard"
      v-model:framework="filters.framework"
      :what="say('common.items')"
      :grade-counts="grades"
      :standard-counts="standards"
      :framework-counts="frameworks"
      :known="search.known.value"
    />
    <CurriculumIndex v-model="filters.curriculumLine" what="items" />
    <h3>{{ say('banks.banksFolders') }}</h3>
    <FolderTree :search="search" :picked="picked" @changed="emit('changed')" />
    <KeptSearches :search="search" />
  </nav>
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
</style>
