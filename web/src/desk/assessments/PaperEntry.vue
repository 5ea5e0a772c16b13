<script setup lang="ts">
/** One item of the paper as a ruled row: its first line, what it is, and its points at the right edge. */
import type { Pinned } from '@oaken/contract/assessments';
import { kinds } from '@oaken/core/items';
import type { Entry } from '@oaken/core/assessments';
import { computed, ref, watch } from 'vue';
import { itemLine } from '../shared/itemLine';
import { percent, pointsText } from '../shared/words';
import { sourceWords } from '../shared/sourceWords';
import { useTyped } from './useTyped';
import { say } from '../../words/teacher';

const props = defineProps<{
  entry: Entry;
  number: number;
  pinned?: Pinned | undefined;
  /** What it gives in the end. */
  worth: number;
  /** Where its points come from: its own value, its share of a total, or its section's draw. */
  counts: 'value' | 'share' | 'draw';
  /** What the margin says of it. */
  notes: readonly string[];
  mayChange: boolean;
  selected: boolean;
}>();
const emit = defineEmits<{
  /** In or out of the selection; with Shift, everything from the last one to here. */
  select: [withShift: boolean];
  /** On to the points of the next item. */
  next: [];
  up: [];
  down: [];
  remove: [];
  edit: [];
  similar: [];
  apart: [];
  points: [points: number];
}>();

const typed = useTyped(() => props.entry.points);
const wrong = ref('');
watch(typed, () => (wrong.value = ''));
const unit = computed(() => (props.counts === 'share' ? say('tests.shareUnit') : say('tests.pt')));

function givePoints(): void {
  const points = Number(typed.value.replace(',', '.'));
  if (typed.value.trim() === '' || !Number.isFinite(points))
    wrong.value = say('tests.pointsMustBeNumber');
  else if (points < 0) wrong.value = say('tests.pointsCannotBeBelow');
  else if (points > 1000) wrong.value = say('tests.atMost1000Points');
  else {
    wrong.value = '';
    if (points !== props.entry.points) emit('points', points);
  }
}

/** The toolkit's box does not say what was held while it was pressed. */
let withShift = false;

function givePointsAndGoOn(): void {
  givePoints();
  if (wrong.value === '') emit('next');
}

function keys(event: KeyboardEvent): void {
  if (event.target !== event.currentTarget) return;
  if (event.key === ' ') {
    event.preventDefault();
    emit('select', event.shiftKey);
  }
  if (!props.mayChange) return;
  const act = { ArrowUp: () => emit('up'), ArrowDown: () => emit('down') }[event.key];
  if (event.altKey && act) {
    event.preventDefault();
    act();
  } else if (event.key === 'Enter') emit('edit');
  else if (event.key === 'Delete') emit('remove');
}
</script>

<template>
  <li
    class="entry"
    :class="{ noted: notes.length > 0, selected, fixed: !mayChange }"
    :data-entry="entry.id"
    tabindex="0"
    :aria-label="
      say('tests.itemNumberTitle', { number, value: pinned ? itemLine(pinned.content) : '' })
    "
    :title="notes.join('\n') || undefined"
    @keydown="keys"
  >
    <ElCheckbox
      class="select"
      :model-value="selected"
      @pointerdown="withShift = $event.shiftKey"
      @keydown="withShift = $event.shiftKey"
      @change="emit('select', withShift)"
      ><span class="unseen">{{ say('tests.selectItemNumber', { number }) }}</span></ElCheckbox
    >
    <span v-if="mayChange" class="grip" aria-hidden="true" :title="say('tests.dragMove')">⋮⋮</span>
    <span class="number">{{ number }}</span>
    <div class="body">
      <p class="stem" :title="pinned ? itemLine(pinned.content, 400) : undefined">
        {{ pinned ? itemLine(pinned.content, 150) : '…' }}
      </p>
      <p class="facts">
        <span
          v-for="standard in pinned?.standards"
          :key="standard.id"
          :title="standard.statement"
          >{{ standard.code }}</span
        >
        <span v-if="pinned">{{ kinds[pinned.kind].title }}</span>
        <span v-if="pinned?.depth">{{ say('tests.depthDepthWith', { depth: pinned.depth }) }}</span>
        <span v-if="pinned?.content.passage" :title="say('tests.itemsOnePassageStay')">{{
          say('tests.passage')
        }}</span>
        <span
          v-if="pinned?.facility"
          :title="say('tests.averageScoreFromNumber', { number: pinned.facility.n })"
          >{{ percent(pinned.facility.value) }}</span
        >
        <span v-if="pinned?.forThisTest" class="note">{{ say('tests.changedThisTestOnly') }}</span>
        <span v-if="pinned?.sourceTest" class="note">{{ sourceWords(pinned.sourceTest) }}</span>
        <span v-if="mayChange" class="acts">
          <ElButton
            link
            class="word"
            :aria-label="say('tests.editItemNumber', { number })"
            @click="emit('edit')"
          >
            {{ say('tests.edit') }}
          </ElButton>
          <ElButton
            link
            class="word"
            :aria-label="say('tests.aSimilarItemItem', { number })"
            @click="emit('similar')"
          >
            {{ say('tests.similar') }}
          </ElButton>
          <ElButton
            link
            class="word"
            :aria-label="say('tests.itemsNotUseWithItem', { number })"
            @click="emit('apart')"
          >
            {{ say('tests.dontUseWith') }}
          </ElButton>
          <ElButton
            link
            class="word"
            :aria-label="say('tests.moveItemNumberUp', { number })"
            @click="emit('up')"
          >
            {{ say('tests.up') }}
          </ElButton>
          <ElButton
            link
            class="word"
            :aria-label="say('tests.moveItemNumberDown', { number })"
            @click="emit('down')"
          >
            {{ say('tests.down') }}
          </ElButton>
          <ElButton
            link
            class="word"
            :aria-label="say('tests.removeItemNumber', { number })"
            @click="emit('remove')"
          >
            {{ say('tests.remove') }}
          </ElButton>
        </span>
      </p>
      <p v-if="wrong" class="wrong">{{ wrong }}</p>
    </div>
    <span class="points">
      <template v-if="counts !== 'draw' && mayChange">
        <ElInput
          :aria-label="
            say('tests.forItemNumber', {
              value: counts === 'share' ? say('tests.shareTotal') : say('common.points'),
              number,
            })
          "
          v-model="typed"
          inputmode="decimal"
          :aria-invalid="wrong !== ''"
          @change="givePoints"
          @keydown.enter.prevent="givePointsAndGoOn"
        />
        <span class="faded small">{{ unit }}</span>
      </template>
      <span v-if="counts !== 'value' || !mayChange" class="worth">{{
        say('tests.worthPt', { worth: pointsText(worth) })
      }}</span>
    </span>
  </li>
</template>

<style scoped>
.entry {
  display: grid;
  position: relative;
  grid-template-columns: auto 20px 26px minmax(0, 1fr) auto;
  gap: 6px;
  padding: 4px;
  border-bottom: var(--line);
  background: var(--sheet);
  overflow-wrap: anywhere;
}
.fixed {
  grid-template-columns: auto 26px minmax(0, 1fr) auto;
}
.noted {
  box-shadow: inset 4px 0 var(--partial);
}
.entry:hover,
.entry:focus-within {
  background: var(--wash);
}
.selected {
  background: var(--wash);
}
.select {
  height: 24px;
  margin: 0;
}
.grip {
  cursor: grab;
  color: var(--faded);
  user-select: none;
  letter-spacing: -3px;
  padding-block: 0;
  padding-inline: 2px 4px;
  white-space: nowrap;
}
.number {
  font-family: var(--serif);
  font-weight: 600;
  text-align: end;
  padding-inline-end: 4px;
}
.stem {
  margin: 0;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.facts {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  font-size: 0.84rem;
  color: var(--faded);
}
.note {
  color: var(--secure);
  font-weight: 600;
}
/* They come with the mouse or the keys, over what is beside them, so that more items fit on a page. */
.body {
  position: relative;
}
.acts {
  position: absolute;
  inset-inline-end: 0;
  bottom: 0;
  padding-inline-start: 14px;
  white-space: nowrap;
  background: var(--wash);
  opacity: 0;
}
.entry:hover .acts,
.entry:focus-within .acts {
  opacity: 1;
}
@media (hover: none) {
  .acts {
    position: static;
    margin-inline-start: auto;
    opacity: 1;
  }
}
.points {
  display: flex;
  flex-wrap: wrap;
  align-content: flex-start;
  justify-content: flex-end;
  align-items: baseline;
  gap: 4px;
  max-width: 108px;
}
.points :deep(.el-input) {
  width: 56px;
  font-size: 1.05rem;
}
.points :deep(input) {
  text-align: end;
}
.worth {
  white-space: nowrap;
}
.sortable-ghost {
  opacity: 0.4;
}
</style>
