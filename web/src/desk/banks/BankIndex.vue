<script setup lang="ts">
/** The index of the banks, like a book's: grades, the tree of standards, banks and folders, each with its count. */
import type { Standard } from '@oaken/contract/standards';
import { computed, ref, watch } from 'vue';
import FolderTree from './FolderTree.vue';
import KeptSearches from './KeptSearches.vue';
import { useLibrary } from './library';
import type { SearchState } from './useSearch';

const props = defineProps<{ search: SearchState; picked: ReadonlySet<number> }>();
const emit = defineEmits<{ changed: [] }>();
const library = useLibrary();
/** Nothing is said before it is known. */
const tally = (n = 0) => (props.search.known.value ? n.toLocaleString('en') : '');
const filters = props.search.filters;
const { standards: standardCounts, grades: gradeCounts, frameworks: frameworkCounts } = props.search.counts;
const opened = ref(new Set<number>());

function toggleGrade(grade: number): void {
  filters.grades = filters.grades.includes(grade)
    ? filters.grades.filter((own) => own !== grade)
    : [...filters.grades, grade].sort((a, b) => a - b);
}

interface Line {
  standard: Standard;
  level: number;
  hasBelow: boolean;
  open: boolean;
  n: number;
}

/** The tree as lines: only standards of the chosen grades, and only what is opened. */
const lines = computed<Line[]>(() => {
  const list: Line[] = [];
  for (const framework of library.frameworks) {
    if (filters.framework !== null && filters.framework !== framework.id) continue;
    const below = new Map<number | null, Standard[]>();
    for (const own of framework.standards) below.set(own.parentId, [...(below.get(own.parentId) ?? []), own]);
    const fits = (own: Standard) =>
      filters.grades.length === 0 || own.grades.some((grade) => filters.grades.includes(grade));
    const visit = (parent: number | null, level: number) => {
      for (const standard of below.get(parent) ?? []) {
        if (!fits(standard)) continue;
        const hasBelow = below.has(standard.id);
        const open = hasBelow && opened.value.has(standard.id);
        list.push({ standard, level, hasBelow, open, n: standardCounts.value.get(standard.id) ?? 0 });
        if (open) visit(standard.id, level + 1);
      }
    };
    visit(null, 0);
  }
  return list;
});

function toggle(id: number): void {
  const next = new Set(opened.value);
  if (!next.delete(id)) next.add(id);
  opened.value = next;
}

// A standard that comes with the page's address is unfolded down to its own line.
watch(
  () => [filters.standard, library.standards] as const,
  ([chosen, standards]) => {
    const next = new Set(opened.value);
    for (let at = standards.get(chosen ?? 0)?.parentId; at; at = standards.get(at)?.parentId) next.add(at);
    if (next.size > opened.value.size) opened.value = next;
  },
  { immediate: true },
);

function choose({ standard, hasBelow }: Line): void {
  filters.standard = filters.standard === standard.id ? null : standard.id;
  if (hasBelow && !opened.value.has(standard.id)) toggle(standard.id);
}
</script>

<template>
  <nav class="index" aria-label="Index">
    <div class="grades" role="group" aria-label="Grades">
      <span class="label">Grade</span>
      <button
        v-for="grade in library.grades"
        :key="grade"
        :aria-pressed="filters.grades.includes(grade)"
        :aria-label="`Grade ${grade}`"
        :title="`${gradeCounts.get(grade) ?? 0} items`"
        @click="toggleGrade(grade)"
      >
        {{ grade }}
      </button>
    </div>
    <h3 v-if="library.frameworks.length < 2">{{ library.frameworks[0]?.name ?? 'Standards' }}</h3>
    <template v-else>
      <h3>Frameworks</h3>
      <button
        v-for="own in library.frameworks"
        :key="own.id"
        class="entry"
        :class="{ chosen: filters.framework === own.id }"
        :aria-pressed="filters.framework === own.id"
        @click="filters.framework = filters.framework === own.id ? null : own.id"
      >
        <span class="name">{{ own.name }}</span><span class="n">{{ tally(frameworkCounts.get(own.id)) }}</span>
      </button>
    </template>
    <ul class="tree" aria-label="Standards">
      <li v-for="line in lines" :key="line.standard.id" :class="`level-${line.level}`">
        <button
          v-if="line.hasBelow"
          class="turn"
          :aria-expanded="line.open"
          :aria-label="`${line.open ? 'Fold' : 'Unfold'} ${line.standard.statement}`"
          @click="toggle(line.standard.id)"
        >
          {{ line.open ? '–' : '+' }}
        </button>
        <span v-else class="turn" />
        <button
          class="entry"
          :class="{ chosen: filters.standard === line.standard.id, none: line.n === 0 }"
          :aria-pressed="filters.standard === line.standard.id"
          @click="choose(line)"
        >
          <span class="name">
            <span v-if="line.level > 1" class="code">{{ line.standard.code }}</span>
            {{ line.standard.statement }}
          </span>
          <span class="n">{{ tally(line.n) }}</span>
        </button>
      </li>
    </ul>
    <h3>Banks and folders</h3>
    <FolderTree :search="search" :picked="picked" @changed="emit('changed')" />
    <KeptSearches :search="search" />
  </nav>
</template>

<style scoped>
.index {
  padding: 14px 14px 24px 16px;
}
h3 {
  margin: 18px 0 6px;
  font-size: 0.95rem;
}
.grades {
  display: flex;
  align-items: center;
  gap: 6px;
}
.grades .label {
  color: var(--faded);
  margin-right: 4px;
}
.grades button {
  width: 36px;
  height: 34px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  font-family: var(--serif);
  cursor: pointer;
}
.grades button[aria-pressed='true'] {
  background: var(--oak);
  color: var(--on-oak);
  border-color: var(--oak);
}
.tree {
  list-style: none;
  margin: 0;
  padding: 0;
}
.tree li {
  display: flex;
  align-items: flex-start;
}
.level-1 {
  padding-left: 14px;
}
.level-2 {
  padding-left: 26px;
}
.turn {
  width: 24px;
  flex: none;
  height: 30px;
  border: 0;
  background: none;
  cursor: pointer;
  color: var(--faded);
  font-size: 1rem;
}
.entry {
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: space-between;
  gap: 8px;
  text-align: left;
  border: 0;
  background: none;
  padding: 4px 6px;
  cursor: pointer;
  border-radius: var(--corner);
  font-size: 0.93rem;
  line-height: 1.4;
}
.level-0 .entry {
  font-weight: 600;
}
.level-2 .entry {
  font-size: 0.88rem;
}
.entry:hover {
  background: var(--wash);
}
.chosen {
  background: var(--wash);
  box-shadow: inset 3px 0 var(--oak);
}
.none {
  color: var(--faded);
}
.code {
  display: block;
  font-size: 0.8rem;
  color: var(--faded);
}
.n {
  font-variant-numeric: tabular-nums;
  color: var(--faded);
}
</style>
