/** Reads what a video shows, as often as a thread is ready for the next picture. */
import { onMounted, onUnmounted, ref, shallowRef, type Ref } from 'vue';
import { PictureReaders } from './readers';

export interface Reading<Seen> {
  /** Starts a thread that answers each picture. */
  start(): Worker;
  /** Larger pictures are made smaller, to so many pixels on their longer side. */
  largestSide: number;
  /** Is told what every picture shows. */
  each(seen: Seen): void;
}

export function usePictureReading<Seen>(
  video: Readonly<Ref<HTMLVideoElement | null>>,
  { start, largestSide, each }: Reading<Seen>,
) {
  const seen = shallowRef<Seen | null>(null);
  /** Of the pictures, in pixels. */
  const size = ref({ width: 0, height: 0 });
  const failed = ref(false);
  const canvas = document.createElement('canvas');
  let readers: PictureReaders<Seen> | null = null;
  let waiting = 0;
  /** Of the picture that was read last: the same one read again agrees with itself. */
  let readUntil = -1;

  function look(): void {
    if (!readers?.isFree) return;
    const picture = pictureOf(video.value);
    if (picture) readers.read(picture).then(show, () => (failed.value = true));
  }

  function show(answer: Seen): void {
    if (!readers) return;
    seen.value = answer;
    each(answer);
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
    readers = new PictureReaders<Seen>(start);
    next();
  });
  onUnmounted(() => {
    cancelAnimationFrame(waiting);
    readers?.close();
    readers = null;
  });
  return { seen, size, failed };
}
