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
 * Correlation of an item with the rest of its tests over several sittings, each taken around its own means, so that a
 * strong class with an easy test beside a weak class with a hard one neither feigns nor hides that the item separates.
 * (The pooled within-group correlation; common practice, no source.)
 * @returns -1 to 1, or the reason why there is none
 */
export function pooledCorrelation(sittings: readonly PairSums[]): Figure {
  let [n, x, y, xy, scaleX, scaleY] = [0, 0, 0, 0, 0, 0];
  for (const sitting of sittings) {
    // One student alone says nothing about who earns more.
    if (sitting.n < 2) continue;
    n += sitting.n;
    x += sitting.xx - (sitting.x * sitting.x) / sitting.n;
    y += sitting.yy - (sitting.y * sitting.y) / sitting.n;
    xy += sitting.xy - (sitting.x * sitting.y) / sitting.n;
    scaleX += sitting.xx;
    scaleY += sitting.yy;
  }
  if (n === 0) return noFigure(reasons.oneStudent);
  if (isZero(x, scaleX)) return noFigure(reasons.sameOnItem);
  if (isZero(y, scaleY)) return noFigure(reasons.sameOnRest);
  return figure(Math.max(-1, Math.min(1, xy / Math.sqrt(x * y))));
}
