<script setup lang="ts">
/** Bars or stacks of dots, set by a press at their height, or with the arrow keys. */
import { elementAt, present } from '@oaken/core/certain';
import { writtenLike } from '@oaken/core/axes';
import { amountOf, marksOf, type SittingPlot } from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import { computed, ref } from 'vue';
import RichText from '../../parts/RichText.vue';
import { nearestIndex, stepOf } from '../board/arrows';
import { columnOf, frame, heightOf, plotHeight, plotWidth } from './plot';
import PlotPicture from './PlotPicture.vue';
import { say } from '../../words';

const props = defineProps<{
  part: SittingPlot;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: Record<string, string>] }>();

const sheet = ref<SVGSVGElement>();
const values = computed(() =>
  typeof props.response === 'object' && props.response !== null
    ? (props.response as Record<string, string>)
    : {},
);
const levels = computed(() =>
  marksOf(props.part.axis).map((value) => ({
    text: writtenLike(value, props.part.axis.step),
    value: value.valueOf(),
    y: heightOf(props.part.axis, value.valueOf()),
  })),
);
const columns = computed(() =>
  props.part.categories.map((category, index) => ({
    ...category,
    name: plainText(category.text),
    ...columnOf(index, props.part.categories.length),
  })),
);
const levelOf = (id: string, given?: string) => {
  const value = amountOf(given ?? values.value[id] ?? '');
  return value === null
    ? null
    : nearestIndex(
        levels.value.map((level) => level.value),
        value.valueOf(),
      );
};

function set(id: string, level: number): void {
  if (props.disabled) return;
  const index = Math.min(levels.value.length - 1, Math.max(0, level));
  emit('answer', { ...values.value, [id]: elementAt(levels.value, index).text });
}
function press(event: PointerEvent): void {
  const box = present(sheet.value, 'sheet').getBoundingClientRect();
  const scale = plotWidth / (box.width || plotWidth);
  const [x, y] = [scale * (event.clientX - box.left), scale * (event.clientY - box.top)];
  const nearest = nearestIndex(
    columns.value.map(({ middle }) => middle),
    x,
  );
  const { id, given } = elementAt(columns.value, nearest);
  if (given !== undefined || x < frame.left / 2) return;
  set(
    id,
    nearestIndex(
      levels.value.map((level) => level.y),
      y,
    ),
  );
}
function key(event: KeyboardEvent, id: string): void {
  const direction = stepOf(event);
  const by = direction && { up: 1, right: 1, down: -1, left: -1 }[direction];
  if (props.disabled || by === undefined) return;
  event.preventDefault();
  set(id, (levelOf(id) ?? 0) + by);
}
</script>

<template>
  <p v-if="!disabled" class="hint">{{ say('board.setBars') }}</p>
  <p v-if="part.label" class="label">{{ part.label }}</p>
  <svg
    ref="sheet"
    class="board wide"
    :viewBox="`0 0 ${plotWidth} ${plotHeight}`"
    role="group"
    :aria-label="part.label || say('board.plot')"
    @pointerdown="press"
  >
    <PlotPicture :part="part" :values="values" />
    <rect
      v-for="column in columns"
      :key="column.id"
      class="column"
      :x="column.middle - column.bar * 0.75"
      :y="frame.top"
      :width="column.bar * 1.5"
      :height="plotHeight - frame.top - frame.bottom"
      :role="column.given === undefined ? 'slider' : 'img'"
      :tabindex="column.given === undefined && !disabled ? 0 : undefined"
      :aria-label="
        column.given === undefined
          ? column.name
          : say('board.given', { name: column.name, value: column.given })
      "
      :aria-valuemin="column.given === undefined ? 0 : undefined"
      :aria-valuemax="column.given === undefined ? levels.length - 1 : undefined"
      :aria-valuenow="column.given === undefined ? (levelOf(column.id) ?? 0) : undefined"
      :aria-valuetext="
        column.given === undefined ? (values[column.id] ?? say('board.notSet')) : undefined
      "
      :aria-disabled="disabled"
      @keydown="key($event, column.id)"
    />
  </svg>
  <ol class="names" :style="{ '--columns': columns.length }">
    <li v-for="column in columns" :key="column.id">
      <RichText inline :html="column.text" />
      <b v-if="column.given ?? values[column.id]">{{ column.given ?? values[column.id] }}</b>
    </li>
  </ol>
</template>

<style src="../board/board.css"></style>
<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.wide {
  max-width: 640px;
}
.label {
  margin: 0 0 4px;
  font-weight: 600;
}
.column {
  fill: transparent;
}
.column:focus-visible {
  outline: none;
  stroke: var(--secure);
  stroke-width: 3;
}
.names {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  box-sizing: border-box;
  max-width: 640px;
  margin: 4px 0 0;
  padding-inline: 10% 2.5%;
  list-style: none;
}
.names li {
  display: grid;
  justify-items: center;
  text-align: center;
  overflow-wrap: anywhere;
}
</style>
