/** @jest-environment jsdom */
/** Pictures are asked for in the size that fits their place and the screen. */
import { beforeEach, expect, test } from '@jest/globals';
import { sizedPicture, sizedPicturesIn, withSizedPictures } from '../src/parts/pictureSizes';

const address = `/api/files/${'a'.repeat(22)}`;
const screen = (width: number, ratio: number) =>
  Object.assign(globalThis, { innerWidth: width, devicePixelRatio: ratio });
beforeEach(() => {
  screen(1280, 1);
});

test('a picture comes no smaller than it is shown', () => {
  const asked = [100, 320, 321, 900].map((width) => sizedPicture(address, width));
  expect(asked).toEqual([320, 320, 640, 1280].map((width) => `${address}?width=${width}`));
});

test('a phone asks for the width of its screen, in its own points', () => {
  screen(390, 3);
  expect(sizedPicture(address, 4032)).toBe(`${address}?width=1280`);
});

test('a screen that shows more than any size asks for the picture itself', () => {
  screen(1280, 3);
  expect(sizedPicture(address)).toBe(address);
});

test('what is no kept picture keeps its address', () => {
  expect(sizedPicture('data:image/png;base64,AA')).toBe('data:image/png;base64,AA');
});

test('pictures of a wording come when they are about to be seen', () => {
  const shown = withSizedPictures(`<p>See <img alt="a leaf" src="${address}" width="200"></p>`);
  expect(shown).toBe(
    `<p>See <img alt="a leaf" src="${address}?width=320" loading="lazy" decoding="async" width="200"></p>`,
  );
});

test('all pictures of a form can be fetched ahead, in the sizes in which they will be shown', () => {
  const other = `/api/files/${'b'.repeat(22)}`;
  const form = {
    sections: [{ entries: [{ prompt: `<p><img src="${address}" width="640"></p>` }] }],
    parts: [{ picture: { file: other, alternative: 'a map', width: 300, height: 200 } }],
  };
  expect(sizedPicturesIn(form)).toEqual([`${address}?width=640`, `${other}?width=320`]);
});
