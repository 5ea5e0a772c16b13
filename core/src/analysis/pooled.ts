import { figure, isZero, noFigure, reasons, type Figure } from './figure';

/** Sums over the students of one sitting: x their share of the points on the item, y on everything else. */
export interface PairSums {
  n: number;
  x: number;
  y: number;
  xx: number;
  yy: number;
  xy: number;
}

/**
 * Several sittings together, each taken around its own means: sums of squares and of products of the
 * deviations. What it holds can be added and taken away, so that one more sitting costs the same
 * whatever came before.
 */
export interface Pool {
  n: number;
  /** Of the deviations of x, of y, and of both. */
  xx: number;
  yy: number;
  xy: number;
  /** Of x and y themselves: beside them, what rounding leaves can be told from a real spread. */
  scaleX: number;
  scaleY: number;
}

export const emptyPool: Pool = { n: 0, xx: 0, yy: 0, xy: 0, scaleX: 0, scaleY: 0 };

/** What one sitting adds to a pool. One student alone says nothing about who earns more. */
export function poolOf({ n, x, y, xx, yy, xy }: PairSums): Pool {
  if (n < 2) return emptyPool;
  return {
    n,
    xx: xx - (x * x) / n,
    yy: yy - (y * y) / n,
    xy: xy - (x * y) / n,
    scaleX: xx,
    scaleY: yy,
  };
}

/** @param times 1 adds, -1 takes away what was added before */
export const pooled = (a: Pool, b: Pool, times: 1 | -1 = 1): Pool => ({
  n: a.n + times * b.n,
  xx: a.xx + times * b.xx,
  yy: a.yy + times * b.yy,
  xy: a.xy + times * b.xy,
  scaleX: a.scaleX + times * b.scaleX,
  scaleY: a.scaleY + times * b.scaleY,
});

/**
 * Correlation of an item with the rest of its tests over the sittings of a pool, so that a strong
 * class with an easy test beside a weak class with a hard one neither feigns nor hides that the item
 * separates. (The pooled within-group correlation; common practice, no source.)
 *
 * @returns -1 to 1, or the reason why there is none
 */
export function correlationIn({ n, xx, yy, xy, scaleX, scaleY }: Pool): Figure {
  if (n === 0) return noFigure(reasons.oneStudent);
  if (isZero(xx, scaleX)) return noFigure(reasons.sameOnItem);
  if (isZero(yy, scaleY)) return noFigure(reasons.sameOnRest);
  return figure(Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))));
}

/** The same of sittings that are at hand. */
export const pooledCorrelation = (sittings: readonly PairSums[]): Figure =>
  correlationIn(sittings.map(poolOf).reduce((sum, pool) => pooled(sum, pool), emptyPool));
