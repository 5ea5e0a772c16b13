<script setup lang="ts">
/** Places on a picture. Each is a checkbox with a name of its own for keys and readers, and a frame on the picture. */
import { afterPress, chosenIn, placesAsked } from '../chosen';
import type { SittingPlaces } from '@oaken/core/items';
import { computed } from 'vue';
import { sizedPicture } from '../../parts/pictureSizes';
import { svgOf } from './svgOf';
import { say } from '../../words';

const props = defineProps<{
  part: SittingPlaces;
  response: unknown;
  name: string;
  disabled?: boolean;
}>();
const emit = defineEmits<{ answer: [response: string[]] }>();
const chosen = computed(() => chosenIn(props.response));

function toggle(id: string): void {
  const next = afterPress(chosen.value, id, props.part.mostChosen);
  if (!props.disabled && next !== chosen.value) emit('answer', next);
}
</script>

<template>
  <p class="hint">{{ placesAsked(part.mostChosen, 'picture') }}</p>
  <div class="picture" :style="{ maxWidth: `${part.picture.width}px` }">
    <img
      :src="sizedPicture(part.picture.file, part.picture.width)"
      loading="lazy"
      :alt="part.picture.alternative"
      :width="part.picture.width"
      :height="part.picture.height"
    />
    <svg
      :viewBox="`0 0 ${part.picture.width} ${part.picture.height}`"
      role="group"
      :aria-label="say('answer.places')"
    >
      <component
        :is="svgOf(place.area).is"
        v-for="place in part.places"
        :key="place.id"
        v-bind="{ ...svgOf(place.area), is: undefined }"
        class="place"
        role="checkbox"
        tabindex="0"
        :aria-checked="chosen.includes(place.id)"
        :aria-label="place.label"
        :aria-disabled="disabled"
        @click="toggle(place.id)"
        @keydown.space.prevent="toggle(place.id)"
        @keydown.enter.prevent="toggle(place.id)"
      >
        <title>{{ place.label }}</title>
      </component>
    </svg>
  </div>
  <p class="hint chosen" aria-live="polite">
    {{
      chosen.length
        ? say('answer.chosen', {
            names: part.places
              .filter(({ id }) => chosen.includes(id))
              .map(({ label }) => label)
              .join(', '),
          })
        : say('answer.noneChosen')
    }}
  </p>
</template>

<style scoped>
.hint {
  margin: 0 0 6px;
  color: var(--faded);
  font-size: 0.9em;
}
.chosen {
  margin-top: 6px;
}
.picture {
  position: relative;
}
img {
  display: block;
  width: 100%;
  height: auto;
  border: 1px solid var(--rule);
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.place {
  fill: var(--oak);
  fill-opacity: 0;
  stroke: var(--oak);
  stroke-width: 2;
  stroke-dasharray: 6 4;
  vector-effect: non-scaling-stroke;
  cursor: pointer;
}
.place:hover {
  fill-opacity: 0.12;
}
.place[aria-checked='true'] {
  fill-opacity: 0.35;
  stroke-width: 4;
  stroke-dasharray: none;
}
.place:focus-visible {
  outline: none;
  stroke: var(--secure);
  stroke-width: 5;
}
</style>
