/** Pictures in what is pasted: a screenshot, a word processor's, one that lies elsewhere. */
import { elementAt, present } from '@oaken/core/certain';

export interface PastedPictures {
  /** The text with a mark in the place of each picture that can be sent. */
  html: string;
  /** In the order of their marks. */
  pictures: File[];
  /** Pictures that are only named by an address that cannot be read from here. */
  unreachable: number;
}

export const markOf = (place: number) => `pasted-picture:${place}`;

/** @returns null when there is no picture in it */
export async function picturesIn(data: DataTransfer): Promise<PastedPictures | null> {
  const html = data.getData('text/html');
  const files = Array.from(data.files).filter(({ type }) => type.startsWith('image/'));
  const inRtf = picturesInRtf(data.getData('text/rtf'));
  const { body } = new DOMParser().parseFromString(
    html.replace(/<(style|script|xml)\b[\s\S]*?<\/\1>/gi, ''),
    'text/html',
  );
  const images = Array.from(body.querySelectorAll('img')).filter(
    ({ src }) => !src.includes('/api/files/'),
  );
  if (images.length === 0 && files.length === 0) return null;
  // A screenshot, or one picture copied by itself: the clipboard has its bytes, whatever the markup says.
  if (images.length <= 1 && files.length > 0) {
    const others = body.textContent?.trim() ?? '';
    const marks = files.map((_, place) => `<img src="${markOf(place)}">`).join('');
    if (others === '') return { html: `<p>${marks}</p>`, pictures: files, unreachable: 0 };
  }
  const pictures: File[] = [];
  let unreachable = 0;
  for (const [place, image] of images.entries()) {
    const source = image.getAttribute('src') ?? '';
    const file =
      (await fromData(source)) ??
      (source.startsWith('file:') ? (inRtf[place] ?? files[place] ?? null) : null);
    if (file) {
      image.setAttribute('src', markOf(pictures.length));
      pictures.push(file);
    } else {
      unreachable++;
      image.remove();
    }
  }
  return { html: body.innerHTML, pictures, unreachable };
}

/** A picture that is written out in the markup itself. */
async function fromData(source: string): Promise<File | null> {
  const match = /^data:(image\/[\w.+-]+);base64,([\w+/=\s]+)$/.exec(source);
  if (!match) return null;
  const bytes = Uint8Array.from(atob(elementAt(match, 2).replace(/\s/g, '')), (letter) =>
    letter.charCodeAt(0),
  );
  return new File([bytes], 'pasted', { type: elementAt(match, 1) });
}

/** Pictures as a word processor writes them beside its markup: hexadecimal, in groups of their own. */
export function picturesInRtf(rtf: string): File[] {
  const pictures: File[] = [];
  for (const [, kind, hex] of rtf.matchAll(
    /\\(png|jpeg)blip\b(?:\{[^{}]*\}|[^{}])*?\s((?:[0-9a-f]{2}\s*){16,})\}/gi,
  )) {
    const digits = present(hex, 'hex').replace(/\s/g, '');
    const bytes = Uint8Array.from({ length: digits.length / 2 }, (_, place) =>
      parseInt(digits.slice(2 * place, 2 * place + 2), 16),
    );
    pictures.push(
      new File([bytes], 'pasted', { type: `image/${present(kind, 'kind').toLowerCase()}` }),
    );
  }
  return pictures;
}
