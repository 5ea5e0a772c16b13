<script setup lang="ts">
/** Search line, active filters in words, and the items found as ruled rows. */
import type { ItemRow } from '@oaken/contract/banks';
import { kinds, partKinds } from '@oaken/core/items';
import { computed, nextTick, ref } from 'vue';
import EmptyNote from '../../parts/EmptyNote.vue';
import { depthNames, percent, pointsText, stemLine } from '../words';
import { useLibrary } from './library';
import OpenItem from './OpenItem.vue';
import type { FilterName, SearchState } from './useSearch';

const props = defineProps<{
  search: SearchState;
  picked: ReadonlySet<number>;
  /** In a test's left page there is room for less, and a row's own button puts it in. */
  compact?: boolean;
  /** Items that are in the test already. */
  inTest?: ReadonlySet<number>;
}>();
const emit = defineEmits<{ pick: [item: ItemRow]; pickRange: [items: ItemRow[]]; put: [item: ItemRow] }>();

const library = useLibrary();
const { filters, items, total, loading, wrong } = props.search;
const { kinds: kindCounts, depths: depthCounts } = props.search.counts;
const openId = ref<number | null>(null);
const list = ref<HTMLElement>();
let lastPicked = -1;

const struck = computed(() => {
  const active: { name: FilterName; text: string }[] = [];
  if (filters.words.trim()) active.push({ name: 'words', text: `“${filters.words.trim()}”` });
  if (filters.grades.length) active.push({ name: 'grades', text: `grade ${filters.grades.join(' or ')}` });
  const standard = filters.standard === null ? undefined : library.standards.get(filters.standard);
  if (standard) active.push({ name: 'standard', text: standard.code });
  if (filters.kind) active.push({ name: 'kind', text: kinds[filters.kind].title.toLowerCase() });
  if (filters.depth !== null) active.push({ name: 'depth', text: `depth ${filters.depth}` });
  if (filters.folder !== null) active.push({ name: 'folder', text: `in ${library.folderName(filters.folder)}` });
  else if (filters.bank !== null) active.push({ name: 'bank', text: `in ${library.bankName(filters.bank)}` });
  return active;
});

function strike(name: FilterName): void {
  if (name === 'words') filters.words = '';
  else if (name === 'grades') filters.grades = [];
  else filters[name] = null;
  if (name === 'folder') filters.bank = null;
}

function pick(item: ItemRow, at: number, withShift: boolean): void {
  if (withShift && lastPicked >= 0)
    emit('pickRange', items.value.slice(Math.min(at, lastPicked), Math.max(at, lastPicked) + 1));
  else emit('pick', item);
  lastPicked = at;
}

const toggleOpen = (id: number) => (openId.value = openId.value === id ? null : id);

function keyDown(event: KeyboardEvent, item: ItemRow, at: number): void {
  if (event.target !== event.currentTarget) return;
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step !== undefined) {
    event.preventDefault();
    void nextTick(() => list.value?.querySelectorAll<HTMLElement>('.row')[at + step]?.focus());
  } else if (event.key === ' ') {
    event.preventDefault();
    pick(item, at, event.shiftKey);
  } else if (event.key === 'Enter') {
    event.preventDefault();
    if (props.compact) emit('put', item);
    else toggleOpen(item.id);
  }
}
</script>

<template>
  <div class="found">
    <div class="search" :class="{ compact }">
      <input
        v-model="filters.words"
        class="plain-input"
        type="search"
        placeholder="Search words or a standard’s code"
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
      <select v-if="!compact" v-model="filters.sort" class="plain-input pickone" aria-label="Order">
        <option value="relevance">Best known first</option>
        <option value="most-used">Most used first</option>
        <option value="newest">Newest first</option>
        <option value="easiest">Easiest first</option>
        <option value="hardest">Hardest first</option>
      </select>
    </div>
    <p class="filters" aria-live="polite">
      <span class="total">{{
        loading && items.length === 0 ? 'Looking …' : `${total.toLocaleString('en')} ${total === 1 ? 'item' : 'items'}`
      }}</span>
      <button
        v-for="filter in struck"
        :key="filter.name"
        class="filter"
        :aria-label="`Take away: ${filter.text}`"
        @click="strike(filter.name)"
      >
        {{ filter.text }}<span aria-hidden="true"> ✕</span>
      </button>
      <button v-if="struck.length > 1" class="word" @click="search.clear()">Take all away</button>
      <slot name="hint" />
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <EmptyNote v-if="!loading && !wrong && items.length === 0" title="No item fits all of this.">
      <template v-if="struck.length"
        >Strike out one of the words above, for instance “{{ struck.at(-1)!.text }}”.</template
      >
      <template v-else>There are no items in the banks that you may read.</template>
    </EmptyNote>
    <ul ref="list" class="rows" aria-label="Items">
      <li
        v-for="(item, at) in items"
        :key="item.id"
        class="line"
        :class="{ picked: picked.has(item.id), open: openId === item.id, compact }"
        :data-item="item.id"
      >
        <div class="row" tabindex="0" :aria-label="stemLine(item.content.stem)" @keydown="keyDown($event, item, at)">
          <input
            v-if="!compact"
            type="checkbox"
            :checked="picked.has(item.id)"
            :aria-label="`Pick: ${stemLine(item.content.stem, 60)}`"
            @click="pick(item, at, ($event as MouseEvent).shiftKey)"
          />
          <div class="body" @click="toggleOpen(item.id)">
            <p class="stem">{{ stemLine(item.content.stem, compact ? 120 : 200) }}</p>
            <p class="facts">
              <span>{{ kinds[item.kind].title }}</span>
              <span v-for="standard in item.standards" :key="standard.id" :title="standard.statement">{{
                standard.code
              }}</span>
              <span v-if="item.depth">depth {{ item.depth }}</span>
              <span>{{ pointsText(item.points) }} pt</span>
              <span v-if="!compact">{{ item.bank }}</span>
              <span v-if="item.uses > 0">in {{ item.uses }} of my tests</span>
            </p>
          </div>
          <span
            class="figure"
            :title="
              item.facility
                ? `Students earned ${percent(item.facility.value)} of the points, ${item.facility.n} answers`
                : 'Nobody has answered it yet'
            "
          >
            <template v-if="item.facility"
              ><b>{{ item.facility.value.toFixed(2) }}</b
              ><span class="n">n {{ item.facility.n }}</span></template
            >
            <span v-else class="n">new</span>
          </span>
          <button
            v-if="compact"
            class="put"
            :disabled="inTest?.has(item.id)"
            :aria-label="`Put into the test: ${stemLine(item.content.stem, 60)}`"
            @click="emit('put', item)"
          >
            {{ inTest?.has(item.id) ? 'in test' : 'Put in →' }}
          </button>
          <button v-else class="word" :aria-expanded="openId === item.id" @click="toggleOpen(item.id)">
            {{ openId === item.id ? 'Close' : 'Open' }}
          </button>
        </div>
        <OpenItem v-if="openId === item.id" :item="item" />
      </li>
    </ul>
    <p v-if="search.hasMore.value" class="more">
      <el-button :loading="loading" @click="search.more()">Show more items</el-button>
    </p>
  </div>
</template>

<style scoped>
.found {
  padding: 14px 20px 24px;
}
.search {
  display: flex;
  gap: 8px;
}
.search input {
  flex: 1;
  min-width: 120px;
}
.pickone {
  width: auto;
  max-width: 170px;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  margin: 10px 0 6px;
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
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 2px solid var(--rule-strong);
}
.line {
  border-bottom: var(--line);
}
.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) 52px auto;
  gap: 10px;
  padding: 9px 6px;
  align-items: start;
}
.compact > .row {
  grid-template-columns: minmax(0, 1fr) 52px auto;
}
.search.compact {
  flex-wrap: wrap;
}
.search.compact input {
  flex-basis: 100%;
}
.row:hover {
  background: var(--wash);
}
.picked > .row {
  box-shadow: inset 3px 0 var(--oak);
  background: var(--wash);
}
.row > input {
  width: 18px;
  height: 18px;
  margin: 3px 0 0 4px;
  accent-color: var(--oak);
}
.body {
  cursor: pointer;
}
.stem {
  margin: 0;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.facts {
  margin: 1px 0 0;
  font-size: 0.84rem;
  color: var(--faded);
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.figure {
  text-align: right;
  line-height: 1.25;
}
.figure .n {
  display: block;
  font-size: 0.78rem;
  color: var(--faded);
}
.put {
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--oak);
  font-weight: 600;
  cursor: pointer;
  padding: 4px 8px;
  white-space: nowrap;
  font-size: 0.88rem;
}
.put[disabled] {
  color: var(--faded);
  font-weight: 400;
  border-color: transparent;
  background: none;
  cursor: default;
}
.open > .row {
  background: var(--wash);
}
.more {
  text-align: center;
  margin-top: 16px;
}
</style>
