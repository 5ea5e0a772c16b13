/** The four-sided figure around an outline, with its corners put back where something covers them. */
import { areaOf, crossing, isConvex, turn, type Point, type Quad } from '../plane';

/**
 * The convex hull of a figure, clockwise: each of its sides is walked down once, and points that stand
 * behind their neighbors are left out (Andrew's monotone chain, 1979).
 *
 * @param right the outermost points of its right side, from top to bottom
 * @param left those of its left side, likewise
 */
export function hullOf(right: readonly Point[], left: readonly Point[]): Point[] {
  const down = chain(right);
  const up = chain([...left].reverse());
  return [...down, ...up];
}

function chain(points: readonly Point[]): Point[] {
  const side: Point[] = [];
  for (const point of points) {
    for (;;) {
      const [before, last] = [side.at(-2), side.at(-1)];
      if (!before || !last || turn(before, last, point) > 0) break;
      side.pop();
    }
    side.push(point);
  }
  return side;
}

/** A quarter of the figure may be cut off at its corners. */
const leastFilled = 0.75;

/**
 * Takes away one side of a hull after the other, each time the one without which its neighbors enclose
 * least more, until four are left: a corner that is rounded or covered becomes a corner again.
 *
 * @returns null where nothing four-sided is left, or much more than the hull
 */
export function quadAround(hull: readonly Point[]): Quad | null {
  const corners = [...hull];
  const added = corners.map((_, side) => addedWithout(corners, side));
  while (corners.length > 4) {
    const least = Math.min(...added);
    const tip = least < Infinity ? tipOver(corners, added.indexOf(least)) : null;
    if (!tip) return null;
    takeAway(corners, added, added.indexOf(least), tip);
  }
  const [a, b, c, d] = corners;
  if (!a || !b || !c || !d) return null;
  const quad: Quad = [a, b, c, d];
  return isConvex(quad) && areaOf(hull) > leastFilled * areaOf(quad) ? quad : null;
}

const cornerOf = (corners: readonly Point[], index: number): Point =>
  corners[(index + corners.length) % corners.length] ?? { x: 0, y: 0 };

/** Where the sides before and behind a side meet outside; null where they lean away from each other. */
function tipOver(corners: readonly Point[], side: number): Point | null {
  const [from, to] = [cornerOf(corners, side), cornerOf(corners, side + 1)];
  const tip = crossing(cornerOf(corners, side - 1), from, cornerOf(corners, side + 2), to);
  return tip && turn(from, tip, to) > 0 ? tip : null;
}

/** Twice the area that the figure gains without a side. */
function addedWithout(corners: readonly Point[], side: number): number {
  const tip = tipOver(corners, side);
  return tip ? turn(cornerOf(corners, side), tip, cornerOf(corners, side + 1)) : Infinity;
}

/** The tip takes the place of both ends of the side, and the sides around it are looked at anew. */
function takeAway(corners: Point[], added: number[], side: number, tip: Point): void {
  corners[side] = tip;
  const behind = (side + 1) % corners.length;
  corners.splice(behind, 1);
  added.splice(behind, 1);
  const here = corners.indexOf(tip);
  for (const step of [-2, -1, 0, 1]) {
    const near = (here + step + corners.length) % corners.length;
    added[near] = addedWithout(corners, near);
  }
}
