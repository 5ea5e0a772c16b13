/** What a test may come to when the next class sits it, from what its items did before. */
import type { ClassVariance } from './classes';
import type { ClassSums } from './history';
import { forecastReliability } from './reliability';
import { forecastScore, type ForecastItem, type Range } from './score';

export { classVarianceOf, type ClassVariance } from './classes';
export type { ClassSums } from './history';
export type { ForecastItem, Range } from './score';

export interface Forecast {
  items: number;
  /** Items that somebody has met. */
  known: number;
  /** Classes that met any of them. */
  classes: number;
  /** Mean share of the points that the next class earns; null when nothing is known. */
  mean: Range | null;
  /** Alpha within a class; null while fewer than five items are known well enough. */
  reliability: Range | null;
}

/** @param items what gives no points is left out */
export function forecast(
  items: readonly ForecastItem[],
  sums: readonly ClassSums[],
  pool: ClassVariance | null,
): Forecast {
  const scored = items.filter(({ points }) => points > 0);
  const wanted = new Set(scored.map(({ item }) => item));
  const told = sums.filter(({ item, n }) => n > 0 && wanted.has(item));
  return {
    items: scored.length,
    known: new Set(told.map(({ item }) => item)).size,
    classes: new Set(told.map((part) => part.class)).size,
    mean: forecastScore(scored, told, pool),
    reliability: forecastReliability(scored, told),
  };
}
