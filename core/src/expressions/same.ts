/** Whether two terms are the same as mathematics. */
import { elementAt } from '../certain';
import { valueWithin, type Interval } from './interval';
import { isSameNormal, normalOf } from './normal';
import { lettersOf, type Term } from './term';

/** Where terms are compared that no normal form decides: spread out, of both signs, nowhere special. */
const spread = [
  0.7310585786, 2.2360679775, -1.6180339887, 3.1622776602, 0.3010299957, -0.5772156649,
  1.2020569032, -2.6854520011, 4.6692016091, 0.9159655942, -3.3598856662, 1.9021605831,
];
const points = 24;
/** At so many points at least both must have a value. */
const fewestPoints = 4;
/** Bounds that lie further apart, by their size, say nothing. */
const widest = 1e-7;

function pointAt(index: number, letters: readonly string[]): Map<string, number> {
  // Every other point has only numbers above 0, where roots and logarithms have values.
  const isPositive = index % 2 === 1;
  return new Map(
    letters.map((name, place) => {
      const value = elementAt(spread, (index + place * 5) % spread.length);
      const moved = value * (1 + 0.0137 * index + 0.0071 * place);
      return [name, isPositive ? Math.abs(moved) : moved];
    }),
  );
}

const isNarrow = ({ low, high }: Interval) =>
  high - low <= widest * Math.max(1, Math.abs(low), Math.abs(high));

/** By values at many points, each known between bounds: bounds that do not meet prove a difference. */
function agreeAtPoints(a: Term, b: Term): boolean {
  const letters = [...new Set([...lettersOf(a), ...lettersOf(b)])].sort();
  let agreed = 0;
  for (let index = 0; index < points; index++) {
    const values = pointAt(index, letters);
    const [left, right] = [valueWithin(a, values), valueWithin(b, values)];
    if (!left || !right) continue;
    if (left.high < right.low || right.high < left.low) return false;
    if (isNarrow(left) && isNarrow(right)) agreed++;
    // Without letters all points are one.
    if (letters.length === 0) return agreed === 1;
  }
  return agreed >= fewestPoints;
}

/**
 * Whether two terms have the same value whatever their letters are, where both have one. Quotients of polynomials are
 * compared exactly; what has roots, angles or logarithms at 24 points, by interval arithmetic (R. E. Moore, *Interval
 * Analysis*, 1966).
 */
export function isSameTerm(a: Term, b: Term): boolean {
  const [left, right] = [normalOf(a), normalOf(b)];
  const exactly = left && right ? isSameNormal(left, right) : null;
  return exactly ?? agreeAtPoints(a, b);
}
