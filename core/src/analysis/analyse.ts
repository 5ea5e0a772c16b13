/**
 * Classical item analysis of one sitting, in one pass over typed arrays and a second over the upper and lower groups.
 *
 * Conventions. An item that a student did not reach adds nothing to the total; its own figures leave that student out,
 * while reliability, which needs a complete table, counts it as earning nothing. Reliability uses one denominator
 * throughout, so that KR-20 equals alpha for items that are right or wrong.
 */
import { figure, isZero, noFigure, reasons, type Figure } from './figure';
import { groupSizeOf, groupWeights } from './groups';
import { spreadOf, type Spread } from './spread';

export interface ScoreTable {
  students: number;
  items: number;
  /** students x items, row by row: points earned; NaN where the student did not reach the item. */
  points: Float64Array;
  /** items: the most points each can give. */
  maxPoints: Float64Array;
  /** students x items, row by row: bit k is set where choice k was chosen. At most 32 choices. */
  chosen?: Uint32Array;
  /** items: how many choices each has; 0 for items without. */
  choices?: Uint8Array;
  /** Students were given different items, by draw or form: reliability has no table to stand on. */
  differing?: boolean;
}

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
  alphaWithout: Figure;
  options: OptionFigures[];
}

export interface Reliability {
  alpha: Figure;
  kr20: Figure;
  kr21: Figure;
  splitHalf: Figure;
  /** Standard error of measurement, in points. */
  standardError: Figure;
}

export interface Analysis {
  totals: Float64Array;
  spread: Spread;
  /** How many students are in each of the upper and lower groups. */
  groupSize: number;
  items: ItemFigures[];
  reliability: Reliability;
}

/** Correlation from sums; the reason tells which side has no variance. */
function correlation(
  n: number,
  sumX: number,
  sumXX: number,
  sumY: number,
  sumYY: number,
  sumXY: number,
  flatX: string,
  flatY: string,
): Figure {
  if (n < 2) return noFigure(n === 0 ? reasons.notReached : reasons.oneStudent);
  const x = sumXX - (sumX * sumX) / n;
  const y = sumYY - (sumY * sumY) / n;
  if (isZero(x, sumXX)) return noFigure(flatX);
  if (isZero(y, sumYY)) return noFigure(flatY);
  const r = (sumXY - (sumX * sumY) / n) / Math.sqrt(x * y);
  return figure(Math.max(-1, Math.min(1, r)));
}

export function analyse(table: ScoreTable): Analysis {
  const { students: n, items: k, points, maxPoints: maxPoints, chosen, choices } = table;
  if (points.length !== n * k || maxPoints.length !== k)
    throw new RangeError(`A table of ${n} x ${k} needs ${n * k} points and ${k} maxima.`);
  // Each item's choices stand in one flat array, from `first[i]` on.
  const first = new Int32Array(k + 1);
  for (let i = 0; i < k; i++) first[i + 1] = first[i]! + (chosen && choices ? choices[i]! : 0);
  const optionCount = first[k]!;

  const totals = new Float64Array(n);
  const reached = new Int32Array(k).fill(n);
  const sumX = new Float64Array(k);
  const sumXX = new Float64Array(k);
  const sumXT = new Float64Array(k);
  const missedT = new Float64Array(k);
  const missedTT = new Float64Array(k);
  const optionN = new Int32Array(optionCount);
  const optionRest = new Float64Array(optionCount);
  let sumT = 0;
  let sumTT = 0;
  let sumOdd = 0;
  let sumOddOdd = 0;
  let sumOddT = 0;
  let rightWrong = true;

  for (let s = 0; s < n; s++) {
    const row = s * k;
    let total = 0;
    let odd = 0;
    for (let i = 0; i < k; i++) {
      const x = points[row + i]!;
      if (x === x) {
        total += x;
        if ((i & 1) === 0) odd += x;
      }
    }
    totals[s] = total;
    sumT += total;
    sumTT += total * total;
    sumOdd += odd;
    sumOddOdd += odd * odd;
    sumOddT += odd * total;
    for (let i = 0; i < k; i++) {
      const x = points[row + i]!;
      if (x !== x) {
        reached[i]!--;
        missedT[i]! += total;
        missedTT[i]! += total * total;
        continue;
      }
      if (x !== 0) {
        sumX[i]! += x;
        sumXX[i]! += x * x;
        sumXT[i]! += x * total;
        if (x !== maxPoints[i]) rightWrong = false;
      }
      let bits = optionCount > 0 ? chosen![row + i]! : 0;
      while (bits !== 0) {
        const option = 31 - Math.clz32(bits & -bits);
        bits &= bits - 1;
        if (option < first[i + 1]! - first[i]!) {
          optionN[first[i]! + option]!++;
          optionRest[first[i]! + option]! += total - x;
        }
      }
    }
  }

  const sorted = totals.slice().sort();
  const groupSize = groupSizeOf(n);
  const grouped = groupSize > 0 && sorted[0] !== sorted[n - 1];
  const groups = grouped ? sumGroups(table, totals, sorted, groupSize, first) : null;

  const totalSquares = n > 0 ? sumTT - (sumT * sumT) / n : 0;
  const flatTotals = n < 2 || isZero(totalSquares, sumTT);
  let itemSquares = 0;
  for (let i = 0; i < k; i++) itemSquares += sumXX[i]! - (sumX[i]! * sumX[i]!) / n;

  const items: ItemFigures[] = [];
  for (let i = 0; i < k; i++) {
    const m = reached[i]!;
    const x = sumX[i]!;
    const xx = sumXX[i]!;
    const xt = sumXT[i]!;
    const t = sumT - missedT[i]!;
    const tt = sumTT - missedTT[i]!;
    const rest = t - x;
    const restRest = tt - 2 * xt + xx;
    const square = m > 0 ? xx - (x * x) / m : 0;
    items.push({
      n: m,
      facility: facilityOf(x, m, maxPoints[i]!),
      sd:
        m > 1
          ? figure(Math.sqrt(Math.max(0, square) / (m - 1)))
          : noFigure(m === 0 ? reasons.notReached : reasons.oneStudent),
      itemTotal: correlation(m, x, xx, t, tt, xt, reasons.sameOnItem, reasons.sameTotals),
      itemRest:
        k < 2
          ? noFigure(reasons.oneItem)
          : correlation(m, x, xx, rest, restRest, xt - xx, reasons.sameOnItem, reasons.sameOnRest),
      upperLower: upperLower(i),
      alphaWithout: alphaWithout(i),
      options: optionFigures(i, m, rest, restRest),
    });
  }
  return { totals, spread: spreadOf(totals), groupSize, items, reliability: reliability() };

  function upperLower(i: number): Figure {
    if (n < 2) return noFigure(n === 0 ? reasons.nobody : reasons.oneStudent);
    if (groupSize === 0) return noFigure(reasons.groupsTooSmall);
    if (!groups) return noFigure(reasons.sameTotals);
    if (!(maxPoints[i]! > 0)) return noFigure(reasons.noPoints);
    const [upperN, lowerN] = [groups.upperN[i]!, groups.lowerN[i]!];
    if (upperN === 0 || lowerN === 0) return noFigure(reasons.notReached);
    return figure((groups.upperX[i]! / upperN - groups.lowerX[i]! / lowerN) / maxPoints[i]!);
  }

  function alphaWithout(i: number): Figure {
    if (table.differing) return noFigure(reasons.differentItems);
    if (k < 3) return noFigure(reasons.twoItems);
    if (n < 2) return noFigure(n === 0 ? reasons.nobody : reasons.oneStudent);
    const value = sumXX[i]! - (sumX[i]! * sumX[i]!) / n;
    const shared = sumXT[i]! - (sumX[i]! * sumT) / n;
    const restSquares = totalSquares + value - 2 * shared;
    if (isZero(restSquares, sumTT)) return noFigure(reasons.sameOnRest);
    return figure(((k - 1) / (k - 2)) * (1 - (itemSquares - value) / restSquares));
  }

  function optionFigures(i: number, m: number, rest: number, restRest: number): OptionFigures[] {
    const list: OptionFigures[] = [];
    for (let o = first[i]!; o < first[i + 1]!; o++) {
      const count = optionN[o]!;
      const upperN = groups?.upperN[i] ?? 0;
      const lowerN = groups?.lowerN[i] ?? 0;
      list.push({
        n: count,
        share: m > 0 ? count / m : 0,
        upper: groups && upperN > 0 ? groups.upperOption[o]! / upperN : null,
        lower: groups && lowerN > 0 ? groups.lowerOption[o]! / lowerN : null,
        correlation: correlation(
          m,
          count,
          count,
          rest,
          restRest,
          optionRest[o]!,
          count === 0 ? 'nobody chose it' : 'everybody chose it',
          reasons.sameOnRest,
        ),
      });
    }
    return list;
  }

  function reliability(): Reliability {
    const why = unreliable(table, flatTotals);
    if (why !== null) {
      const none = noFigure(why);
      return { alpha: none, kr20: none, kr21: none, splitHalf: none, standardError: none };
    }
    const alpha = (k / (k - 1)) * (1 - itemSquares / totalSquares);
    // Kuder and Richardson's formulas are for items of one point each; with equal points they hold in that unit.
    const unit = maxPoints[0]!;
    const alike = rightWrong && maxPoints.every((value) => value === unit);
    const why20 = rightWrong ? reasons.equalPoints : reasons.notRightWrong;
    const mean = sumT / n;
    const even = sumT - sumOdd;
    const evenEven = sumTT - 2 * sumOddT + sumOddOdd;
    const halves = correlation(
      n,
      sumOdd,
      sumOddOdd,
      even,
      evenEven,
      sumOddT - sumOddOdd,
      reasons.noHalves,
      reasons.noHalves,
    );
    const sd = Math.sqrt(totalSquares / (n - 1));
    return {
      alpha: figure(alpha),
      kr20: alike ? figure(alpha) : noFigure(why20),
      kr21: alike
        ? figure(
            (k / (k - 1)) *
              (1 - ((mean / unit) * (k - mean / unit)) / k / (totalSquares / n / unit ** 2)),
          )
        : noFigure(why20),
      splitHalf: twiceAsLong(halves),
      standardError:
        alpha < 0
          ? noFigure(reasons.alphaBelowZero)
          : figure(sd * Math.sqrt(Math.max(0, 1 - alpha))),
    };
  }
}

/** The mean share of the points of an item over the answers to it. */
function facilityOf(points: number, answers: number, limit: number): Figure {
  if (answers === 0) return noFigure(reasons.notReached);
  return limit > 0 ? figure(points / answers / limit) : noFigure(reasons.noPoints);
}

/** Why a table says nothing about reliability; null where it does. */
function unreliable({ differing, students, items }: ScoreTable, flatTotals: boolean) {
  if (differing) return reasons.differentItems;
  if (students === 0) return reasons.nobody;
  if (students === 1) return reasons.oneStudent;
  if (items < 2) return reasons.oneItem;
  return flatTotals ? reasons.sameTotals : null;
}

/** Spearman-Brown: the reliability of a test twice as long as its half. */
function twiceAsLong(half: Figure): Figure {
  if (half.value === null) return half;
  return half.value <= -1
    ? noFigure(reasons.noHalves)
    : figure((2 * half.value) / (1 + half.value));
}

function sumGroups(
  { students: n, items: k, points, chosen }: ScoreTable,
  totals: Float64Array,
  sorted: Float64Array,
  size: number,
  first: Int32Array,
) {
  const optionCount = first[k]!;
  const side = (sign: 1 | -1) => {
    const weights = groupWeights(totals, sorted, size, sign);
    const sumN = new Float64Array(k);
    const sumX = new Float64Array(k);
    const option = new Float64Array(optionCount);
    for (let s = 0; s < n; s++) {
      const w = weights[s]!;
      if (w === 0) continue;
      const row = s * k;
      for (let i = 0; i < k; i++) {
        const x = points[row + i]!;
        if (x !== x) continue;
        sumN[i]! += w;
        sumX[i]! += w * x;
        let bits = optionCount > 0 ? chosen![row + i]! : 0;
        while (bits !== 0) {
          const choice = first[i]! + 31 - Math.clz32(bits & -bits);
          bits &= bits - 1;
          if (choice < first[i + 1]!) option[choice]! += w;
        }
      }
    }
    return { sumN, sumX, option };
  };
  const upper = side(1);
  const lower = side(-1);
  return {
    upperN: upper.sumN,
    upperX: upper.sumX,
    upperOption: upper.option,
    lowerN: lower.sumN,
    lowerX: lower.sumX,
    lowerOption: lower.option,
  };
}
