<script setup lang="ts">
/**
 * Grades and the tree of standards, each with its count; choosing one chooses everything below it. Several can be
 * chosen, and then any of them will do; one below a chosen one takes its place, since it asks for less.
 */
import type { Standard } from '@oaken/contract/standards';
import { computed, ref, watch } from 'vue';
import GradeRow from '../shared/GradeRow.vue';
import { useLibrary } from '../library/library';
import { say } from '../../words/teacher';

const grades = defineModel<number[]>('grades', { required: true });
const chosen = defineModel<number[]>('standard', { required: true });
const framework = defineModel<number | null>('framework', { default: null });
const props = defineProps<{
  /** What is counted: items, tests. */
  what: string;
  gradeCounts: ReadonlyMap<number, number>;
  standardCounts: ReadonlyMap<number, number>;
  frameworkCounts?: ReadonlyMap<number, number>;
  /** Nothing is said before it is known. */
  known: boolean;
}>();
const library = useLibrary();
const tally = (n = 0) => (props.known ? n.toLocaleString('en') : '');
const opened = ref(new Set<number>());

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
  for (const tree of library.frameworks) {
    if (framework.value !== null && framework.value !== tree.id) continue;
    const below = new Map<number | null, Standard[]>();
    for (const standard of tree.standards)
      below.set(standard.parentId, [...(below.get(standard.parentId) ?? []), standard]);
    const fits = (standard: Standard) =>
      grades.value.length === 0 || standard.grades.some((grade) => grades.value.includes(grade));
    const visit = (parent: number | null, level: number) => {
      for (const standard of below.get(parent) ?? []) {
        if (!fits(standard)) continue;
        const hasBelow = below.has(standard.id);
        const open = hasBelow && opened.value.has(standard.id);
        list.push({
          standard,
          level,
          hasBelow,
          open,
          n: props.standardCounts.get(standard.id) ?? 0,
        });
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

/** Ids of the standards above one, the nearest first. */
function above(id: number, standards: ReadonlyMap<number, Standard>): number[] {
  const parent = standards.get(id)?.parentId;
  return parent ? [parent, ...above(parent, standards)] : [];
}

// A standard that comes with the page's address is unfolded down to its own line.
watch(
  () => [chosen.value, library.standards] as const,
  ([values, standards]) => {
    const next = new Set(opened.value);
    for (const value of values) for (const parent of above(value, standards)) next.add(parent);
    if (next.size > opened.value.size) opened.value = next;
  },
  { immediate: true },
);

function choose({ standard, hasBelow }: Line): void {
  const { id } = standard;
  const apart = chosen.value.filter(
    (other) =>
      !above(id, library.standards).includes(other) &&
      !above(other, library.standards).includes(id) &&
      other !== id,
  );
  chosen.value = chosen.value.includes(id) ? apart : [...apart, id];
  if (hasBelow && !opened.value.has(standard.id)) toggle(standard.id);
}
</script>

<template>
  <GradeRow
    v-model="grades"
    :grades="library.grades"
    :label="say('common.grades')"
    :each="say('common.grade')"
    :title="(grade) => `${gradeCounts.get(grade) ?? 0} ${what}`"
  />
  <h3 v-if="library.frameworks.length < 2">
    {{ library.frameworks[0]?.name ?? say('common.standards') }}
  </h3>
  <template v-else>
    <h3>{{ say('banks.frameworks') }}</h3>
    <button
      v-for="entry in library.frameworks"
      :key="entry.id"
      class="entry"
      :class="{ chosen: framework === entry.id }"
      :aria-pressed="framework === entry.id"
      @click="framework = framework === entry.id ? null : entry.id"
    >
      <span class="name">{{ entry.name }}</span><span class="n">{{
        tally(frameworkCounts?.get(entry.id))
      }}</span>
    </button>
  </template>
  <ul class="tree" :aria-label="say('common.standards')">
    <li v-for="line in lines" :key="line.standard.id" :class="`level-${line.level}`">
      <button
        v-if="line.hasBelow"
        class="turn"
        :aria-expanded="line.open"
        :aria-label="`${line.open ? say('banks.collapse') : say('banks.expand')} ${line.standard.statement}`"
        @click="toggle(line.standard.id)"
      >
        {{ line.open ? '–' : '+' }}
      </button>
      <span v-else class="turn" />
      <button
        class="entry"
        :class="{ chosen: chosen.includes(line.standard.id), none: line.n === 0 }"
        :aria-pressed="chosen.includes(line.standard.id)"
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
</template>

<style scoped>
h3 {
  margin: 18px 0 6px;
  font-size: 0.95rem;
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
  padding-inline-start: 14px;
}
.level-2 {
  padding-inline-start: 26px;
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
  text-align: start;
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
