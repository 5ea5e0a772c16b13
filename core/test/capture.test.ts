/** Strips that a class holds up: their codes, reading them in pictures of known truth, and what counts. */
import {
  answersIn,
  cellsApart,
  emptyTally,
  grayOf,
  nextFrame,
  readStrips,
  stripCodes,
  turnsOf,
  type Gray,
  type StripCode,
} from '@oaken/core/capture';
import fc from 'fast-check';
import { marked, sceneOf, type Conditions } from './support/scenes';

describe('the codes', () => {
  test('are 240: four letters for each of sixty numbers', () => {
    const names = stripCodes.map(({ number, letter }) => `${number}${letter}`);
    expect(new Set(names).size).toBe(240);
    expect([names[0], names.at(-1)]).toEqual(['1A', '60D']);
  });

  test('differ from each other in at least twelve of 36 cells, whichever way either is held', () => {
    const held = stripCodes.map(({ word }) => turnsOf(word));
    const nearest = stripCodes.map(({ word }, index) =>
      Math.min(
        ...held.slice(index + 1).flatMap((turns) => turns.map((turn) => cellsApart(word, turn))),
      ),
    );
    expect(Math.min(...nearest)).toBeGreaterThanOrEqual(12);
  });

  test('are as dark as light, about, so that none is a plain square', () => {
    for (const { word } of stripCodes) {
      const dark = cellsApart(word, [0, 0]);
      expect(dark).toBeGreaterThanOrEqual(12);
      expect(dark).toBeLessThanOrEqual(24);
    }
  });
});

/** A corner of a classroom; the whole one is read in the benchmark. */
const corner: Partial<Conditions> = { width: 640, height: 360, codes: 8 };

function readThrice(seed: string, conditions: Partial<Conditions>) {
  const frames = [0, 1, 2].map((frame) => sceneOf(seed, conditions, frame));
  const read = frames.map(({ picture }) => readStrips(picture));
  return {
    held: frames[0]!.held.length,
    right: marked(frames[0]!, read.flat()).right,
    wrong: frames.flatMap((scene, frame) => marked(scene, read[frame]!).wrong),
  };
}
const sumOf = (numbers: number[]) => numbers.reduce((sum, number) => sum + number, 0);

describe('reading a picture', () => {
  test.each<[string, Partial<Conditions>]>([
    ['a usual room: fingers, bright spots, posters, stripes, tilts up to 50 degrees', {}],
    ['small codes, from 24 pixels', { largest: 30 }],
    ['a finger over a corner of every code', { fingers: 1 }],
    ['hardly any light, and much grain', { noise: 9 }],
    ['a lens out of focus, codes from 32 pixels', { blur: 1.2, smallest: 32 }],
  ])('%s: nearly all within three frames, none wrongly', (name, conditions) => {
    const scenes = Array.from({ length: 3 }, (_, n) =>
      readThrice(`${name} ${n}`, { ...corner, ...conditions }),
    );
    expect(scenes.flatMap(({ wrong }) => wrong)).toEqual([]);
    const share = sumOf(scenes.map(({ right }) => right)) / sumOf(scenes.map(({ held }) => held));
    expect(share).toBeGreaterThan(0.9);
  });

  test('finds nothing in a room where nobody holds anything up', () => {
    const rooms = Array.from({ length: 8 }, (_, n) =>
      sceneOf(`room ${n}`, { ...corner, codes: 0 }),
    );
    expect(rooms.flatMap(({ picture }) => readStrips(picture))).toEqual([]);
  });

  test('says where a code is held, to a pixel', () => {
    const scene = sceneOf('places', { ...corner, fingers: 0, glare: 0 });
    const seen = readStrips(scene.picture);
    for (const { number, corners } of scene.held) {
      const code = seen.find((other) => other.number === number)!;
      for (const { x, y } of corners) {
        const nearest = Math.min(...code.corners.map((p) => Math.hypot(p.x - x, p.y - y)));
        expect(nearest).toBeLessThan(1.2);
      }
    }
  });

  test('reads the same upside down', () => {
    const { picture } = sceneOf('upside down', { ...corner, fingers: 0 });
    const turned = { ...picture, data: picture.data.slice().reverse() };
    const names = (codes: StripCode[]) =>
      codes.map((code) => `${code.number}${code.letter}`).sort();
    expect(names(readStrips(turned))).toEqual(names(readStrips(picture)));
  });

  test.each<[string, Gray]>([
    ['no pixel at all', { width: 0, height: 0, data: new Uint8Array() }],
    ['a single pixel', { width: 1, height: 1, data: new Uint8Array(1) }],
    ['all black', { width: 90, height: 60, data: new Uint8Array(5400) }],
    [
      'all grain',
      {
        width: 64,
        height: 64,
        data: Uint8Array.from({ length: 4096 }, (_, n) => (n * 2654435761) >>> 24),
      },
    ],
  ])('%s holds nothing', (_, picture) => {
    expect(readStrips(picture)).toEqual([]);
  });

  test('colors are as light as an eye sees them', () => {
    const { data } = grayOf(
      Uint8Array.from([255, 255, 255, 255, 0, 255, 0, 255, 0, 0, 255, 255]),
      3,
      1,
    );
    expect([...data]).toEqual([255, 149, 28]);
  });
});

describe('what counts', () => {
  const code = (number: number, letter: StripCode['letter']): StripCode => ({ number, letter });
  const after = (...frames: StripCode[][]) => answersIn(frames.reduce(nextFrame, emptyTally));
  const a = [code(7, 'A')];
  const b = [code(7, 'B')];

  test('is what three frames agree on', () => {
    expect(after(a, a)).toEqual(new Map());
    expect(after(a, a, a)).toEqual(new Map([[7, 'A']]));
    expect(after(a, b, a, a)).toEqual(new Map());
  });

  test('stands until three frames agree on something else', () => {
    expect(after(a, a, a, b, b).get(7)).toBe('A');
    expect(after(a, a, a, b, b, b).get(7)).toBe('B');
    expect(after(a, a, a, [], [], []).get(7)).toBe('A');
  });

  test('is nothing of a number that is held up twice at the same time', () => {
    expect(after([...a, ...b], [...a, ...b], [...a, ...b])).toEqual(new Map());
  });

  test('does not depend on the others who are read', () => {
    const frame = fc.array(
      fc.record({
        number: fc.integer({ min: 1, max: 5 }),
        letter: fc.constantFrom('A', 'B', 'C', 'D'),
      }),
      { maxLength: 4 },
    );
    fc.assert(
      fc.property(fc.array(frame, { maxLength: 20 }), (frames) => {
        const alone = frames.map((codes) => codes.filter(({ number }) => number === 1));
        expect(after(...alone).get(1)).toEqual(after(...frames).get(1));
      }),
    );
  });
});
