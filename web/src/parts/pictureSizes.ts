/** Kept pictures are fetched in a size that fits where they are shown. */
import { fileAddressPattern, pictureWidths, safeMarkup, sizedAddressOf } from '@oaken/core/markup';
import type { InjectionKey } from 'vue';

/** No column of a page is wider, in CSS pixels. */
const column = 960;

/** What a page that is printed provides as true: paper shows more than a screen does. */
export const wholePicturesKey: InjectionKey<boolean> = Symbol('whole pictures');

/**
 * The address of a picture in the size that fits.
 *
 * @param width what the picture takes at most, in CSS pixels
 */
export function sizedPicture(address: string, width = column): string {
  if (!fileAddressPattern.test(address)) return address;
  const shown = Math.min(width, column, innerWidth) * devicePixelRatio;
  const size = pictureWidths.find((known) => known >= shown);
  return size === undefined ? address : sizedAddressOf(address, size);
}

/** @param safe markup that has been made safe; its pictures come when they are about to be seen */
export const withSizedPictures = (safe: string): string =>
  safe.replace(/<img\b[^>]*>/g, (tag) => {
    const width = Number(/ width="(\d+)"/.exec(tag)?.[1] ?? column);
    return tag.replace(
      / src="([^"]*)"/,
      (_, address: string) =>
        ` src="${sizedPicture(address, width)}" loading="lazy" decoding="async"`,
    );
  });

/** The addresses of all pictures in what a page will show, in the sizes in which it will show them. */
export function sizedPicturesIn(shown: unknown): string[] {
  const addresses = new Set<string>();
  const look = (value: unknown): void => {
    if (typeof value === 'string') for (const address of sourcesIn(value)) addresses.add(address);
    else if (isPicture(value)) addresses.add(sizedPicture(value.file, value.width));
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(look);
  };
  look(shown);
  return [...addresses];
}

const sourcesIn = (html: string) =>
  html.includes('<img')
    ? [...withSizedPictures(safeMarkup(html)).matchAll(/<img\b[^>]* src="([^"]*)"/g)].map(
        ([, address = '']) => address,
      )
    : [];

const isPicture = (value: unknown): value is { file: string; width: number } =>
  typeof value === 'object' && value !== null && 'file' in value && 'alternative' in value;
