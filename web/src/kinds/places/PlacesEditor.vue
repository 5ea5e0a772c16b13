<script setup lang="ts">
/**
 * A picture with places drawn on it. A place is drawn with the mouse, or added and then moved and sized with the arrow
 * keys, so that nobody needs a mouse.
 */
import { elementAt, present } from '@oaken/core/certain';
import { freshId, type Places } from '@oaken/core/items';
import { computed, ref } from 'vue';
import { under, type Problem } from '../../parts/problems';
import MediaDialog, { type Medium } from '../../rich/MediaDialog.vue';
import { toggled } from '../../parts/toggled';
import {
  areaInMiddle,
  arrowSteps,
  drawnArea,
  middleOf,
  moved,
  resized,
  type Area,
  type Spot,
} from './areas';
import { svgOf } from './svgOf';
import { say } from '../../words/teacher';

const part = defineModel<Places>({ required: true });
const props = defineProps<{ problems: Problem[] }>();
type Place = Places['places'][number];

const change = (places: Partial<Places>) => (part.value = { ...part.value, ...places });
const asking = ref(false);
const shape = ref<Area['shape']>('rect');
const shapeNames = {
  rect: say('kinds.shapeRect'),
  circle: say('kinds.shapeCircle'),
  poly: say('kinds.shapePoly'),
};
const sheet = ref<SVGSVGElement>();
const begun = ref<Spot | null>(null);
const drawn = ref<Area | null>(null);
const corners = ref<number[]>([]);
const picture = computed(() => part.value.picture);

function putPicture({ src, words, width, height }: Medium): void {
  change({
    picture: {
      file: src,
      alternative: words,
      width: Number(width) || 640,
      height: Number(height) || 480,
    },
  });
}
function spot(event: PointerEvent | MouseEvent): Spot {
  const box = present(sheet.value, 'sheet').getBoundingClientRect();
  const inside = (value: number, limit: number) => Math.round(Math.min(limit, Math.max(0, value)));
  return {
    x: inside((picture.value.width * (event.clientX - box.left)) / box.width, picture.value.width),
    y: inside(
      (picture.value.height * (event.clientY - box.top)) / box.height,
      picture.value.height,
    ),
  };
}
function down(event: PointerEvent): void {
  if (shape.value === 'poly') {
    const { x, y } = spot(event);
    corners.value = [...corners.value, x, y];
    return;
  }
  present(sheet.value, 'sheet').setPointerCapture(event.pointerId);
  begun.value = spot(event);
}
const drag = (event: PointerEvent) =>
  begun.value && (drawn.value = drawnArea(shape.value, begun.value, spot(event)));
function up(): void {
  const box = drawn.value;
  [begun.value, drawn.value] = [null, null];
  // A press without a drag draws nothing.
  if (box && (box.shape !== 'rect' || box.width * box.height > 60)) add(box);
}
function closeShape(): void {
  if (corners.value.length >= 6) add({ shape: 'poly', points: corners.value });
  corners.value = [];
}
function add(area: Area): void {
  const id = freshId(part.value.places.map((place) => place.id));
  change({ places: [...part.value.places, { id, label: '', area }] });
}
const addInMiddle = () => add(areaInMiddle(shape.value, picture.value));
const setPlace = (index: number, place: Partial<Place>) =>
  change({ places: part.value.places.map((old, n) => (n === index ? { ...old, ...place } : old)) });
function remove(index: number): void {
  const { id } = elementAt(part.value.places, index);
  change({
    places: part.value.places.filter((_, n) => n !== index),
    key: part.value.key.filter((text) => text !== id),
  });
}
const toggle = (id: string) => change({ key: toggled(part.value.key, id) });

/** Arrows move a place, Shift with an arrow makes it larger or smaller. */
function key(event: KeyboardEvent, index: number): void {
  const step = arrowSteps[event.key];
  if (!step) return;
  event.preventDefault();
  const { area } = elementAt(part.value.places, index);
  setPlace(index, { area: event.shiftKey ? resized(area, step) : moved(area, step) });
}
const general = computed(() =>
  props.problems.filter(
    ({ pointer }) =>
      /^\/(places|key|picture|mostChosen)/.test(pointer) && !/^\/places\/\d/.test(pointer),
  ),
);
</script>

<template>
  <ElButton link v-if="!picture.file" class="word" @click="asking = true">
    {{ say('kinds.choosePicture') }}
  </ElButton>
  <template v-else>
    <div class="bar">
      <ElRadio
        v-for="(name, entry) in shapeNames"
        :key="entry"
        class="small"
        v-model="shape"
        :value="entry"
      >
        {{ name }}</ElRadio
      >
      <ElButton link v-if="corners.length" class="word" @click="closeShape">
        {{ say('kinds.closeShape') }}
      </ElButton>
      <ElButton link v-else-if="shape !== 'poly'" class="word" @click="addInMiddle">
        {{ say('kinds.addOneInMiddle') }}
      </ElButton>
      <ElButton link class="word" @click="asking = true">
        {{ say('kinds.anotherPicture') }}
      </ElButton>
    </div>
    <div class="picture">
      <img :src="picture.file" :alt="picture.alternative" />
      <svg
        ref="sheet"
        :viewBox="`0 0 ${picture.width} ${picture.height}`"
        @pointerdown="down"
        @pointermove="drag"
        @pointerup="up"
        @dblclick="closeShape"
      >
        <g v-for="(place, position) in part.places" :key="place.id">
          <component
            :is="svgOf(place.area).is"
            v-bind="{ ...svgOf(place.area), is: undefined }"
            class="place"
            :class="{ right: part.key.includes(place.id) }"
            tabindex="0"
            role="img"
            :aria-label="say('kinds.placeNumberArrowsMove', { number: position + 1 })"
            @keydown="key($event, position)"
          />
          <text v-bind="middleOf(place.area)" class="number" :font-size="picture.width / 26">
            {{ position + 1 }}
          </text>
        </g>
        <component
          :is="svgOf(drawn).is"
          v-if="drawn"
          v-bind="{ ...svgOf(drawn), is: undefined }"
          class="place"
        />
        <polyline v-if="corners.length" :points="corners.join(' ')" class="place" />
      </svg>
    </div>
    <p class="faded small">
      {{ say('kinds.drawPlaceWithMouse') }}
    </p>
    <div v-for="(place, at) in part.places" :key="place.id" class="line">
      <ElCheckbox
        class="small"
        :model-value="part.key.includes(place.id)"
        @change="toggle(place.id)"
      >
        <span class="unseen">{{ say('kinds.placeTitle') }}{{ ' ' }}</span
        >{{ at + 1 }}<span class="unseen">{{ ' ' }}{{ say('kinds.isRight') }}</span></ElCheckbox
      >
      <ElInput
        :model-value="place.label"
        maxlength="120"
        :aria-label="say('kinds.namePlaceNumberRead', { number: at + 1 })"
        :placeholder="say('kinds.itsNameReadAloud')"
        @input="setPlace(at, { label: $event })"
      />
      <ElButton link class="word" @click="remove(at)">{{ say('kinds.remove') }}</ElButton>
      <p v-for="problem in under(problems, `/places/${at}`)" :key="problem.message" class="wrong">
        {{ problem.message }}
      </p>
    </div>
  </template>
  <p v-for="problem in general" :key="problem.pointer + problem.message" class="wrong">
    {{ problem.message }}
  </p>
  <MediaDialog
    v-model="asking"
    kind="picture"
    :start="
      picture.file
        ? {
            kind: 'picture',
            src: picture.file,
            words: picture.alternative,
            width: String(picture.width),
            height: String(picture.height),
          }
        : null
    "
    @done="putPicture"
  />
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  margin-bottom: 6px;
}
.picture {
  position: relative;
}
img {
  display: block;
  width: 100%;
  border: 1px solid var(--rule);
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: none;
}
.place {
  fill: var(--oak);
  fill-opacity: 0.15;
  stroke: var(--oak);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.place.right {
  fill: var(--secure);
  stroke: var(--secure);
}
.place:focus-visible {
  outline: none;
  stroke-width: 5;
}
.number {
  font-weight: 700;
  text-anchor: middle;
  dominant-baseline: central;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4;
  fill: var(--ink);
  pointer-events: none;
}
.line {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  margin-top: 6px;
}
.line .wrong {
  grid-column: 2 / 4;
}
</style>
