import { figure, isZero, noFigure, reasons, type Figure } from './figure';

/** Sums over n pairs of x and y. */
export interface Pairs {
  n: number;
  x: number;
  xx: number;
  y: number;
  yy: number;
  xy: number;
}

/**
 * Pearson's correlation from sums.
 *
 * @param flatX why there is none where x does not vary
 * @param flatY the same for y
 */
export function correlation({ n, x, xx, y, yy, xy }: Pairs, flatX: string, flatY: string): Figure {
  if (n < 2) return noFigure(n === 0 ? reasons.notReached : reasons.oneStudent);
  const squareX = xx - (x * x) / n;
  const squareY = yy - (y * y) / n;
  if (isZero(squareX, xx)) return noFigure(flatX);
  if (isZero(squareY, yy)) return noFigure(flatY);
  const r = (xy - (x * y) / n) / Math.sqrt(squareX * squareY);
  return figure(Math.max(-1, Math.min(1, r)));
}
