/** A figure, or why there is none. Never NaN, never a zero that nobody measured. */
export type Figure = { value: number; reason?: undefined } | { value: null; reason: string };

/** A figure that is known. */
export const figure = (value: number): Figure => ({ value });
/**
 * A figure that there is none of.
 *
 * @param reason why, as the end of a sentence
 */
export const noFigure = (reason: string): Figure => ({ value: null, reason });

export const reasons = {
  nobody: 'nobody has handed in',
  oneStudent: 'needs at least two students',
  sameTotals: 'all students have the same total',
  sameOnItem: 'all students earned the same on this item',
  sameOnRest: 'all students have the same total on the other items',
  notReached: 'nobody reached it',
  noPoints: 'the item gives no points',
  differentItems: 'students had different items',
  oneItem: 'needs at least two items',
  twoItems: 'needs at least three items',
  notRightWrong: 'only for items that are right or wrong',
  equalPoints: 'only when every item gives the same points',
  noHalves: 'one half has no variance',
  alphaBelowZero: 'alpha is below zero',
  groupsTooSmall: 'too few students for an upper and a lower group',
} as const;

/** A variance below rounding noise is no variance. */
export const isZero = (variance: number, scale: number) => variance <= 1e-12 * Math.max(1, scale);
