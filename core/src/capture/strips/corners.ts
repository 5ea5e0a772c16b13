/**
 * Squares in a border that belongs to more than a square: a finger that is as dark as the frame joins
 * it to whatever is dark behind the card. Three corners one after the other with straight sides between
 * and beside them are looked for; the fourth corner is where the outer two sides would meet.
 */
import { crossing, distance, isConvex, turn, type Point, type Quad } from '../plane';
import { pointAt, type Border } from '../shapes/borders';
import { lineThrough } from '../shapes/line';

/** The direction of a border is told over so many steps. */
const reach = 6;
/** A corner turns by at least so much: the sine of 35 degrees. */
const leastTurn = 0.57;
/** A side strays from a straight line by at most so many pixels. */
const straying = 1.3;
/** Of the opposite side, so much of a side has to be seen beside a corner. */
const leastSeen = 0.4;

/** @param shortest sides, in pixels, are left out where they are shorter */
export function* squaresIn(border: Border, shortest: number): Generator<Quad> {
  const corners = cornersOf(border);
  const count = corners.length;
  if (count < 3) return;
  for (let n = 0; n < count; n++) {
    const [first, second, third] = [n, n + 1, n + 2].map((index) => stepOf(corners, border, index));
    if (first === undefined || second === undefined || third === undefined) continue;
    const quad = squareBeside(border, [first, second, third], shortest);
    if (quad) yield quad;
  }
}

/** Steps beyond the end go on from the beginning. */
function stepOf(corners: readonly number[], { xs }: Border, index: number): number | undefined {
  const step = corners[index % corners.length];
  return step === undefined ? undefined : step + (index >= corners.length ? xs.length : 0);
}

/** How sharply a border turns right at each step: the sine, and beyond a right angle 2 less the sine. */
function turnsOf({ xs, ys }: Border): Float32Array {
  const count = xs.length;
  const turns = new Float32Array(count);
  let [before, after] = [count - reach, reach];
  for (let step = 0; step < count; step++) {
    const [x, y] = [xs[step] ?? 0, ys[step] ?? 0];
    const [ax, ay] = [x - (xs[before] ?? 0), y - (ys[before] ?? 0)];
    const [bx, by] = [(xs[after] ?? 0) - x, (ys[after] ?? 0) - y];
    if (++before === count) before = 0;
    if (++after === count) after = 0;
    const across = ax * by - ay * bx;
    // Most steps go straight on; a corner of two pieces of six steps encloses more.
    if (across < 6) continue;
    const sine = across / Math.sqrt((ax * ax + ay * ay) * (bx * bx + by * by));
    turns[step] = ax * bx + ay * by < 0 ? 2 - sine : sine;
  }
  return turns;
}

/** The steps at which a border turns right most sharply. */
function cornersOf(border: Border): number[] {
  const turns = turnsOf(border);
  const count = turns.length;
  const corners: number[] = [];
  for (let step = 0; step < count; step++) {
    const here = turns[step] ?? 0;
    if (here < leastTurn || here > 1.9) continue;
    let isSharpest = true;
    for (let beside = 1; beside < reach && isSharpest; beside++) {
      const [before, after] = [(step - beside + count) % count, (step + beside) % count];
      isSharpest = here > (turns[before] ?? 0) && here >= (turns[after] ?? 0);
    }
    if (isSharpest) corners.push(step);
  }
  return corners;
}

function squareBeside(
  border: Border,
  [first, second, third]: readonly [number, number, number],
  shortest: number,
): Quad | null {
  const [a, b, c] = [first, second, third].map((step) => pointAt(border, step));
  if (!a || !b || !c || turn(a, b, c) <= 0) return null;
  const [ab, bc] = [distance(a, b), distance(b, c)];
  if (Math.min(ab, bc) < shortest || Math.max(ab, bc) > 5 * Math.min(ab, bc)) return null;
  if (!goesStraight(border, first, second) || !goesStraight(border, second, third)) return null;
  const seen = Math.round(leastSeen * Math.min(second - first, third - second));
  const sides: (readonly [Point, Point])[] = [];
  for (const [from, to] of [
    [first - seen, first],
    [first, second],
    [second, third],
    [third, third + seen],
  ] as const) {
    const side = sideAlong(border, from, to);
    if (!side) return null;
    sides.push(side);
  }
  const corners = sides.flatMap((side, index) => {
    const next = sides[(index + 1) % 4];
    return (next && crossing(side[0], side[1], next[0], next[1])) ?? [];
  });
  const [p, q, r, s] = corners;
  if (!p || !q || !r || !s) return null;
  const quad: Quad = [p, q, r, s];
  return isConvex(quad) ? quad : null;
}

/** A step is a pixel down or across: a straight side takes as many as it reaches in both directions. */
function goesStraight(border: Border, from: number, to: number): boolean {
  const [a, b] = [pointAt(border, from), pointAt(border, to)];
  return to - from <= 1.1 * (Math.abs(a.x - b.x) + Math.abs(a.y - b.y)) + 4;
}

/** Corners are round: so many steps beside them belong to no side. */
const rounded = 2;

/** The line of a piece of the border; null where it is not straight. */
function sideAlong(border: Border, from: number, to: number): readonly [Point, Point] | null {
  const points: Point[] = [];
  for (let step = from + rounded; step <= to - rounded; step++) points.push(pointAt(border, step));
  const line = lineThrough(points);
  if (!line) return null;
  const length = distance(pointAt(border, from), pointAt(border, to));
  const allowed = straying + 0.01 * length;
  // Its two points are one pixel apart.
  return points.every((point) => Math.abs(turn(line[0], line[1], point)) < allowed) ? line : null;
}
