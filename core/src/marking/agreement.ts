/** How far two who marked the same work without knowing of each other agree. */
import { elementAt, valueOf } from '../certain';
import { figure, noFigure, type Figure } from '../analysis';
import { sentence } from './sentences';

export interface Agreement {
  n: number;
  /** How many got exactly the same points from both. */
  same: number;
  /** Cohen's kappa: agreement beyond what chance would give, -1 to 1. */
  kappa: Figure;
  /** The same with near misses counting for less than far ones: weights by the squared distance in points. */
  weighted: Figure;
  /** By the points of the first (row) and the second (column), each in the order of `points`. */
  table: number[][];
  /** Every number of points that somebody gave, ascending. */
  points: number[];
}

/**
 * Kappa over the points that were given. Sources: Cohen (1960), "A coefficient of agreement for nominal scales"; Cohen
 * (1968), "Weighted kappa", with the quadratic weights of Fleiss and Cohen (1973).
 */
export function agreementOf(
  pairs: readonly (readonly [first: number, second: number])[],
): Agreement {
  const n = pairs.length;
  const points = [...new Set(pairs.flat())].sort((a, b) => a - b);
  const placeOfValue = new Map(points.map((value, place) => [value, place]));
  const table = points.map(() => points.map(() => 0));
  for (const [first, second] of pairs) {
    const row = elementAt(table, valueOf(placeOfValue, first));
    const column = valueOf(placeOfValue, second);
    row[column] = elementAt(row, column) + 1;
  }
  const rows = table.map((row) => row.reduce((sum, value) => sum + value, 0));
  const columns = points.map((_, column) =>
    table.reduce((sum, row) => sum + elementAt(row, column), 0),
  );

  /** One minus the disagreement that was seen over the one that chance would give. */
  function kappa(cost: (a: number, b: number) => number): Figure {
    if (n === 0) return noFigure(sentence('nobodyHasBeenMarkedBy'));
    let seen = 0;
    let chance = 0;
    table.forEach((row, a) =>
      row.forEach((count, b) => {
        seen += cost(elementAt(points, a), elementAt(points, b)) * count;
        chance +=
          (cost(elementAt(points, a), elementAt(points, b)) *
            elementAt(rows, a) *
            elementAt(columns, b)) /
          n;
      }),
    );
    return chance === 0
      ? noFigure(sentence('bothGaveEverybodySamePoints'))
      : figure(1 - seen / chance);
  }
  return {
    n,
    same: pairs.filter(([first, second]) => first === second).length,
    kappa: kappa((a, b) => Number(a !== b)),
    weighted: kappa((a, b) => (a - b) ** 2),
    table,
    points,
  };
}

/** Source of the words: Landis and Koch (1977), "The measurement of observer agreement for categorical data". */
export function agreementWord(kappa: number): string {
  if (kappa < 0) return 'poor';
  if (kappa <= 0.2) return 'slight';
  if (kappa <= 0.4) return 'fair';
  if (kappa <= 0.6) return 'moderate';
  return kappa <= 0.8 ? 'substantial' : 'almost perfect';
}
