/** Reads what a video shows, as often as the reader is ready for the next picture. */
import type { SeenCode } from '@oaken/core/capture';
import { onMounted, onUnmounted, ref, shallowRef, type Ref } from 'vue';
import { StripReaders } from './reader';

/** Larger pictures are made smaller: what they would show more is farther away than a classroom is long. */
const largestSide = 1280;

/** @param each is told what every picture shows */
export function useStripReading(
  video: Readonly<Ref<HTMLVideoElement | null>>,
  each: (seen: SeenCode[]) => void,
) {
  const seen = shallowRef<SeenCode[]>([]);
  /** Of the pictures, in pixels. */
  const size = ref({ width: 0, height: 0 });
  const failed = ref(false);
  const canvas = document.createElement('canvas');
  let readers: StripReaders | null = null;
  let waiting = 0;
  /** Of the picture that was read last: the same one read again agrees with itself. */
  let readUntil = -1;

  function look(): void {
    if (!readers?.isFree) return;
    const picture = pictureOf(video.value);
    if (picture) readers.read(picture).then(show, () => (failed.value = true));
  }

  function show(codes: SeenCode[]): void {
    if (!readers) return;
    seen.value = codes;
    each(codes);
  }

  function pictureOf(element: HTMLVideoElement | null) {
    if (!element || element.readyState < element.HAVE_CURRENT_DATA) return null;
    if (element.currentTime === readUntil) return null;
    readUntil = element.currentTime;
    const { videoWidth, videoHeight } = element;
    const scale = Math.min(1, largestSide / Math.max(videoWidth, videoHeight));
    canvas.width = Math.round(videoWidth * scale);
    canvas.height = Math.round(videoHeight * scale);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context || canvas.width === 0) return null;
    context.drawImage(element, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
    size.value = { width, height };
    return { rgba: data, width, height };
  }

  /** The browser calls only while the page can be seen. */
  function next(): void {
    waiting = requestAnimationFrame(() => {
      look();
      if (!failed.value) next();
    });
  }
  onMounted(() => {
    readers = new StripReaders();
    next();
  });
  onUnmounted(() => {
    cancelAnimationFrame(waiting);
    readers?.close();
    readers = null;
  });
  return { seen, size, failed };
}
