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
import SeveralField from '../../parts/SeveralField.vue';
import SelectField from '../../parts/SelectField.vue';
import { say } from '../../words/teacher';

const props = defineProps<{ search: SearchState; compact: boolean }>();
const library = useLibrary();
const { filters, rows, total, coming, loading, wrong, mended } = props.search;
const { kinds: kindCounts, depths: depthCounts } = props.search.counts;
const kindChoices = computed(() =>
  partKinds.map((kind) => ({
    value: kind,
    name: kinds[kind].title,
    n: kindCounts.value.get(kind) ?? 0,
  })),
);
const depthChoices = computed(() =>
  [1, 2, 3, 4].map((depth) => ({
    value: depth,
    name: `${depth} ${depthNames[depth]}`,
    n: depthCounts.value.get(depth) ?? 0,
  })),
);
const more = ref(false);
/** Filters that have a place of their own on the page; the rest stand under “more”. */
const inSight = ['words', 'grades', 'standard', 'kind', 'depth', 'bank', 'folder', 'framework'];

const struck = computed(() => activeFilters(filters, library));
const lastStruck = computed(() => struck.value.at(-1));
const totalWords = computed(() =>
  loading.value && rows.value.size === 0
    ? say('common.looking')
    : say('common.itemsCounted', { n: total.value }),
);
const moreWords = computed(() => {
  const hidden = struck.value.filter(({ name }) => !inSight.includes(name)).length;
  if (more.value) return say('banks.fewerFilters');
  return hidden ? say('banks.moreFiltersHidden', { hidden }) : say('banks.moreFilters');
});
const notFound = computed(() =>
  mended.value.map(({ typed, taken }) =>
    taken.length
      ? say('banks.typedWasNotFound', { typed, slice: taken.slice(0, 3).join(', ') })
      : say('banks.typedWasNotFoundSentence', { typed }),
  ),
);
</script>

<template>
  <div class="head">
    <div class="search" :class="{ compact }">
      <ElInput
        v-model="filters.words"
        type="search"
        :placeholder="say('banks.wordsOrStandardsCode')"
        :aria-label="say('banks.searchWordsOrStandards')"
        maxlength="200"
      />
      <SeveralField
        v-model="filters.kind"
        class="pickone"
        :options="kindChoices"
        :any="say('banks.anyKind')"
        :label="say('common.kind')"
      />
      <SeveralField
        v-model="filters.depth"
        class="pickone"
        :options="depthChoices"
        :any="say('banks.anyDepth')"
        :label="say('common.depth')"
      />
      <SelectField v-model="filters.sort" class="pickone" :aria-label="say('banks.order')"
        ><ElOption
          value="relevance"
          :label="
            filters.words ? say('banks.bestMatchFirst') : say('banks.mostAnsweredFirst')
          " /><ElOption value="most-used" :label="say('banks.mostUsedFirst')" /><ElOption
          value="newest"
          :label="say('banks.newestFirst')" /><ElOption
          value="oldest"
          :label="say('banks.oldestFirst')" /><ElOption
          value="easiest"
          :label="say('banks.easiestFirst')" /><ElOption
          value="hardest"
          :label="say('banks.hardestFirst')" /><ElOption
          value="best-separating"
          :label="say('banks.highestDiscriminationFirst')"
      /></SelectField>
    </div>
    <MoreFilters v-if="more" :search="search" />
    <p class="filters" aria-live="polite">
      <span class="total">{{ totalWords }}</span>
      <span v-if="coming > 0">{{ say('banks.stillComing', { n: coming }) }}</span>
      <button
        v-for="filter in struck"
        :key="filter.name"
        class="filter"
        :aria-label="say('banks.removeFilterText', { text: filter.text })"
        @click="strike(filters, filter.name)"
      >
        {{ filter.text }}<span aria-hidden="true"> ✕</span>
      </button>
      <ElButton link v-if="struck.length > 1" class="word" @click="search.clear()">
        {{ say('banks.clearFilters') }}
      </ElButton>
      <ElButton link class="word" :aria-expanded="more" @click="more = !more">
        {{ moreWords }}
      </ElButton>
      <slot />
    </p>
    <p v-for="sentence in notFound" :key="sentence" class="mended">{{ sentence }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="!loading && !wrong && total === 0" :title="say('banks.noMatchingItems')">
      <template v-if="lastStruck">{{
        say('banks.removeOneFiltersAbove', { text: lastStruck.text })
      }}</template>
      <template v-else>{{ say('banks.thereNoItemsIn') }}</template>
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
/* As wide as "Highest discrimination first". */
.search:not(.compact) .pickone:last-child {
  flex: 0 0 250px;
  width: 250px;
}
.search.compact {
  flex-wrap: wrap;
}
@media (max-width: 1000px) {
  .search {
    flex-wrap: wrap;
  }
  .search :deep(.el-input) {
    flex-basis: 100%;
  }
}
.search.compact > :deep(.el-input) {
  flex-basis: 100%;
}
.search.compact .pickone {
  flex: 1 1 140px;
  width: auto;
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
