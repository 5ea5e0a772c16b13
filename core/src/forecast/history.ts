/** What classes earned on items before: the sums that are kept, and what they say about items. */
import type { PairSums } from '../analysis/pooled';
import { groupBy, total } from '../lists';

/** Sums over the students of one class on one item: x their share of its points, y of everything else in the test. */
export interface ClassSums extends PairSums {
  item: number;
  class: number;
}

/** An item over all its classes. */
export interface ItemHistory {
  /** Students who met it. */
  n: number;
  /** Mean share of its points. */
  mean: number;
  /** Variance between students of one class, pooled over classes; null where no class had two. */
  variance: number | null;
  /** Covariance, within classes, with the mean of the other items; however many those are, it means the same. */
  covariance: number | null;
  /** Variance, within classes, of the mean of the other items. */
  restVariance: number | null;
  /** Students of each class. */
  classes: ReadonlyMap<number, number>;
}

/** @returns the history of each item that somebody met */
export function historiesOf(sums: readonly ClassSums[]): Map<number, ItemHistory> {
  const histories = new Map<number, ItemHistory>();
  for (const [item, parts] of groupBy(sums, (part) => part.item)) {
    const n = total(parts, (part) => part.n);
    if (n === 0) continue;
    const freedom = total(parts, (part) => Math.max(0, part.n - 1));
    const within = (value: (part: ClassSums) => number) =>
      freedom === 0 ? null : total(parts, (part) => (part.n > 1 ? value(part) : 0)) / freedom;
    const classes = new Map<number, number>();
    for (const part of parts) classes.set(part.class, (classes.get(part.class) ?? 0) + part.n);
    histories.set(item, {
      n,
      mean: total(parts, (part) => part.x) / n,
      variance: within(({ n: students, x, xx }) => xx - (x * x) / students),
      covariance: within(({ n: students, x, y, xy }) => xy - (x * y) / students),
      restVariance: within(({ n: students, y, yy }) => yy - (y * y) / students),
      classes,
    });
  }
  return histories;
}
