/** How dark a bubble is, between the paper beside it and the ink of its own sheet. */
import { shadeAt, type Gray } from '../gray';
import type { Point } from '../plane';
import {
  bubblePitch,
  bubbleRadius,
  frameHole,
  frameSide,
  marksOf,
  type BubbleRow,
  type SheetGeometry,
} from './geometry';
import type { PlaceInPicture } from './register';

/** Inside the outline, in millimeters, so that it is not counted. */
const reach = bubbleRadius - 0.5;
const spacing = 0.3;
/** From here on a place is as dark as a stroke. */
const asStroke = 0.48;
/** Places in a bubble that are looked at. */
const inside: Point[] = [];
for (let x = -reach; x <= reach; x += spacing)
  for (let y = -reach; y <= reach; y += spacing)
    if (Math.hypot(x, y) <= reach) inside.push({ x, y });

/** The shade of ink, as a share of that of the paper: in the corner frames. */
export function inkShare(
  gray: Gray,
  place: PlaceInPicture,
  paper: Pick<SheetGeometry, 'width' | 'height'>,
): number {
  const { left, right, heights } = marksOf(paper);
  const corners = [left, right].flatMap((x) =>
    [heights[0] ?? 0, heights.at(-1) ?? 0].map((y) => ({ x, y })),
  );
  const shares = corners.map(({ x, y }) => {
    const inFrame = (frameSide + frameHole) / 4;
    const outside = frameSide / 2 + 1.2;
    const around = (off: number) =>
      [
        [off, 0],
        [-off, 0],
        [0, off],
        [0, -off],
      ].map(([dx = 0, dy = 0]) => shadeOn(gray, place, x + dx, y + dy));
    return median(around(inFrame)) / Math.max(1, median(around(outside)));
  });
  return Math.min(0.7, median(shares));
}

const shadeOn = (gray: Gray, place: PlaceInPicture, x: number, y: number): number => {
  const point = place(x, y);
  return shadeAt(gray, point.x, point.y);
};

/** @returns the middle one of the sorted values, the upper of two; 0 of none */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

/** How dark a bubble is: 0 like the paper beside it, 1 like ink. */
export interface Darkness {
  /** All over. */
  mean: number;
  /** The share of it that is as dark as a stroke of a pencil. */
  strokes: number;
}

/** @returns each bubble of a row */
export function darknessOf(
  gray: Gray,
  place: PlaceInPicture,
  { bubbles }: BubbleRow,
  ink: number,
): Darkness[] {
  const paper = paperBeside(gray, place, bubbles);
  return bubbles.map(({ x, y }, index) => {
    const light = paper[index] ?? 255;
    const span = Math.max(12, light * (1 - ink));
    const dark = inside.map(({ x: dx, y: dy }) =>
      Math.min(1, (light - shadeOn(gray, place, x + dx, y + dy)) / span),
    );
    return {
      mean: dark.reduce((sum, value) => sum + value, 0) / dark.length,
      strokes: dark.filter((value) => value > asStroke).length / dark.length,
    };
  });
}

/** The shade of the paper at each bubble: of what lies around it and its neighbors, the lighter part. */
function paperBeside(gray: Gray, place: PlaceInPicture, bubbles: readonly Point[]): number[] {
  const half = bubblePitch / 2;
  const shades = bubbles.map(({ x, y }) =>
    [-half, half].flatMap((dx) => [-2.2, 0, 2.2].map((dy) => shadeOn(gray, place, x + dx, y + dy))),
  );
  return bubbles.map((_, index) => {
    const near = shades.slice(Math.max(0, index - 1), index + 2).flat();
    near.sort((a, b) => a - b);
    return near[Math.floor(near.length * 0.75)] ?? 255;
  });
}
