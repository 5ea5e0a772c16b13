/** Sides of a code, moved to where the picture turns from light to dark. */
import { shadeAt, type Gray } from '../gray';
import { crossing, distance, isConvex, type Point, type Quad } from '../plane';
import { lineThrough } from '../shapes/line';

/** So many places of each side are looked at. */
const places = 12;
/** Pixels between two looks across a side, and how much darker it gets over two of them. */
const step = 0.5;
const leastFall = 8;

/** @returns null where no sides can be told */
export function refined(gray: Gray, quad: Quad): Quad | null {
  const sides = quad.map((from, index) => sideNear(gray, from, quad[(index + 1) % 4] ?? from));
  const corners = sides.flatMap((side, index) => {
    const before = sides[(index + 3) % 4];
    return (side && before && crossing(before[0], before[1], side[0], side[1])) ?? [];
  });
  const [a, b, c, d] = corners;
  if (!a || !b || !c || !d) return null;
  const moved: Quad = [a, b, c, d];
  const reach = Math.max(3, distance(quad[0], quad[2]) * 0.12);
  const isNear = moved.every((corner, index) => distance(corner, quad[index] ?? corner) < reach);
  return isNear && isConvex(moved) ? moved : null;
}

/** A line through where light turns to dark along a side that runs clockwise around the dark. */
function sideNear(gray: Gray, from: Point, to: Point): [Point, Point] | null {
  const length = distance(from, to);
  if (length < 6) return null;
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // Towards the dark; the side runs clockwise, so it lies on the right hand.
  const inward = { x: -dy, y: dx };
  const reach = Math.min(4, Math.max(1.5, length / 12));
  const points: Point[] = [];
  for (let n = 0; n < places; n++) {
    const along = (0.08 + (0.84 * (n + 0.5)) / places) * length;
    const middle = { x: from.x + dx * along, y: from.y + dy * along };
    const point = edgeAcross(gray, middle, inward, reach);
    if (point) points.push(point);
  }
  return lineThrough(points);
}

/** Where the shade falls most steeply on the way inward. */
function edgeAcross(gray: Gray, middle: Point, inward: Point, reach: number): Point | null {
  const shades: number[] = [];
  for (let offset = -reach - step; offset <= reach + step; offset += step)
    shades.push(shadeAt(gray, middle.x + inward.x * offset, middle.y + inward.y * offset));
  // Over two steps, so that the grain of the picture counts for less.
  const falls = shades.slice(2).map((shade, index) => (shades[index] ?? 0) - shade);
  const steepest = Math.max(...falls);
  if (steepest < leastFall) return null;
  const index = falls.indexOf(steepest);
  const [left, right] = [falls[index - 1] ?? steepest, falls[index + 1] ?? steepest];
  const bend = left - 2 * steepest + right;
  const between = bend < 0 ? (0.5 * (left - right)) / bend : 0;
  const offset = -reach + (index + between) * step;
  return { x: middle.x + inward.x * offset, y: middle.y + inward.y * offset };
}
