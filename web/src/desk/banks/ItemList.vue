<script setup lang="ts">
/** Search line, active filters in words, and the items found as ruled rows; only the rows in view are drawn. */
import { elementAt } from '@oaken/core/certain';
import type { ItemRow } from '@oaken/contract/banks';
import { kinds, partKinds } from '@oaken/core/items';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, nextTick, ref, watch, type ComponentPublicInstance } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { depthNames } from '../shared/words';
import { activeFilters, strike } from './filterWords';
import ItemLine from './ItemLine.vue';
import { useLibrary } from '../library/library';
import MoreFilters from './MoreFilters.vue';
import OpenItem from './OpenItem.vue';
import type { SearchState } from './useSearch';

const props = defineProps<{
  search: SearchState;
  picked: ReadonlySet<number>;
  /** In a test's left page there is room for less, and a row's own button puts it in. */
  compact?: boolean;
  /** Items that are in the test already. */
  inTest?: ReadonlySet<number>;
}>();
const emit = defineEmits<{
  pick: [item: ItemRow];
  pickRange: [items: ItemRow[]];
  put: [item: ItemRow];
  changed: [];
}>();

const library = useLibrary();
const { filters, rows, total, loading, wrong, matched, mended, ensure } = props.search;
const { kinds: kindCounts, depths: depthCounts } = props.search.counts;
const openId = ref<number | null>(null);
const more = ref(false);
const scroller = ref<HTMLElement>();
let lastPicked = -1;

const struck = computed(() => activeFilters(filters, library));
const rare = computed(
  () =>
    struck.value.filter(
      ({ name }) =>
        !['words', 'grades', 'standard', 'kind', 'depth', 'bank', 'folder', 'framework'].includes(
          name,
        ),
    ).length,
);
const notFound = computed(() =>
  mended.value.map(({ typed, taken }) =>
    taken.length
      ? `“${typed}” stands nowhere; taken for ${taken.slice(0, 3).join(', ')}.`
      : `“${typed}” stands nowhere.`,
  ),
);

// The functions stay the same and ask nothing of Vue: of 100,000 rows each is asked whenever one in view was measured.
const height = props.compact ? 76 : 72;
const steady = {
  getScrollElement: () => scroller.value ?? null,
  estimateSize: () => height,
  overscan: 8,
};
const virtual = useVirtualizer(computed(() => ({ ...steady, count: total.value })));
const inView = computed(() => virtual.value.getVirtualItems());
watch(inView, (list) => list.length && ensure(elementAt(list, 0).index, elementAt(list, -1).index));
watch(
  () => [rows.value, total.value],
  () => {
    const list = inView.value;
    if (list.length) ensure(elementAt(list, 0).index, elementAt(list, -1).index);
  },
);
// A new question begins at its first answer.
watch(matched, () => {
  virtual.value.measure();
  scroller.value?.scrollTo({ top: 0 });
});
const measure = (element: Element | ComponentPublicInstance | null) =>
  element instanceof Element && virtual.value.measureElement(element);

function pick(item: ItemRow, index: number, withShift: boolean): void {
  if (withShift && lastPicked >= 0) {
    const range: ItemRow[] = [];
    for (let n = Math.min(index, lastPicked); n <= Math.max(index, lastPicked); n++) {
      const row = rows.value.get(n);
      if (row) range.push(row);
    }
    emit('pickRange', range);
  } else emit('pick', item);
  lastPicked = index;
}
/** A row that is drawn, by its place in the list. */
const rowAt = (place: number) =>
  scroller.value?.querySelector<HTMLElement>(`[data-at="${place}"] .row`);

// A new answer draws its rows anew; whoever was on one stays on the same item, or on the first where it is gone.
watch(rows, async () => {
  const line = document.activeElement?.closest<HTMLElement>('[data-item]');
  if (!line || !scroller.value?.contains(line)) return;
  const item = Number(line.dataset.item);
  await nextTick();
  if (scroller.value.contains(document.activeElement)) return;
  const place = [...rows.value].find(([, row]) => row.id === item)?.[0] ?? 0;
  (rowAt(place) ?? rowAt(0))?.focus();
});
const toggleOpen = (id: number) => (openId.value = openId.value === id ? null : id);

async function keyDown(event: KeyboardEvent, item: ItemRow, index: number): Promise<void> {
  if (event.target !== event.currentTarget) return;
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step !== undefined) {
    event.preventDefault();
    const to = index + step;
    if (to < 0 || to >= total.value) return;
    if (!rowAt(to)) virtual.value.scrollToIndex(to);
    await nextTick();
    rowAt(to)?.focus();
  } else if (event.key === ' ') {
    event.preventDefault();
    pick(item, index, event.shiftKey);
  } else if (event.key === 'Enter') {
    event.preventDefault();
    if (props.compact) emit('put', item);
    else toggleOpen(item.id);
  }
}
</script>

<template>
  <div class="found">
    <div class="head">
      <div class="search" :class="{ compact }">
        <input
          v-model="filters.words"
          class="plain-input"
          type="search"
          placeholder="Words or a standard’s code"
          aria-label="Search words or a standard’s code"
          maxlength="200"
        />
        <select v-model="filters.kind" class="plain-input pickone" aria-label="Kind">
          <option :value="null">Any kind</option>
          <option v-for="kind in partKinds" :key="kind" :value="kind">
            {{ kinds[kind].title }} ({{ kindCounts.get(kind) ?? 0 }})
          </option>
        </select>
        <select v-model="filters.depth" class="plain-input pickone" aria-label="Depth">
          <option :value="null">Any depth</option>
          <option v-for="depth in [1, 2, 3, 4]" :key="depth" :value="depth">
            {{ depth }} {{ depthNames[depth] }} ({{ depthCounts.get(depth) ?? 0 }})
          </option>
        </select>
        <select
          v-if="!compact"
          v-model="filters.sort"
          class="plain-input pickone"
          aria-label="Order"
        >
          <option value="relevance">
            {{ filters.words ? 'Best match first' : 'Best known first' }}
          </option>
          <option value="most-used">Most used first</option>
          <option value="newest">Newest first</option>
          <option value="oldest">Oldest first</option>
          <option value="easiest">Easiest first</option>
          <option value="hardest">Hardest first</option>
          <option value="best-separating">Best separating first</option>
        </select>
      </div>
      <MoreFilters v-if="more" :search="search" />
      <p class="filters" aria-live="polite">
        <span class="total">{{
          loading && rows.size === 0
            ? 'Looking …'
            : `${total.toLocaleString('en')} ${total === 1 ? 'item' : 'items'}`
        }}</span>
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
          {{ more ? 'Fewer filters' : rare ? `More filters (${rare})` : 'More filters' }}
        </button>
        <slot name="hint" />
      </p>
      <p v-for="sentence in notFound" :key="sentence" class="mended">{{ sentence }}</p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <EmptyNote v-if="!loading && !wrong && total === 0" title="No item fits all of this.">
        <template v-if="struck.length"
          >Strike out one of the words above, for instance “{{
            elementAt(struck, -1).text
          }}”.</template
        >
        <template v-else>There are no items in the banks that you may read.</template>
      </EmptyNote>
    </div>
    <div ref="scroller" class="scroller" tabindex="-1">
      <ul class="rows" aria-label="Items" :style="{ height: `${virtual.getTotalSize()}px` }">
        <li
          v-for="entry in inView"
          :key="String(entry.key)"
          :ref="measure"
          class="line"
          :data-index="entry.index"
          :data-at="entry.index"
          :data-item="rows.get(entry.index)?.id"
          :aria-setsize="total"
          :aria-posinset="entry.index + 1"
          :class="{
            picked: picked.has(rows.get(entry.index)?.id ?? 0),
            open: openId === rows.get(entry.index)?.id,
          }"
          :style="{ transform: `translateY(${entry.start}px)` }"
        >
          <template v-for="item in [rows.get(entry.index)]" :key="item?.id ?? 0">
            <ItemLine
              v-if="item"
              :item="item"
              :compact="compact ?? false"
              :picked="picked.has(item.id)"
              :open="openId === item.id"
              :matched="matched"
              :in-test="inTest?.has(item.id) ?? false"
              @keydown="keyDown($event, item, entry.index)"
              @pick="pick(item, entry.index, $event)"
              @open="toggleOpen(item.id)"
              @put="emit('put', item)"
            />
            <div v-else class="waiting" :aria-label="`Item ${entry.index + 1} is being read`">
              …
            </div>
            <OpenItem v-if="item && openId === item.id" :item="item" @changed="emit('changed')" />
          </template>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.found {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.head {
  padding: 14px 18px 0;
}
.search {
  display: flex;
  gap: 10px;
  margin-bottom: 8px;
}
.search .pickone {
  width: auto;
  max-width: 182px;
}
.search.compact {
  flex-wrap: wrap;
}
.search.compact input {
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
.scroller {
  flex: 1;
  min-height: 200px;
  overflow: auto;
  padding: 0 18px;
  border-top: 2px solid var(--rule-strong);
}
.rows {
  position: relative;
  list-style: none;
  margin: 0;
  padding: 0;
}
.line {
  position: absolute;
  top: 0;
  left: 0;
  width: 100%;
  border-bottom: var(--line);
}
.line:hover {
  background: var(--wash);
}
.picked {
  box-shadow: inset 3px 0 var(--oak);
  background: var(--wash);
}
.open,
.open:hover {
  background: var(--sheet);
}
.waiting {
  min-height: 60px;
  padding: 18px;
  color: var(--faded);
}
</style>
