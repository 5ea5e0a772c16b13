/** The figures of one item. */
import { correlation } from './correlation';
import { figure, isZero, noFigure, reasons, type Figure } from './figure';
import { squareOf, type Squares } from './reliability';
import type { Groups, GroupSums, ItemSums, ScoreTable, TableSums } from './sums';
import { sentence } from './sentences';

export interface OptionFigures {
  n: number;
  /** Share of those who reached the item. */
  share: number;
  /** Share in the upper and in the lower group; null without groups. */
  upper: number | null;
  lower: number | null;
  /** Correlation of choosing it with the points on the other items. */
  correlation: Figure;
}

export interface ItemFigures {
  /** How many reached it. */
  n: number;
  /** Mean share of the points earned, 0 to 1. */
  facility: Figure;
  sd: Figure;
  itemTotal: Figure;
  itemRest: Figure;
  /** Upper-lower D, -1 to 1. */
  upperLower: Figure;
  alphaIfItemDeleted: Figure;
  options: OptionFigures[];
}

interface Sitting {
  table: ScoreTable;
  sums: TableSums;
  squares: Squares;
  groups: Groups;
}

/** @param i the item's optionIndex, from 0 */
export function figuresOf(sitting: Sitting, item: ItemSums, i: number): ItemFigures {
  const upper = sitting.groups.upper?.[i] ?? null;
  const lower = sitting.groups.lower?.[i] ?? null;
  return {
    n: item.n,
    facility: facilityOf(item),
    sd: deviationOf(item),
    itemTotal: correlation(
      { n: item.n, x: item.x, xx: item.xx, y: item.t, yy: item.tt, xy: item.xt },
      reasons.sameOnItem,
      reasons.sameTotals,
    ),
    itemRest: restCorrelation(sitting.table, item),
    upperLower: upperLower(sitting, item, upper, lower),
    alphaIfItemDeleted: alphaIfItemDeleted(sitting, item),
    options: item.options.map((_, optionIndex) => optionFigures(item, optionIndex, upper, lower)),
  };
}

/** What those who reached the item earned on the others, and its squares. */
const restOf = ({ x, xx, xt, t, tt }: ItemSums) => ({ y: t - x, yy: tt - 2 * xt + xx });

/** The mean share of the points of an item over the answers to it. */
function facilityOf({ n, x, maxPoints }: ItemSums): Figure {
  if (n === 0) return noFigure(reasons.notReached);
  return maxPoints > 0 ? figure(x / n / maxPoints) : noFigure(reasons.noPoints);
}

function deviationOf({ n, x, xx }: ItemSums): Figure {
  if (n < 2) return noFigure(n === 0 ? reasons.notReached : reasons.oneStudent);
  return figure(Math.sqrt(Math.max(0, xx - (x * x) / n) / (n - 1)));
}

function restCorrelation({ items }: ScoreTable, item: ItemSums): Figure {
  if (items < 2) return noFigure(reasons.oneItem);
  const { n, x, xx, xt } = item;
  return correlation(
    { n, x, xx, ...restOf(item), xy: xt - xx },
    reasons.sameOnItem,
    reasons.sameOnRest,
  );
}

/** How much more of its points the strong students earned than the weak ones. */
function upperLower(
  { sums: { students }, groups }: Sitting,
  { maxPoints }: ItemSums,
  upper: GroupSums | null,
  lower: GroupSums | null,
): Figure {
  if (students < 2) return noFigure(students === 0 ? reasons.nobody : reasons.oneStudent);
  if (groups.size === 0) return noFigure(reasons.groupsTooSmall);
  if (!upper || !lower) return noFigure(reasons.sameTotals);
  if (!(maxPoints > 0)) return noFigure(reasons.noPoints);
  if (upper.n === 0 || lower.n === 0) return noFigure(reasons.notReached);
  return figure((upper.x / upper.n - lower.x / lower.n) / maxPoints);
}

/** Alpha of the test without the item. */
function alphaIfItemDeleted({ table, sums, squares }: Sitting, item: ItemSums): Figure {
  const { items: k, differing } = table;
  const { students: n, t, tt } = sums;
  if (differing) return noFigure(reasons.differentItems);
  if (k < 3) return noFigure(reasons.twoItems);
  if (n < 2) return noFigure(n === 0 ? reasons.nobody : reasons.oneStudent);
  const square = squareOf(item, n);
  const shared = item.xt - (item.x * t) / n;
  const restSquares = squares.totals + square - 2 * shared;
  if (isZero(restSquares, tt)) return noFigure(reasons.sameOnRest);
  return figure(((k - 1) / (k - 2)) * (1 - (squares.items - square) / restSquares));
}

const shareIn = (group: GroupSums | null, optionIndex: number): number | null =>
  group && group.n > 0 ? (group.options[optionIndex] ?? 0) / group.n : null;

function optionFigures(
  item: ItemSums,
  optionIndex: number,
  upper: GroupSums | null,
  lower: GroupSums | null,
): OptionFigures {
  const { n = 0, rest = 0 } = item.options[optionIndex] ?? {};
  return {
    n,
    share: item.n > 0 ? n / item.n : 0,
    upper: shareIn(upper, optionIndex),
    lower: shareIn(lower, optionIndex),
    correlation: correlation(
      { n: item.n, x: n, xx: n, ...restOf(item), xy: rest },
      n === 0 ? sentence('nobodyChoseIt') : sentence('everybodyChose'),
      reasons.sameOnRest,
    ),
  };
}
