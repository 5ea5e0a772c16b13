<script setup lang="ts">
/** Points or stretches on a number line: pressed where they belong, or set with the arrow keys and Space. */
import { writtenLike } from '@oaken/core/axes';
import { elementAt, present } from '@oaken/core/certain';
import {
  lineMarkInWords,
  settableOn,
  type LineMark,
  type SittingNumberLine,
} from '@oaken/core/items';
import { computed, ref } from 'vue';
import { isSetting, nearestIndex, stepOf } from '../board/arrows';
import StepKeys, { type Step } from '../board/StepKeys.vue';
import { edge, lineWidth, placeOn } from './line';
import LinePicture from './LinePicture.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingNumberLine;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: LineMark[]] }>();

type Stretch = Exclude<LineMark, { point: string }>;

const sheet = ref<SVGSVGElement>();
const marks = computed(() => (Array.isArray(props.response) ? (props.response as LineMark[]) : []));
const isStretches = computed(() => props.part.asks === 'stretches');

/** Where something can be set, in order; stretches can go on without end on both sides. */
const spots = computed(() => {
  const { axis, snap } = props.part;
  const numbers = settableOn(axis, snap).map((value) => ({
    text: writtenLike(value, snap),
    x: placeOn(axis, value.valueOf()),
  }));
  if (!isStretches.value) return numbers;
  return [{ text: '', x: edge / 4 }, ...numbers, { text: '', x: lineWidth - edge / 4 }];
});
const cursor = ref<number | null>(null);
const begun = ref<number | null>(null);
const spot = (index: number) => elementAt(spots.value, index);

function nameOf(index: number): string {
  const { text } = spot(index);
  if (text !== '') return text;
  return say(index === 0 ? 'board.withoutEndLeft' : 'board.withoutEndRight');
}

function set(index: number): void {
  if (props.disabled) return;
  if (!isStretches.value) return toggle(spot(index).text);
  if (begun.value === null) {
    begun.value = index;
    return;
  }
  const [from, to] = [Math.min(begun.value, index), Math.max(begun.value, index)];
  begun.value = null;
  if (from === to) return;
  emit('answer', [
    ...marks.value,
    { from: spot(from).text, to: spot(to).text, closed: [true, true] },
  ]);
}
function toggle(point: string): void {
  const others = marks.value.filter((mark) => !('point' in mark) || mark.point !== point);
  emit('answer', others.length < marks.value.length ? others : [...marks.value, { point }]);
}
function press(event: PointerEvent): void {
  const box = present(sheet.value, 'sheet').getBoundingClientRect();
  const x = (lineWidth * (event.clientX - box.left)) / (box.width || lineWidth);
  const index = nearestIndex(
    spots.value.map((candidate) => candidate.x),
    x,
  );
  cursor.value = index;
  set(index);
}
function step(direction: Step): void {
  const middle = Math.floor(spots.value.length / 2);
  const by = { left: -1, right: 1, up: 0, down: 0 }[direction];
  const next = cursor.value === null ? middle : cursor.value + by;
  cursor.value = Math.min(spots.value.length - 1, Math.max(0, next));
}
function key(event: KeyboardEvent): void {
  const direction = stepOf(event);
  if (props.disabled || (!direction && !isSetting(event))) return;
  event.preventDefault();
  if (direction) step(direction);
  else setHere();
}
function setHere(): void {
  cursor.value ??= Math.floor(spots.value.length / 2);
  set(cursor.value);
}
const remove = (index: number) => emit('answer', marks.value.toSpliced(index, 1));
/** What is set, with those of its ends that can belong to it or not. */
const rows = computed(() =>
  marks.value.map((mark) => ({
    words: lineMarkInWords(mark),
    ends:
      'point' in mark
        ? []
        : ([0, 1] as const)
            .map((side) => ({
              side,
              place: side === 0 ? mark.from : mark.to,
              isClosed: mark.closed[side],
            }))
            .filter(({ place }) => place !== ''),
  })),
);
function close(index: number, side: 0 | 1, isClosed: boolean): void {
  const mark = marks.value[index] as Stretch;
  const closed: [boolean, boolean] = [...mark.closed];
  closed[side] = isClosed;
  emit('answer', marks.value.with(index, { ...mark, closed }));
}
const status = computed(() => {
  if (begun.value !== null) return say('board.begun', { place: nameOf(begun.value) });
  return cursor.value === null ? '' : say('board.cursor', { place: nameOf(cursor.value) });
});
</script>

<template>
  <p class="hint">{{ say(isStretches ? 'board.markStretches' : 'board.markPoints') }}</p>
  <svg
    ref="sheet"
    class="board"
    :viewBox="`0 0 ${lineWidth} 96`"
    :tabindex="disabled ? undefined : 0"
    role="application"
    :aria-label="say('board.lineFromTo', { from: part.axis.from, to: part.axis.to })"
    @pointerdown.prevent="press"
    @keydown="key"
  >
    <LinePicture
      :axis="part.axis"
      :label-every="part.labelEvery"
      :marks="marks"
      :cursor="cursor === null || disabled ? null : spot(cursor).x"
      :begun="begun === null ? null : spot(begun).x"
    />
  </svg>
  <StepKeys
    v-if="!disabled"
    :steps="['left', 'right']"
    :set="say('board.setHere')"
    @step="step"
    @set="setHere"
  />
  <p class="hint" aria-live="polite">{{ status }}</p>
  <ul v-if="rows.length" class="set" :aria-label="say('board.whatIsSet')">
    <li v-for="(row, index) in rows" :key="index">
      <b>{{ row.words }}</b>
      <label v-for="end in row.ends" :key="end.side">
        <input
          type="checkbox"
          :checked="end.isClosed"
          :disabled="disabled"
          @change="close(index, end.side, ($event.target as HTMLInputElement).checked)"
        />
        {{ say('board.belongs', { place: end.place }) }}
      </label>
      <button
        v-if="!disabled"
        type="button"
        class="word small"
        :aria-label="say('board.removeMark', { mark: row.words })"
        @click="remove(index)"
      >
        {{ say('board.remove') }}
      </button>
    </li>
  </ul>
</template>

<style src="../board/board.css"></style>
