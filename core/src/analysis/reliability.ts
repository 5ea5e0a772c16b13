/** How far the totals of a sitting can be relied on. */
import { correlation } from './correlation';
import { figure, isZero, noFigure, reasons, type Figure } from './figure';
import type { ScoreTable, TableSums } from './sums';

export interface Reliability {
  alpha: Figure;
  kr20: Figure;
  kr21: Figure;
  splitHalf: Figure;
  /** Standard error of measurement, in points. */
  standardError: Figure;
}

/**
 * Sums of squares about their means: of the totals, and of the items together, which count
 * unreached ones as nothing.
 */
export interface Squares {
  totals: number;
  items: number;
  /** Nobody differs from anybody, or there is nobody to differ from. */
  flat: boolean;
}

/** Of one item, with those who did not reach it as earning nothing. */
export const squareOf = ({ x, xx }: { x: number; xx: number }, students: number) =>
  xx - (x * x) / students;

/** Sums of squared deviations of the whole score and of each item, from sums of the scores and their squares. */
export function squaresOf({ students, t, tt, items }: TableSums): Squares {
  const totals = students > 0 ? tt - (t * t) / students : 0;
  return {
    totals,
    items: items.reduce((sum, item) => sum + squareOf(item, students), 0),
    flat: students < 2 || isZero(totals, tt),
  };
}

/** Why a table says nothing about reliability; null where it does. */
function unreliable({ differing, students, items }: ScoreTable, { flat }: Squares) {
  if (differing) return reasons.differentItems;
  if (students === 0) return reasons.nobody;
  if (students === 1) return reasons.oneStudent;
  if (items < 2) return reasons.oneItem;
  return flat ? reasons.sameTotals : null;
}

/** Cronbach’s alpha, what follows from it, and alpha without each item; see `Reliability` for the sources. */
export function reliabilityOf(table: ScoreTable, sums: TableSums, squares: Squares): Reliability {
  const why = unreliable(table, squares);
  if (why !== null) {
    const none = noFigure(why);
    return { alpha: none, kr20: none, kr21: none, splitHalf: none, standardError: none };
  }
  const { items: k } = table;
  const alpha = (k / (k - 1)) * (1 - squares.items / squares.totals);
  const sd = Math.sqrt(squares.totals / (sums.students - 1));
  return {
    alpha: figure(alpha),
    ...kuderRichardson(table, sums, squares, alpha),
    splitHalf: splitHalf(sums),
    standardError:
      alpha < 0 ? noFigure(reasons.alphaBelowZero) : figure(sd * Math.sqrt(Math.max(0, 1 - alpha))),
  };
}

/** Kuder and Richardson's formulas are for items of one point each; with equal points they hold in that unit. */
function kuderRichardson(
  { items: k, maxPoints }: ScoreTable,
  { students, t, rightWrong }: TableSums,
  squares: Squares,
  alpha: number,
): Pick<Reliability, 'kr20' | 'kr21'> {
  const [unit = 0] = maxPoints;
  if (!rightWrong || !maxPoints.every((most) => most === unit)) {
    const none = noFigure(rightWrong ? reasons.equalPoints : reasons.notRightWrong);
    return { kr20: none, kr21: none };
  }
  const mean = t / students / unit;
  const variance = squares.totals / students / unit ** 2;
  return {
    kr20: figure(alpha),
    kr21: figure((k / (k - 1)) * (1 - (mean * (k - mean)) / k / variance)),
  };
}

/** Odd places against even ones, stepped up to the whole test. */
function splitHalf({ students, t, tt, odd, oddOdd, oddT }: TableSums): Figure {
  const even = t - odd;
  const evenEven = tt - 2 * oddT + oddOdd;
  return twiceAsLong(
    correlation(
      { n: students, x: odd, xx: oddOdd, y: even, yy: evenEven, xy: oddT - oddOdd },
      reasons.noHalves,
      reasons.noHalves,
    ),
  );
}

/** Spearman-Brown: the reliability of a test twice as long as its half. */
function twiceAsLong(half: Figure): Figure {
  if (half.value === null) return half;
  return half.value <= -1
    ? noFigure(reasons.noHalves)
    : figure((2 * half.value) / (1 + half.value));
}
