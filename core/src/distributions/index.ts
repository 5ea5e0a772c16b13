// The package has no types of its own; whoever compiles this file needs those beside it.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./jstat.d.ts" />
/** Quantiles of the distributions that ranges need. */
import jstat from 'jstat';

/** Student's t. */
export const quantileOfT = (share: number, freedom: number): number =>
  jstat.jStat.studentt.inv(share, freedom);

/** Fisher's F. */
export const quantileOfF = (share: number, numerator: number, denominator: number): number =>
  jstat.jStat.centralF.inv(share, numerator, denominator);

/** How much of a chi-square distribution lies above a value. */
export const shareAboveChiSquare = (value: number, freedom: number): number =>
  1 - jstat.jStat.chisquare.cdf(value, freedom);
