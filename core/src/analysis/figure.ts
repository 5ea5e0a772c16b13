import { sentence } from './sentences';

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
  nobody: sentence('nobodyHasHandedIn'),
  oneStudent: sentence('needsAtLeastTwoStudents'),
  sameTotals: sentence('allStudentsHaveSameTotal'),
  sameOnItem: sentence('allStudentsEarnedSameOn'),
  sameOnRest: sentence('allStudentsHaveSameTotalOn'),
  notReached: sentence('nobodyReached'),
  noPoints: sentence('itemGivesNoPoints'),
  differentItems: 'students had different items',
  oneItem: sentence('needsAtLeastTwoItems'),
  twoItems: sentence('needsAtLeastThreeItems'),
  notRightWrong: sentence('onlyForItemsThatAre'),
  equalPoints: sentence('onlyWhenEveryItemGives'),
  noHalves: sentence('oneHalfHasNoVariance'),
  alphaBelowZero: sentence('alphaIsBelowZero'),
  groupsTooSmall: sentence('tooFewStudentsForUpper'),
} as const;

/** A variance below rounding noise is no variance. */
export const isZero = (variance: number, scale: number) => variance <= 1e-12 * Math.max(1, scale);
