<script setup lang="ts">
/** The search line, the filters that are set in words, and what was not found as it was typed. */
import { kinds, partKinds } from '@oaken/core/items';
import { computed, ref } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { useLibrary } from '../library/library';
import { depthNames } from '../shared/words';
import { activeFilters, strike } from './filterWords';
import MoreFilters from './MoreFilters.vue';
import type { SearchState } from './useSearch';
import SelectField from '../../parts/SelectField.vue';

const props = defineProps<{ search: SearchState; compact: boolean }>();
const library = useLibrary();
const { filters, rows, total, loading, wrong, mended } = props.search;
const { kinds: kindCounts, depths: depthCounts } = props.search.counts;
const more = ref(false);
/** Filters that have a place of their own on the page; the rest stand under “more”. */
const inSight = ['words', 'grades', 'standard', 'kind', 'depth', 'bank', 'folder', 'framework'];

const struck = computed(() => activeFilters(filters, library));
const lastStruck = computed(() => struck.value.at(-1));
const totalWords = computed(() =>
  loading.value && rows.value.size === 0
    ? 'Looking …'
    : `${total.value.toLocaleString('en')} ${total.value === 1 ? 'item' : 'items'}`,
);
const moreWords = computed(() => {
  const hidden = struck.value.filter(({ name }) => !inSight.includes(name)).length;
  if (more.value) return 'Fewer filters';
  return hidden ? `More filters (${hidden})` : 'More filters';
});
const notFound = computed(() =>
  mended.value.map(({ typed, taken }) =>
    taken.length
      ? `“${typed}” stands nowhere; taken for ${taken.slice(0, 3).join(', ')}.`
      : `“${typed}” stands nowhere.`,
  ),
);
</script>

<template>
  <div class="head">
    <div class="search" :class="{ compact }">
      <ElInput
        v-model="filters.words"
        type="search"
        placeholder="Words or a standard’s code"
        aria-label="Search words or a standard’s code"
        maxlength="200"
      />
      <SelectField v-model="filters.kind" class="pickone" aria-label="Kind"
        ><ElOption :value="null" label="Any kind" /><ElOption
          v-for="kind in partKinds"
          :key="kind"
          :value="kind"
          :label="`${kinds[kind].title} (${kindCounts.get(kind) ?? 0})`"
      /></SelectField>
      <SelectField v-model="filters.depth" class="pickone" aria-label="Depth"
        ><ElOption :value="null" label="Any depth" /><ElOption
          v-for="depth in [1, 2, 3, 4]"
          :key="depth"
          :value="depth"
          :label="`${depth} ${depthNames[depth]} (${depthCounts.get(depth) ?? 0})`"
      /></SelectField>
      <SelectField v-if="!compact" v-model="filters.sort" class="pickone" aria-label="Order"
        ><ElOption
          value="relevance"
          :label="filters.words ? 'Best match first' : 'Best known first'" /><ElOption
          value="most-used"
          label="Most used first" /><ElOption value="newest" label="Newest first" /><ElOption
          value="oldest"
          label="Oldest first" /><ElOption value="easiest" label="Easiest first" /><ElOption
          value="hardest"
          label="Hardest first" /><ElOption value="best-separating" label="Best separating first"
      /></SelectField>
    </div>
    <MoreFilters v-if="more" :search="search" />
    <p class="filters" aria-live="polite">
      <span class="total">{{ totalWords }}</span>
      <button
        v-for="filter in struck"
        :key="filter.name"
        class="filter"
        :aria-label="`Take away: ${filter.text}`"
        @click="strike(filters, filter.name)"
      >
        {{ filter.text }}<span aria-hidden="true"> ✕</span>
      </button>
      <button v-if="struck.length > 1" class="word" @click="search.clear()">Take all away</button>
      <button class="word" :aria-expanded="more" @click="more = !more">
        {{ moreWords }}
      </button>
      <slot />
    </p>
    <p v-for="sentence in notFound" :key="sentence" class="mended">{{ sentence }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="!loading && !wrong && total === 0" title="No item fits all of this.">
      <template v-if="lastStruck"
        >Strike out one of the words above, for instance “{{ lastStruck.text }}”.</template
      >
      <template v-else>There are no items in the banks that you may read.</template>
    </EmptyNote>
  </div>
</template>

<style scoped>
.head {
  padding: 14px 18px 0;
}
.search {
  display: flex;
  gap: 10px;
  margin-bottom: 8px;
}
.search .pickone {
  flex: 0 0 168px;
  width: 168px;
}
.search.compact {
  flex-wrap: wrap;
}
.search.compact :deep(.el-input) {
  flex-basis: 100%;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  min-height: 30px;
  margin: 0 0 6px;
}
.total {
  font-weight: 650;
}
.filter {
  border: 0;
  background: var(--wash);
  border-radius: var(--corner);
  padding: 1px 8px;
  cursor: pointer;
}
.filter:hover {
  text-decoration: line-through;
}
.mended {
  margin: 0 0 6px;
  color: var(--partial-text, var(--ink));
  font-size: 0.9rem;
}
</style>
