/** Sets of numbers on the line: which of its points belong, and which of the stretches between them. */
import Fraction from 'fraction.js';
import { elementAt } from '../certain';

export interface Chart {
  /** In order; between them and beyond them all numbers belong or none does. */
  points: readonly Fraction[];
  /** Whether each point belongs. */
  at: readonly boolean[];
  /** Whether each stretch belongs, from the one before the first point. */
  between: readonly boolean[];
}

function inside(points: readonly Fraction[], index: number): Fraction {
  const [before, after] = [points[index - 1], points[index]];
  if (before && after) return before.add(after).div(2);
  if (before) return before.add(1);
  return after ? after.sub(1) : new Fraction(0);
}

/** @param belongs asked at each point and once in each stretch */
export function chartOf(breaks: readonly Fraction[], belongs: (value: Fraction) => boolean): Chart {
  const sorted = [...breaks].sort((a, b) => a.compare(b));
  const points = sorted.filter(
    (value, index) => index === 0 || !value.equals(sorted[index - 1] ?? 0),
  );
  const at = points.map(belongs);
  const between = Array.from({ length: points.length + 1 }, (_, index) =>
    belongs(inside(points, index)),
  );
  // What changes nothing is no break.
  const kept = points.flatMap((_, index) =>
    at[index] === between[index] && at[index] === between[index + 1] ? [] : [index],
  );
  return {
    points: kept.map((index) => elementAt(points, index)),
    at: kept.map((index) => at[index] ?? false),
    between: [between[0] ?? false, ...kept.map((index) => between[index + 1] ?? false)],
  };
}

/** Whether a number belongs. */
export function contains({ points, at, between }: Chart, value: Fraction): boolean {
  const index = points.findIndex((point) => point.gte(value));
  if (index < 0) return between.at(-1) ?? false;
  return elementAt(points, index).equals(value) ? (at[index] ?? false) : (between[index] ?? false);
}

/** What belongs to one of them, or to all. */
export function combined(charts: readonly Chart[], how: 'some' | 'every'): Chart {
  const breaks = charts.flatMap(({ points }) => points);
  return chartOf(breaks, (value) => charts[how]((chart) => contains(chart, value)));
}

/** Whether two sets are the same. */
export const isSameChart = (a: Chart, b: Chart): boolean =>
  a.points.length === b.points.length &&
  a.points.every((point, index) => point.equals(elementAt(b.points, index))) &&
  a.at.every((belongs, index) => belongs === b.at[index]) &&
  a.between.every((belongs, index) => belongs === b.between[index]);
