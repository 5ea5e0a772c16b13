/**
 * Classical item analysis of one sitting.
 *
 * Conventions. An item that a student did not reach adds nothing to the total; its own figures leave that student out,
 * while reliability, which needs a complete table, counts it as earning nothing. Reliability uses one denominator
 * throughout, so that KR-20 equals alpha for items that are right or wrong.
 */
import { figuresOf, type ItemFigures } from './items';
import { reliabilityOf, squaresOf, type Reliability } from './reliability';
import { spreadOf, type Spread } from './spread';
import { groupsOf, sumsOf, type ScoreTable } from './sums';

export type { ItemFigures, OptionFigures } from './items';
export type { Reliability } from './reliability';
export type { ScoreTable } from './sums';

export interface Analysis {
  totals: Float64Array;
  spread: Spread;
  /** How many students are in each of the upper and lower groups. */
  groupSize: number;
  items: ItemFigures[];
  reliability: Reliability;
}

/** @throws RangeError for a table whose arrays do not fit its size */
export function analyse(table: ScoreTable): Analysis {
  const sums = sumsOf(table);
  const squares = squaresOf(sums);
  const groups = groupsOf(table, sums);
  const sitting = { table, sums, squares, groups };
  return {
    totals: sums.totals,
    spread: spreadOf(sums.totals),
    groupSize: groups.size,
    items: sums.items.map((item, i) => figuresOf(sitting, item, i)),
    reliability: reliabilityOf(table, sums, squares),
  };
}
