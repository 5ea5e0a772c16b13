<script setup lang="ts">
/** What the camera sees, with the number of each strip that is read in it; no letter is shown. */
import type { SeenCode } from '@oaken/core/capture';
import { computed, useTemplateRef, watchEffect } from 'vue';
import { say } from '../../../words/teacher';
import { usePictureReading } from '../../camera/usePictureReading';

/** Pixels; what larger pictures would show more is farther away than a classroom is long. */
const largestSide = 1280;

const props = defineProps<{ stream: MediaStream }>();
const emit = defineEmits<{ picture: [seen: SeenCode[]] }>();
const video = useTemplateRef('video');
const { seen, size, failed } = usePictureReading<SeenCode[]>(video, {
  largestSide,
  start: () => new Worker(new URL('./strips.worker.ts', import.meta.url), { type: 'module' }),
  each: (codes) => emit('picture', codes),
});
watchEffect(() => {
  if (video.value && video.value.srcObject !== props.stream) video.value.srcObject = props.stream;
});
const drawn = computed(() =>
  (seen.value ?? []).map(({ number, corners }) => ({
    number,
    outline: corners.map(({ x, y }) => `${x},${y}`).join(' '),
    x: corners.reduce((sum, { x }) => sum + x, 0) / 4,
    top: Math.min(...corners.map(({ y }) => y)),
  })),
);
</script>

<template>
  <div class="view">
    <video ref="video" autoplay muted playsinline :aria-label="say('rounds.cameraView')" />
    <svg v-if="size.width" :viewBox="`0 0 ${size.width} ${size.height}`" aria-hidden="true">
      <g v-for="code in drawn" :key="`${code.number} ${code.x}`">
        <polygon :points="code.outline" />
        <text :x="code.x" :y="code.top - 8">{{ code.number }}</text>
      </g>
    </svg>
    <p v-if="failed" class="wrong" role="alert">{{ say('rounds.cameraCannotRead') }}</p>
  </div>
</template>

<style scoped>
.view {
  position: relative;
  background: #000;
  line-height: 0;
}
video {
  width: 100%;
  max-height: 62vh;
  object-fit: contain;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
polygon {
  fill: none;
  stroke: #fff;
  stroke-width: 5;
  paint-order: stroke;
}
text {
  font: 600 30px var(--sans, sans-serif);
  fill: #fff;
  stroke: #000;
  stroke-width: 6;
  paint-order: stroke;
  text-anchor: middle;
}
.wrong {
  line-height: 1.4;
  margin: 0;
  padding: 8px 14px;
  background: var(--sheet);
}
</style>
