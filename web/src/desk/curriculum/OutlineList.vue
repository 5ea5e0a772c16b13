<script setup lang="ts">
/** A curriculum as a table of contents: chosen, changed by key, menu and by dragging; each line says what it holds. */
import type { Curriculum } from '@oaken/contract/curricula';
import { deepest, kindNames } from '@oaken/core/curriculum';
import { elementAt } from '@oaken/core/certain';
import { computed, nextTick, ref } from 'vue';
import { say } from '../../words/teacher';
import { useCurricula } from './curricula';
import { dayInWords } from './dayInWords';
import LineForm from './LineForm.vue';
import { useOutline } from './useOutline';

const chosen = defineModel<number | null>({ required: true });
const props = defineProps<{ curriculum: Curriculum }>();
const store = useCurricula();
const outline = useOutline(computed(() => props.curriculum));
const mayEdit = computed(() => props.curriculum.may === 'edit');
const classesAt = computed(() => store.classesAt(props.curriculum));
/** The line that is being named; the one behind which, or in which, a new one is being named. */
const naming = ref<number | null>(null);
const adding = ref<{ index: number; within: boolean } | null>(null);
const list = ref<HTMLElement>();
const held = ref<number | null>(null);
const over = ref<number | null>(null);

const indexOf = (id: number) => props.curriculum.lines.findIndex((line) => line.id === id);
const focus = (id: number) =>
  nextTick(() => list.value?.querySelector<HTMLElement>(`[data-line="${id}"] .entry`)?.focus());

async function act(id: number, what: Promise<unknown>): Promise<void> {
  await what;
  await focus(id);
}
function keys(event: KeyboardEvent, id: number): void {
  if (!mayEdit.value) return;
  const index = indexOf(id);
  const moves: Record<string, () => Promise<unknown>> = {
    ArrowUp: () => outline.step(index, -1),
    ArrowDown: () => outline.step(index, 1),
    ArrowRight: () => outline.shift(index, 1),
    ArrowLeft: () => outline.shift(index, -1),
  };
  const move = event.altKey ? moves[event.key] : undefined;
  if (move) {
    event.preventDefault();
    void act(id, move());
  } else if (event.key === 'F2') {
    event.preventDefault();
    naming.value = id;
  } else if (event.key === 'Delete') void outline.remove(index);
}
async function add(title: string): Promise<void> {
  if (!adding.value) return;
  const { index, within } = adding.value;
  const id = await outline.add(title, index, within);
  if (id === null) return;
  chosen.value = id;
  // The next one is typed right away, behind this one.
  adding.value = { index: indexOf(id), within: false };
}
function drop(to: number): void {
  const from = held.value;
  [held.value, over.value] = [null, null];
  if (from !== null && from !== to) void outline.drop(from, to);
}
function remove(index: number): void {
  const { id } = elementAt(props.curriculum.lines, index);
  if (chosen.value === id) chosen.value = null;
  void outline.remove(index);
}
const contentsOf = ({ items, tests }: { items: number; tests: number }) =>
  [
    tests ? say('curriculum.testsCounted', { n: tests }) : '',
    items ? say('common.itemsCounted', { n: items }) : '',
  ]
    .filter(Boolean)
    .join(', ');
</script>

<template>
  <ol ref="list" class="outline" :aria-label="curriculum.name">
    <template v-for="(line, index) in curriculum.lines" :key="line.id">
      <li
        :data-line="line.id"
        :class="{ over: over === index }"
        :style="{ paddingInlineStart: `${line.level * 22}px` }"
        @dragover="held !== null && ($event.preventDefault(), (over = index))"
        @dragleave="over = null"
        @drop.prevent="drop(index)"
      >
        <LineForm
          v-if="naming === line.id"
          :line="line"
          @save="
            (facts) => {
              naming = null;
              act(line.id, outline.describe(index, facts));
            }
          "
          @cancel="
            naming = null;
            focus(line.id);
          "
        />
        <template v-else>
          <button
            class="entry"
            :class="[`level-${line.level}`, { chosen: chosen === line.id }]"
            :aria-pressed="chosen === line.id"
            :draggable="mayEdit"
            @dragstart="held = index"
            @dragend="held = null"
            @keydown="keys($event, line.id)"
            @click="chosen = chosen === line.id ? null : line.id"
          >
            <span class="title"
              ><span class="faded kind">{{ kindNames[line.kind] }}</span
              >{{ ' ' }}{{ line.title }}</span
            >
            <span v-for="at in classesAt.get(line.id) ?? []" :key="at.classId" class="here">{{
              say('curriculum.classIsHere', { name: at.className })
            }}</span>
            <span v-if="line.startsOn" class="faded small">{{ dayInWords(line.startsOn) }}</span>
            <span class="faded small held">{{ contentsOf(line) }}</span>
          </button>
          <ElDropdown :persistent="false" v-if="mayEdit" trigger="click">
            <ElButton
              link
              class="dots"
              :aria-label="say('curriculum.moreAboutLine', { title: line.title })"
              >⋯</ElButton
            >
            <template #dropdown>
              <ElDropdownMenu>
                <ElDropdownItem @click="naming = line.id">{{
                  say('curriculum.editLine')
                }}</ElDropdownItem>
                <ElDropdownItem @click="adding = { index, within: false }">{{
                  say('curriculum.addBelow')
                }}</ElDropdownItem>
                <ElDropdownItem
                  :disabled="line.level + 1 >= deepest"
                  @click="adding = { index, within: true }"
                  >{{ say('curriculum.addWithin') }}</ElDropdownItem
                >
                <ElDropdownItem @click="act(line.id, outline.step(index, -1))">{{
                  say('curriculum.moveUp')
                }}</ElDropdownItem>
                <ElDropdownItem @click="act(line.id, outline.step(index, 1))">{{
                  say('curriculum.moveDown')
                }}</ElDropdownItem>
                <ElDropdownItem @click="act(line.id, outline.shift(index, 1))">{{
                  say('curriculum.indent')
                }}</ElDropdownItem>
                <ElDropdownItem @click="act(line.id, outline.shift(index, -1))">{{
                  say('curriculum.outdent')
                }}</ElDropdownItem>
                <ElDropdownItem divided @click="remove(index)">{{
                  say('common.remove')
                }}</ElDropdownItem>
              </ElDropdownMenu>
            </template>
          </ElDropdown>
        </template>
      </li>
      <li
        v-if="adding?.index === index"
        :style="{ paddingInlineStart: `${(line.level + (adding.within ? 1 : 0)) * 22}px` }"
      >
        <LineForm @save="(facts) => add(facts.title)" @cancel="adding = null" />
      </li>
    </template>
    <li v-if="adding?.index === -1">
      <LineForm @save="(facts) => add(facts.title)" @cancel="adding = null" />
    </li>
  </ol>
  <p v-if="mayEdit" class="foot">
    <ElButton link class="word" @click="adding = { index: -1, within: false }">{{
      say('curriculum.addLine')
    }}</ElButton>
    <span class="faded small">{{ say('curriculum.keysOfLines') }}</span>
  </p>
</template>

<style scoped>
.outline {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  border-bottom: var(--line);
}
.over {
  box-shadow: inset 0 2px 0 var(--secure);
}
.entry {
  display: flex;
  flex: 1;
  gap: 10px;
  align-items: baseline;
  min-width: 0;
  min-height: 36px;
  padding: 4px 8px;
  border: 0;
  border-radius: var(--corner);
  background: none;
  text-align: start;
  cursor: pointer;
}
.entry:hover,
.chosen {
  background: var(--wash);
}
.chosen {
  box-shadow: inset 3px 0 var(--oak);
}
.title {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.level-0 .title {
  font-family: var(--serif);
  font-weight: 600;
  font-size: 1.05rem;
}
.kind {
  font: 0.8rem var(--text);
}
.here {
  padding: 0 7px;
  border-radius: var(--corner);
  background: var(--secure-wash);
  font-size: 0.85rem;
  font-weight: 600;
}
.held,
.here {
  white-space: nowrap;
}
.dots {
  width: 32px;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
</style>
