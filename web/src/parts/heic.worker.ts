/** Turns a photo in a phone's own format (HEIC) into a JPEG, away from the page. */
import { present } from '@oaken/core/certain';
import libheif from 'libheif-js/wasm-bundle';

const quality = 0.88;

self.onmessage = async ({ data }: MessageEvent<ArrayBuffer>) => {
  try {
    self.postMessage({ jpeg: await asJpeg(data) });
  } catch (error) {
    self.postMessage({ wrong: String(error) });
  }
};

async function asJpeg(bytes: ArrayBuffer): Promise<Blob> {
  const [image] = new libheif.HeifDecoder().decode(new Uint8Array(bytes));
  if (!image) throw new Error('There is no picture in it.');
  const [width, height] = [image.get_width(), image.get_height()];
  const pixels = new ImageData(width, height);
  await new Promise<void>((resolve, reject) =>
    image.display(pixels, (shown) =>
      shown ? resolve() : reject(new Error('It cannot be decoded.')),
    ),
  );
  image.free();
  const canvas = new OffscreenCanvas(width, height);
  present(canvas.getContext('2d'), 'get context').putImageData(pixels, 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality });
}
