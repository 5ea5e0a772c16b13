/** Areas of places on a picture. */
import fc from 'fast-check';
import {
  areaInMiddle,
  arrowSteps,
  drawnArea,
  middleOf,
  moved,
  resized,
  type Area,
} from '../src/kinds/places/areas';
import { svgOf } from '../src/kinds/places/svgOf';

const coordinate = fc.integer({ min: 0, max: 2000 });
const spot = fc.record({ x: coordinate, y: coordinate });
const box: Area = { shape: 'rect', x: 10, y: 20, width: 30, height: 40 };
const disc: Area = { shape: 'circle', x: 50, y: 60, radius: 10 };
const corners: Area = { shape: 'poly', points: [0, 0, 10, 0, 10, 10] };
const arrow = (name: string) => arrowSteps[name]!;

test('a rectangle is the same, whichever of its corners the drag began in', () => {
  fc.assert(
    fc.property(spot, spot, (a, b) => {
      expect(drawnArea('rect', a, b)).toEqual(drawnArea('rect', b, a));
    }),
  );
});

test('a circle stands around the spot where the drag began', () => {
  expect(drawnArea('circle', { x: 5, y: 5 }, { x: 8, y: 9 })).toEqual({
    shape: 'circle',
    x: 5,
    y: 5,
    radius: 5,
  });
});

test('nothing that is drawn is without extent', () => {
  expect(drawnArea('rect', { x: 3, y: 3 }, { x: 3, y: 3 })).toMatchObject({ width: 1, height: 1 });
  expect(drawnArea('circle', { x: 3, y: 3 }, { x: 3, y: 3 })).toMatchObject({ radius: 1 });
});

test.each(['rect', 'circle'] as const)(
  'a %s that is added without a mouse stands in the middle',
  (shape) => {
    expect(middleOf(areaInMiddle(shape, { width: 640, height: 480 }))).toEqual({ x: 320, y: 240 });
  },
);

test('an arrow and its opposite lead back', () => {
  for (const area of [box, disc, corners])
    for (const [there, back] of [
      ['ArrowUp', 'ArrowDown'],
      ['ArrowLeft', 'ArrowRight'],
    ] as const)
      expect(moved(moved(area, arrow(there)), arrow(back))).toEqual(area);
});

test('a shape of corners keeps its form when it moves', () => {
  expect(moved(corners, { x: 4, y: -4 })).toEqual({
    shape: 'poly',
    points: [4, -4, 14, -4, 14, 6],
  });
});

test('nothing is made too small to be hit', () => {
  let small = box as Area;
  let round = disc as Area;
  for (let n = 0; n < 50; n++) {
    small = resized(resized(small, arrow('ArrowLeft')), arrow('ArrowUp'));
    round = resized(round, arrow('ArrowLeft'));
  }
  expect(small).toMatchObject({ width: 8, height: 8 });
  expect(round).toMatchObject({ radius: 4 });
});

test.each([
  [box, { is: 'rect', x: 10, y: 20, width: 30, height: 40 }],
  [disc, { is: 'circle', cx: 50, cy: 60, r: 10 }],
  [corners, { is: 'polygon', points: '0 0 10 0 10 10' }],
])('as SVG has it: %j', (area, element) => {
  expect(svgOf(area)).toEqual(element);
});
