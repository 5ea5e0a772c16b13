/** Photos of phones that keep them as HEIC, which few browsers show: they become JPEG before they are sent. */
import { say } from '../words';

/** Brands of the container that hold single pictures (ISO/IEC 23008-12, annex B). */
const brands = ['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1', 'msf1'];
/** A photo of many pixels takes some seconds; one that takes longer than this is given up. */
const patience = 60_000;

async function isHeic(file: Blob): Promise<boolean> {
  const start = new TextDecoder('latin1').decode(await file.slice(4, 12).arrayBuffer());
  return start.startsWith('ftyp') && brands.includes(start.slice(4));
}

/**
 * @returns the file itself, or a JPEG of it where it is a HEIC photo
 * @throws an Error with a sentence where it cannot be read
 */
export async function withoutHeic(file: File): Promise<File> {
  if (!(await isHeic(file))) return file;
  const jpeg = await decoded(await file.arrayBuffer()).catch(() => {
    throw new Error(say('answer.unreadablePhoto', { name: file.name }));
  });
  return new File([jpeg], file.name.replace(/\.\w+$/, '') + '.jpg', { type: 'image/jpeg' });
}

function decoded(bytes: ArrayBuffer): Promise<Blob> {
  const worker = new Worker(new URL('./heic.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<Blob>((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('It takes too long.')), patience);
    worker.onmessage = ({ data }: MessageEvent<{ jpeg: Blob } | { wrong: string }>) => {
      clearTimeout(timer);
      if ('jpeg' in data) resolve(data.jpeg);
      else reject(new Error(data.wrong));
    };
    worker.onerror = () => reject(new Error('The decoder cannot be loaded.'));
    worker.postMessage(bytes, [bytes]);
  }).finally(() => worker.terminate());
}
