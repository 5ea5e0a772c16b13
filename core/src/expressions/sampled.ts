/**
 * Relations in one letter whose breaks are no fractions, such as x² > 2 or |x − 1| < 3: where they change is looked for
 * by interval arithmetic, and whether they hold is compared at every break, between the breaks and beyond them.
 */
import { elementAt } from '../certain';
import { holds, type Comparison, type Relation } from './comparison';
import { valueWithin } from './interval';

/** Where changes of sign are looked for: near 0 closely, then ever wider; nowhere special. */
const lookedAt: readonly number[] = (() => {
  const near = Array.from({ length: 201 }, (_, index) => -25.0137 + index * 0.25);
  const far = Array.from({ length: 24 }, (_, index) => 25.4 * 1.6 ** (index + 1));
  return [...near, ...far, ...far.map((value) => -value)].sort((a, b) => a - b);
})();
/** A break is known to so much of its size. */
const precision = 1e-11;
/** Breaks closer than this by their size are one, and a difference as small as this there is none. */
const close = 1e-8;

/** Left against right: −1, 0 or 1; null where one has no value. */
type Order = -1 | 0 | 1 | null;

class Side {
  constructor(
    private readonly comparison: Comparison,
    private readonly letter: string,
  ) {}

  /** @param slack a difference as small as this, by the size of both sides, is none */
  orderAt(x: number, slack = 0): Order {
    const values = new Map([[this.letter, x]]);
    const left = valueWithin(this.comparison.left, values);
    const right = valueWithin(this.comparison.right, values);
    if (!left || !right) return null;
    const size = Math.max(1, Math.abs(left.low), Math.abs(right.low));
    if (left.low > right.high + slack * size) return 1;
    return left.high < right.low - slack * size ? -1 : 0;
  }

  holdsAt(x: number, slack = 0): boolean {
    const order = this.orderAt(x, slack) ?? (slack > 0 ? this.orderBeside(x, slack) : null);
    return order !== null && holds[this.comparison.sign](order);
  }

  /** At the end of where a side has values, which a double may miss. */
  private orderBeside(x: number, slack: number): Order {
    const step = (slack / 10) * Math.max(1, Math.abs(x));
    return this.orderAt(x + step, slack) ?? this.orderAt(x - step, slack);
  }

  /** Where the order changes, or a side begins or ceases to have a value. */
  breaks(): number[] {
    const orders = lookedAt.map((x) => this.orderAt(x));
    return lookedAt.flatMap((x, index) => {
      const [here, before] = [orders[index] ?? null, orders[index - 1] ?? null];
      if (here === 0) return [x];
      return index === 0 || here === before
        ? []
        : [this.between(elementAt(lookedAt, index - 1), x)];
    });
  }

  /** By halving; the order at `low` is another than at `high`. */
  private between(low: number, high: number): number {
    const first = this.orderAt(low);
    let [from, to] = [low, high];
    while (to - from > precision * Math.max(1, Math.abs(from))) {
      const middle = (from + to) / 2;
      const order = this.orderAt(middle);
      if (order === 0) return middle;
      if (order === first) from = middle;
      else to = middle;
    }
    return (from + to) / 2;
  }
}

/** Each once, in order. */
function distinct(values: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.filter(
    (value, index) =>
      index === 0 || value - elementAt(sorted, index - 1) > close * Math.max(1, Math.abs(value)),
  );
}

/** Nobody answers with more; each costs hundreds of values. */
const mostComparisons = 8;

/** Whether two lists of alternatives hold for the same numbers, and for any at all. */
export function holdAlike(a: readonly Relation[], b: readonly Relation[], letter: string): boolean {
  const [first, second] = [a, b].map((alternatives) =>
    alternatives.map((relation) => relation.map((comparison) => new Side(comparison, letter))),
  ) as [Side[][], Side[][]];
  const sides = [...first, ...second].flat();
  if (sides.length > mostComparisons) return false;
  const truth = (alternatives: Side[][], x: number, slack?: number) =>
    alternatives.some((relation) => relation.every((side) => side.holdsAt(x, slack)));
  const agree = (x: number, slack?: number) => truth(first, x, slack) === truth(second, x, slack);
  // Most that are not alike show it here.
  if (!lookedAt.every((x) => agree(x))) return false;
  const breaks = distinct(sides.flatMap((side) => side.breaks()));
  const between = breaks.slice(1).map((value, index) => (value + elementAt(breaks, index)) / 2);
  const isSame = breaks.every((x) => agree(x, close)) && between.every((x) => agree(x));
  const isMet =
    breaks.some((x) => truth(first, x, close)) ||
    [...between, ...lookedAt].some((x) => truth(first, x));
  return isSame && isMet;
}
