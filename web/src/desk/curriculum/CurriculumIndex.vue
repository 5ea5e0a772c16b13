<script setup lang="ts">
/** The curricula as an index: a line filters by what is placed in it and below it. */
import { endOf } from '@oaken/core/curriculum';
import type { Curriculum } from '@oaken/contract/curricula';
import { onMounted, ref } from 'vue';
import { toggled } from '../../parts/toggled';
import { failed } from '../shared/undo';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';

const chosen = defineModel<number | null>({ required: true });
/** What is counted. */
defineProps<{ what: 'items' | 'tests' }>();
const store = useCurricula();
const opened = ref<number[]>([]);
onMounted(() => store.load().catch(failed));

interface Shown {
  index: number;
  hasBelow: boolean;
  isOpen: boolean;
}
/** Only what is opened, and what leads to the chosen line. */
function shownOf({ lines }: Curriculum): Shown[] {
  const shown: Shown[] = [];
  for (let index = 0; index < lines.length;) {
    const id = lines[index]?.id ?? 0;
    const end = endOf(lines, index);
    const hasBelow = end > index + 1;
    const holdsChosen = lines.slice(index + 1, end).some((line) => line.id === chosen.value);
    const isOpen = opened.value.includes(id) || holdsChosen;
    shown.push({ index, hasBelow, isOpen });
    index = isOpen ? index + 1 : end;
  }
  return shown;
}
</script>

<template>
  <template v-for="curriculum in store.curricula" :key="curriculum.id">
    <h3>{{ curriculum.name }}</h3>
    <ul class="lines" :aria-label="curriculum.name">
      <template v-for="{ index, hasBelow, isOpen } in shownOf(curriculum)" :key="index">
        <li
          v-for="line in curriculum.lines.slice(index, index + 1)"
          :key="line.id"
          :style="{ paddingInlineStart: `${line.level * 16}px` }"
        >
          <button
            v-if="hasBelow"
            class="turn"
            :aria-expanded="isOpen"
            :aria-label="`${isOpen ? say('banks.collapse') : say('banks.expand')} ${line.title}`"
            @click="opened = toggled(opened, line.id)"
          >
            {{ isOpen ? '–' : '+' }}
          </button>
          <span v-else class="turn" />
          <button
            class="entry"
            :class="{ chosen: chosen === line.id }"
            :aria-pressed="chosen === line.id"
            @click="chosen = chosen === line.id ? null : line.id"
          >
            <span>{{ line.title }}</span><span class="n">{{ line[what] }}</span>
          </button>
        </li>
      </template>
    </ul>
  </template>
  <p v-if="store.known" class="small way">
    <RouterLink to="/curricula">{{
      store.curricula.length ? say('curriculum.openCurricula') : say('curriculum.makeOne')
    }}</RouterLink>
  </p>
</template>

<style scoped>
.way a {
  display: inline-block;
  min-height: 26px;
  line-height: 26px;
}
h3 {
  margin: 18px 0 6px;
  font-size: 0.95rem;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
}
/* Wide and high enough for a finger (WCAG 2.2, 2.5.8). */
.turn {
  width: 24px;
  height: 28px;
  flex: none;
  border: 0;
  background: none;
  cursor: pointer;
}
.entry {
  display: flex;
  flex: 1;
  justify-content: space-between;
  gap: 8px;
  min-width: 0;
  min-height: 28px;
  padding: 3px 6px;
  border: 0;
  border-radius: var(--corner);
  background: none;
  text-align: start;
  overflow-wrap: anywhere;
  cursor: pointer;
}
.entry:hover,
.chosen {
  background: var(--wash);
}
.chosen {
  box-shadow: inset 3px 0 var(--oak);
  font-weight: 600;
}
.n {
  color: var(--faded);
}
</style>
