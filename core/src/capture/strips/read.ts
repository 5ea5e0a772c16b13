/** All codes of strips in a picture. */
import type { Gray } from '../gray';
import { areaOf, distance, type Point, type Quad } from '../plane';
import { bordersIn, flanksOf, type Border } from '../shapes/borders';
import { squaresIn } from './corners';
import { decoded, looksFramed, type Decoded } from './decode';
import { hullOf, quadAround } from '../shapes/quads';
import { refined } from './refine';

/** Smaller squares, in pixels of a side, are not looked at. */
const leastSide = 11;

/** Walks of more steps go around half the room. */
const longestWalk = 20_000;

export interface SeenCode extends Decoded {
  /** Of the dark frame, clockwise as the picture shows it. */
  corners: Quad;
}

/** @returns each place once, where it was read best */
export function readStrips(gray: Gray): SeenCode[] {
  return withoutDoubles(bordersIn(gray, 3 * leastSide).flatMap((border) => codesIn(gray, border)));
}

function codesIn(gray: Gray, border: Border): SeenCode[] {
  if (isSquarish(border)) {
    const { left, right } = flanksOf(border);
    const quad = quadAround(hullOf(right, left));
    const code = quad && codeAt(gray, quad);
    if (code) return [code];
  }
  if (border.xs.length > longestWalk) return [];
  return [...squaresIn(border, leastSide)].flatMap((quad) => codeAt(gray, quad) ?? []);
}

/** A walk around something without dents is as long as one around its box. */
function isSquarish({ xs, width, height, area }: Border): boolean {
  const short = Math.min(width, height);
  const box = width * height;
  return (
    short >= leastSide &&
    Math.max(width, height) <= 6 * short &&
    xs.length < 1.4 * 2 * (width + height) &&
    area > 0.3 * box
  );
}

function codeAt(gray: Gray, quad: Quad): SeenCode | null {
  if (areaOf(quad) < leastSide * leastSide) return null;
  const sides = quad.map((corner, index) => distance(corner, quad[(index + 1) % 4] ?? corner));
  if (Math.min(...sides) < 0.2 * Math.max(...sides) || !looksFramed(gray, quad)) return null;
  const corners = refined(gray, quad);
  const code = corners && decoded(gray, corners);
  return code && { ...code, corners };
}

const middleOf = (quad: Quad): Point => ({
  x: quad.reduce((sum, { x }) => sum + x, 0) / 4,
  y: quad.reduce((sum, { y }) => sum + y, 0) / 4,
});

/** The same place is seen once. */
function withoutDoubles(seen: readonly SeenCode[]): SeenCode[] {
  const best: SeenCode[] = [];
  for (const code of [...seen].sort((a, b) => b.confidence - a.confidence)) {
    const reach = Math.sqrt(areaOf(code.corners)) / 2;
    const isNew = best.every(
      (other) => distance(middleOf(other.corners), middleOf(code.corners)) > reach,
    );
    if (isNew) best.push(code);
  }
  return best;
}
