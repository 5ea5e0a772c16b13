<script setup lang="ts">
/** Figures in a coordinate plane, by points that are pressed, or set with the arrow keys and Space. */
import { writtenLike } from '@oaken/core/axes';
import { elementAt, present } from '@oaken/core/certain';
import {
  figureInWords,
  plainFigure,
  pointsOfFigure,
  settableOn,
  type Figure,
  type FigureName,
  type SittingCoordinatePlane,
} from '@oaken/core/items';
import { computed, ref, watch } from 'vue';
import { isSetting, nearestIndex, stepOf } from '../board/arrows';
import StepKeys, { type Step } from '../board/StepKeys.vue';
import { Plane, planeWidth, type Spot } from './plane';
import PlanePicture from './PlanePicture.vue';
import { answerWords, say } from '../../words';

const props = defineProps<{
  part: SittingCoordinatePlane;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: Figure[]] }>();

const sheet = ref<SVGSVGElement>();
const figures = computed(() => (Array.isArray(props.response) ? (props.response as Figure[]) : []));
const tool = ref<FigureName>(props.part.figures[0] ?? 'point');
watch(
  () => props.part.figures,
  (offered) => {
    if (!offered.includes(tool.value)) tool.value = offered[0] ?? 'point';
  },
);
const isOpen = ref(false);
const plane = computed(() => new Plane(props.part.x, props.part.y));
const spotsOn = (axis: 'x' | 'y') =>
  settableOn(props.part[axis], props.part.snap).map((value) => ({
    text: writtenLike(value, props.part.snap),
    value: value.valueOf(),
  }));
const columns = computed(() => spotsOn('x'));
const rows = computed(() => spotsOn('y'));

/** A place as its column and its row. */
type Place = readonly [column: number, row: number];
const cursor = ref<Place | null>(null);
const begun = ref<Place[]>([]);
const middle = (): Place => [
  nearestIndex(
    columns.value.map(({ value }) => value),
    0,
  ),
  nearestIndex(
    rows.value.map(({ value }) => value),
    0,
  ),
];
const coordinates = ([column, row]: Place): [string, string] => [
  elementAt(columns.value, column).text,
  elementAt(rows.value, row).text,
];
const drawnAt = ([column, row]: Place) =>
  plane.value.at({
    x: elementAt(columns.value, column).value,
    y: elementAt(rows.value, row).value,
  });
const placeText = (place: Place) => `(${coordinates(place).join(', ')})`;

function set(place: Place): void {
  if (props.disabled) return;
  const points = [...begun.value, place];
  if (points.length < pointsOfFigure[tool.value]) {
    begun.value = points;
    return;
  }
  begun.value = [];
  const figure: Figure = {
    figure: tool.value,
    points: points.map(coordinates),
    ...(tool.value === 'half-plane' && isOpen.value && { isOpen: true }),
  };
  const plain = plainFigure(figure);
  if (plain === null) return;
  const others = figures.value.filter((other) => plainFigure(other) !== plain);
  // A point that is set once more is taken away.
  const isThere = others.length < figures.value.length && tool.value === 'point';
  emit('answer', isThere ? others : [...others, figure].slice(0, 10));
}
function press(event: PointerEvent): void {
  const box = present(sheet.value, 'sheet').getBoundingClientRect();
  const scale = planeWidth / (box.width || planeWidth);
  const [x, y] = [scale * (event.clientX - box.left), scale * (event.clientY - box.top)];
  const at = (spot: Spot) => plane.value.at(spot);
  cursor.value = [
    nearestIndex(
      columns.value.map(({ value }) => at({ x: value, y: 0 }).x),
      x,
    ),
    nearestIndex(
      rows.value.map(({ value }) => at({ x: 0, y: value }).y),
      y,
    ),
  ];
  set(cursor.value);
}
function step(direction: Step): void {
  if (!cursor.value) {
    cursor.value = middle();
    return;
  }
  const [column, row] = cursor.value;
  const across = { left: -1, right: 1, up: 0, down: 0 }[direction];
  const up = { left: 0, right: 0, up: 1, down: -1 }[direction];
  const inside = (index: number, length: number) => Math.min(length - 1, Math.max(0, index));
  cursor.value = [
    inside(column + across, columns.value.length),
    inside(row + up, rows.value.length),
  ];
}
function key(event: KeyboardEvent): void {
  const direction = stepOf(event);
  if (props.disabled || (!direction && !isSetting(event))) return;
  event.preventDefault();
  if (direction) step(direction);
  else setHere();
}
function setHere(): void {
  cursor.value ??= middle();
  set(cursor.value);
}
function choose(figure: FigureName): void {
  tool.value = figure;
  begun.value = [];
}
const asked = computed(() => say(`board.next.${tool.value}`, { n: begun.value.length + 1 }));
const status = computed(() =>
  cursor.value ? say('board.cursor', { place: placeText(cursor.value) }) : '',
);
const words = (figure: Figure) => figureInWords(figure, answerWords());
</script>

<template>
  <div
    v-if="!disabled && part.figures.length > 1"
    class="tools"
    role="group"
    :aria-label="say('board.draw')"
  >
    <button
      v-for="figure in part.figures"
      :key="figure"
      type="button"
      :aria-pressed="tool === figure"
      @click="choose(figure)"
    >
      {{ say(`board.figures.${figure}`) }}
    </button>
  </div>
  <label v-if="!disabled && tool === 'half-plane'" class="open">
    <input v-model="isOpen" type="checkbox" /> {{ say('board.withoutEdge') }}
  </label>
  <p v-if="!disabled" class="hint">{{ asked }}</p>
  <svg
    ref="sheet"
    class="board square"
    :viewBox="`0 0 ${planeWidth} ${planeWidth}`"
    :tabindex="disabled ? undefined : 0"
    role="application"
    :aria-label="
      say('board.plane', {
        left: part.x.from,
        right: part.x.to,
        low: part.y.from,
        high: part.y.to,
      })
    "
    @pointerdown.prevent="press"
    @keydown="key"
  >
    <PlanePicture
      :x="part.x"
      :y="part.y"
      :figures="figures"
      :cursor="cursor && !disabled ? drawnAt(cursor) : null"
      :begun="begun.map(drawnAt)"
    />
  </svg>
  <StepKeys
    v-if="!disabled"
    :steps="['left', 'right', 'up', 'down']"
    :set="say('board.setHere')"
    @step="step"
    @set="setHere"
  />
  <p class="hint" aria-live="polite">{{ status }}</p>
  <ul v-if="figures.length" class="set" :aria-label="say('board.whatIsSet')">
    <li v-for="(figure, index) in figures" :key="index">
      <b>{{ words(figure) }}</b>
      <button
        v-if="!disabled"
        type="button"
        class="word small"
        :aria-label="say('board.removeMark', { mark: words(figure) })"
        @click="emit('answer', figures.toSpliced(index, 1))"
      >
        {{ say('board.remove') }}
      </button>
    </li>
  </ul>
</template>

<style src="../board/board.css"></style>
<style scoped>
.square {
  max-width: 520px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 6px;
}
.tools button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  cursor: pointer;
}
.tools button[aria-pressed='true'] {
  border-color: var(--oak);
  box-shadow: inset 0 0 0 1px var(--oak);
  font-weight: 600;
}
.open {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
</style>
