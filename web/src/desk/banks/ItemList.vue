<script setup lang="ts">
/** What a search found, as ruled rows under the search line; only the rows in view are drawn. */
import type { ItemRow } from '@oaken/contract/banks';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, nextTick, ref, watch, type ComponentPublicInstance } from 'vue';
import { useGrowing } from '../../parts/useGrowing';
import ItemLine from './ItemLine.vue';
import ItemSearch from './ItemSearch.vue';
import OpenItem from './OpenItem.vue';
import type { SearchState } from './useSearch';
import LoadingLines from '../shared/LoadingLines.vue';
import { say } from '../../words/teacher';

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

const { rows, total, matched, matchedStandards, loading, ensure } = props.search;
const openId = ref<number | null>(null);
const scroller = ref<HTMLElement>();
let lastPicked = -1;
const firstPlaces = 1_000;

// The functions stay the same and ask nothing of Vue: of 100,000 rows each is asked whenever one in view was measured.
const height = props.compact ? 76 : 72;
const steady = {
  getScrollElement: () => scroller.value ?? null,
  estimateSize: () => height,
};
/** Rows beyond those in view; the first answer is drawn without them. */
const overscan = 8;
const beyond = useGrowing(() => (rows.value.size > 0 ? overscan : 0), 3);
/** So many rows have a place at first, and twice as many whenever the last of them comes near: each costs time. */
const places = ref(firstPlaces);
const virtual = useVirtualizer(
  computed(() => ({
    ...steady,
    count: Math.min(total.value, places.value),
    overscan: Math.min(beyond.value, overscan),
  })),
);
const inView = computed(() => virtual.value.getVirtualItems());
watch([inView, rows, total], () => {
  const [first, last] = [inView.value[0], inView.value.at(-1)];
  if (!first || !last) return;
  ensure(first.index, last.index);
  if (last.index > places.value / 2) places.value *= 2;
});
// A new question begins at its first answer.
watch(matched, () => {
  places.value = firstPlaces;
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
    <ItemSearch :search="search" :compact="compact ?? false"><slot name="hint" /></ItemSearch>
    <div ref="scroller" class="scroller" tabindex="-1">
      <LoadingLines v-if="loading && rows.size === 0" :rows="10" />
      <ul
        class="rows"
        :aria-label="say('common.itemsTitle')"
        :style="{ height: `${virtual.getTotalSize()}px` }"
      >
        <li
          v-for="drawn in inView"
          :key="String(drawn.key)"
          :ref="measure"
          class="line"
          :data-index="drawn.index"
          :data-at="drawn.index"
          :data-item="rows.get(drawn.index)?.id"
          :aria-setsize="total"
          :aria-posinset="drawn.index + 1"
          :class="{
            picked: picked.has(rows.get(drawn.index)?.id ?? 0),
            open: openId === rows.get(drawn.index)?.id,
          }"
          :style="{ transform: `translateY(${drawn.start}px)` }"
        >
          <template v-for="item in [rows.get(drawn.index)]" :key="item?.id ?? 0">
            <ItemLine
              v-if="item"
              :item="item"
              :compact="compact ?? false"
              :picked="picked.has(item.id)"
              :open="openId === item.id"
              :matched="matched"
              :matched-standards="matchedStandards"
              :in-test="inTest?.has(item.id) ?? false"
              @keydown="keyDown($event, item, drawn.index)"
              @pick="pick(item, drawn.index, $event)"
              @open="toggleOpen(item.id)"
              @put="emit('put', item)"
            />
            <div
              v-else
              class="waiting"
              :aria-label="say('banks.loadingItemNumber', { number: drawn.index + 1 })"
            >
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
  inset-inline-start: 0;
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
/* On a page of little height the search moves away with the rows. */
@media (max-height: 560px) {
  .found {
    height: auto;
  }
  .scroller {
    flex: none;
    height: 300px;
  }
}
</style>
