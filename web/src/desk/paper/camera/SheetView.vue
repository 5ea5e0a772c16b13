<script setup lang="ts">
/** What the camera sees, with the sheet that is known in it; a picture of it is taken once it is held still. */
import { useTemplateRef, watchEffect } from 'vue';
import { usePictureReading } from '../../camera/usePictureReading';
import { say } from '../../../words/teacher';
import { isSteady, type SheetSeen } from './seen';

const props = defineProps<{
  stream: MediaStream;
  /** Whether a picture of a page is still wanted. */
  wanted: (number: number, page: number) => boolean;
}>();
const emit = defineEmits<{
  /** Something is seen that nobody wants, or wants no more. */
  known: [number: number, page: number];
  taken: [number: number, page: number, picture: Blob];
}>();
/** Pixels; a sheet needs no more to be read. */
const largestSide = 1920;
const quality = 0.9;

const video = useTemplateRef('video');
let before: SheetSeen | null = null;
const { seen, size, failed } = usePictureReading<SheetSeen>(video, {
  largestSide,
  start: () => new Worker(new URL('./sheets.worker.ts', import.meta.url), { type: 'module' }),
  each(now) {
    const steady = isSteady(before, now, size.value.width);
    before = now;
    if (steady && now.sheet) take(now.sheet);
  },
});
watchEffect(() => {
  if (video.value && video.value.srcObject !== props.stream) video.value.srcObject = props.stream;
});

function take({ number, page, picture }: NonNullable<SheetSeen['sheet']>): void {
  if (!props.wanted(number, page)) return emit('known', number, page);
  const { rgba, width, height } = picture;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  canvas.getContext('2d')?.putImageData(new ImageData(rgba, width, height), 0, 0);
  canvas.toBlob((photo) => photo && emit('taken', number, page, photo), 'image/jpeg', quality);
}
const outlineOf = (sheet: SheetSeen['sheet'] | undefined) =>
  sheet?.outline.map(({ x, y }) => `${x},${y}`).join(' ') ?? '';
</script>

<template>
  <div class="view">
    <video ref="video" autoplay muted playsinline :aria-label="say('paper.cameraView')" />
    <svg v-if="size.width" :viewBox="`0 0 ${size.width} ${size.height}`" aria-hidden="true">
      <polygon v-if="seen?.sheet" :points="outlineOf(seen.sheet)" />
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
  max-height: 58vh;
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
  stroke-width: 6;
}
.wrong {
  line-height: 1.4;
  margin: 0;
  padding: 8px 14px;
  background: var(--sheet);
}
</style>
