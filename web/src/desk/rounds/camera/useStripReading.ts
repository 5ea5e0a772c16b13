/** Reads what a video shows, as often as the reader is ready for the next picture. */
import type { SeenCode } from '@oaken/core/capture';
import { onMounted, onUnmounted, ref, shallowRef, type Ref } from 'vue';
import { StripReader } from './reader';

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
  let reader: StripReader | null = null;
  let waiting = 0;

  async function look(): Promise<void> {
    const picture = pictureOf(video.value);
    if (!picture || !reader) return;
    size.value = { width: picture.width, height: picture.height };
    seen.value = await reader.read(picture);
    if (reader) each(seen.value);
  }

  function pictureOf(element: HTMLVideoElement | null) {
    if (!element || element.readyState < element.HAVE_CURRENT_DATA) return null;
    const { videoWidth, videoHeight } = element;
    const scale = Math.min(1, largestSide / Math.max(videoWidth, videoHeight));
    canvas.width = Math.round(videoWidth * scale);
    canvas.height = Math.round(videoHeight * scale);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context || canvas.width === 0) return null;
    context.drawImage(element, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
    return { rgba: data, width, height };
  }

  /** The browser calls only while the page can be seen. */
  const next = () =>
    (waiting = requestAnimationFrame(
      () =>
        void look().then(next, () => {
          failed.value = true;
        }),
    ));
  onMounted(() => {
    reader = new StripReader();
    next();
  });
  onUnmounted(() => {
    cancelAnimationFrame(waiting);
    reader?.close();
    reader = null;
  });
  return { seen, size, failed };
}
