/** The frames in the corners of a sheet, wherever they stand in a picture: dark squares with a light square hole. */
import type { Gray } from '../gray';
import { areaOf, crossing, distance, type Point, type Quad } from '../plane';
import { frameHole, frameSide } from './geometry';
import { bordersIn, flanksOf, type Border } from '../shapes/borders';
import { hullOf, quadAround } from '../shapes/quads';

export interface Mark extends Point {
  /** In pixels. */
  side: number;
}

export interface Marks {
  frames: Mark[];
  /** Dark squares without a hole. */
  squares: Mark[];
}

/** Sides in pixels that are looked at. */
const leastSide = 5;
const longestPart = 0.06;
/** A square fills so much of the four-sided figure around it; a circle fills less than .8. */
const leastFilled = 0.86;
/** Of a frame, its hole is so much. */
const holeShare = { least: 0.16, most: 0.58 };

/** @returns what could be marks, in pixels of the picture, in no order */
export function marksIn(gray: Gray): Marks {
  const longest = longestPart * Math.max(gray.width, gray.height);
  const isSized = ({ width, height }: Border) =>
    Math.min(width, height) >= leastSide &&
    Math.max(width, height) <= 1.6 * longest &&
    Math.max(width, height) < 2.2 * Math.min(width, height);
  const borders = bordersIn(gray, 3 * leastSide).filter(isSized);
  const holes = borders.filter(({ area }) => area < 0);
  const marks: Marks = { frames: [], squares: [] };
  const framed = new Set<Border>();
  for (const border of borders) {
    if (border.area <= 0) continue;
    const mark = squareOf(border);
    if (!mark) continue;
    const hole = holes.find((other) => isInside(other, border));
    if (!hole) marks.squares.push(mark);
    else {
      // Otherwise it is an empty box, such as one for a digit.
      if (isHoleOf(hole, border)) marks.frames.push(mark);
      framed.add(hole);
    }
  }
  // A line that runs through a frame joins it to whatever else it meets; the hole may still be whole.
  for (const hole of holes) {
    const square = framed.has(hole) ? null : squareOf(hole);
    if (square) marks.frames.push({ ...square, side: square.side * (frameSide / frameHole) });
  }
  return marks;
}

function squareOf(border: Border): Mark | null {
  const { left, right } = flanksOf(border);
  const quad = quadAround(hullOf(right, left));
  if (!quad || Math.abs(border.area) < leastFilled * areaOf(quad)) return null;
  const middle = crossing(quad[0], quad[2], quad[1], quad[3]);
  return middle && isSquare(quad) ? { ...middle, side: Math.sqrt(areaOf(quad)) } : null;
}

function isSquare(quad: Quad): boolean {
  const sides = quad.map((corner, index) => distance(corner, quad[(index + 1) % 4] ?? corner));
  return Math.max(...sides) < 2 * Math.min(...sides);
}

const middleOf = ({ left, top, width, height }: Border): Point => ({
  x: left + width / 2,
  y: top + height / 2,
});

const isInside = (hole: Border, { left, top, width, height }: Border) =>
  hole.left > left &&
  hole.top > top &&
  hole.left + hole.width < left + width &&
  hole.top + hole.height < top + height;

function isHoleOf(hole: Border, border: Border): boolean {
  const share = -hole.area / border.area;
  const off = distance(middleOf(hole), middleOf(border));
  return (
    share > holeShare.least &&
    share < holeShare.most &&
    off < 0.12 * Math.max(border.width, border.height)
  );
}
