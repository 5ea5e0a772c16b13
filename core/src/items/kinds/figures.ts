/** Figures in a plane, by points that make them, and whether two are the same. */
import type Fraction from 'fraction.js';
import { z } from 'zod';
import { elementAt } from '../../certain';
import { amountOf } from './amounts';

export const figureNames = [
  'point',
  'segment',
  'line',
  'parabola',
  'circle',
  'half-plane',
] as const;
export type FigureName = (typeof figureNames)[number];

/**
 * How many points make each of them: the ends of a segment, two points of a line, a parabola's vertex and another of
 * its points, a circle's center and a point on it, two points of a half-plane's edge and one inside of it.
 */
export const pointsOfFigure: Readonly<Record<FigureName, number>> = {
  point: 1,
  segment: 2,
  line: 2,
  parabola: 2,
  circle: 2,
  'half-plane': 3,
};

/** @param amount a coordinate */
export const figureOf = <T extends z.ZodType<string>>(amount: T) =>
  z
    .strictObject({
      figure: z.enum(figureNames),
      points: z
        .array(z.tuple([amount, amount]))
        .min(1)
        .max(3),
      /** A half-plane without its edge. */
      isOpen: z.boolean().optional(),
    })
    .refine(({ figure, points }) => points.length === pointsOfFigure[figure]);
export type Figure = z.infer<ReturnType<typeof figureOf<z.ZodString>>>;

interface Spot {
  x: Fraction;
  y: Fraction;
}

function spotsOf({ points }: Figure): Spot[] | null {
  const spots = points.map(([x, y]) => ({ x: amountOf(x), y: amountOf(y) }));
  return spots.every((spot): spot is Spot => spot.x !== null && spot.y !== null) ? spots : null;
}

const isSameSpot = (a: Spot, b: Spot) => a.x.equals(b.x) && a.y.equals(b.y);
const text = (...numbers: Fraction[]) => numbers.map((value) => value.toFraction()).join(' ');

/** ax + by = c, with 1 before the first letter that it has. */
function lineThrough(p: Spot, q: Spot): [a: Fraction, b: Fraction, c: Fraction] {
  const [a, b] = [p.y.sub(q.y), q.x.sub(p.x)];
  const c = a.mul(p.x).add(b.mul(p.y));
  const lead = a.n === 0n ? b : a;
  return [a.div(lead), b.div(lead), c.div(lead)];
}

function plainHalfPlane(
  figure: Figure,
  [p, q, inside]: readonly [Spot, Spot, Spot],
): string | null {
  if (isSameSpot(p, q)) return null;
  const [a, b, c] = lineThrough(p, q);
  const side = a.mul(inside.x).add(b.mul(inside.y)).sub(c);
  if (side.n === 0n) return null;
  return `${text(a, b, c)} ${side.s > 0n ? '>' : '<'}${figure.isOpen ? '' : '='}`;
}

/** One spelling for all ways to make a figure; null for points that make none. */
export function plainFigure(given: Figure): string | null {
  const spots = spotsOf(given);
  if (!spots) return null;
  const first = elementAt(spots, 0);
  if (given.figure === 'point') return `point ${text(first.x, first.y)}`;
  const second = elementAt(spots, 1);
  if (given.figure === 'half-plane') {
    const half = plainHalfPlane(given, [first, second, elementAt(spots, 2)]);
    return half && `half-plane ${half}`;
  }
  if (isSameSpot(first, second)) return null;
  switch (given.figure) {
    case 'segment':
      return `segment ${[text(first.x, first.y), text(second.x, second.y)].sort().join(' ')}`;
    case 'line':
      return `line ${text(...lineThrough(first, second))}`;
    case 'circle': {
      const [across, up] = [second.x.sub(first.x), second.y.sub(first.y)];
      return `circle ${text(first.x, first.y, across.mul(across).add(up.mul(up)))}`;
    }
    case 'parabola': {
      const across = second.x.sub(first.x);
      if (across.n === 0n) return null;
      return `parabola ${text(first.x, first.y, second.y.sub(first.y).div(across.mul(across)))}`;
    }
  }
}
