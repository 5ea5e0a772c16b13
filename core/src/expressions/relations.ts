/** Equations and inequalities, alone or in a chain: 2 < x ≤ 5. */
import type Fraction from 'fraction.js';
import { chartOf, combined, isSameChart, type Chart } from './chart';
import { holds, lettersInRelations, turned, type Comparison, type Relation } from './comparison';
import { coefficientsOf, rationalRoots, valueAt, type Coefficients } from './one-letter';
import { normalOf, type Normal } from './normal';
import * as poly from './polynomial';
import { holdAlike } from './sampled';
import { isSameTerm } from './same';
import { lettersOf, type Term } from './term';

const differenceOf = ({ left, right }: Comparison): Term => ({ is: 'difference', left, right });

/** Where it is 0; null where not all of that is known exactly. */
function zeros(list: Coefficients): Fraction[] | null {
  if (list.length <= 1) return [];
  const known = rationalRoots(list);
  if (!known) return null;
  const { roots, rest } = known;
  if (rest.length <= 1) return roots;
  const [c, b, a] = rest;
  const hasNone = rest.length === 3 && a && b && c && b.mul(b).lt(a.mul(c).mul(4));
  return hasNone ? roots : null;
}

/** Numbers for which a comparison in one letter holds; null where they are no fractions or not to be found. */
function solved(comparison: Comparison, letter: string): Chart | null {
  const difference = normalOf(differenceOf(comparison));
  if (!difference) return null;
  const top = coefficientsOf(difference.top, letter);
  const bottom = coefficientsOf(difference.bottom, letter);
  if (!top || !bottom) return null;
  const [above, below] = [zeros(top), zeros(bottom)];
  if (!above || !below) return null;
  return chartOf([...above, ...below], (value) => {
    const under = valueAt(bottom, value);
    if (under.n === 0n) return false;
    return holds[comparison.sign](valueAt(top, value).div(under).compare(0));
  });
}

/** Numbers for which one of the relations holds; null where they speak of more letters, or are not solved exactly. */
export function solutions(alternatives: readonly Relation[]): Chart | null {
  const [letter = 'x', ...others] = lettersInRelations(alternatives);
  if (others.length > 0) return null;
  const charts: Chart[] = [];
  for (const relation of alternatives) {
    const links = relation.map((comparison) => solved(comparison, letter));
    if (links.some((chart) => chart === null)) return null;
    charts.push(combined(links as Chart[], 'every'));
  }
  return combined(charts, 'some');
}

/** The polynomial that is compared with 0; null where letters stand below a line. */
function againstZero(comparison: Comparison): { normal: Normal; isPlain: boolean } | null {
  const normal = normalOf(differenceOf(comparison));
  return normal && { normal, isPlain: poly.numberOf(normal.bottom) !== null };
}

function isSameComparison(a: Comparison, b: Comparison): boolean {
  const [first, second] = [againstZero(a), againstZero(b)];
  if (first && second) {
    const share = poly.ratio(first.normal.top, second.normal.top);
    if (!share) return false;
    if (a.sign === '=' || a.sign === '≠') return a.sign === b.sign;
    if (!first.isPlain || !second.isPlain) return false;
    const factor = share
      .mul(poly.numberOf(second.normal.bottom) ?? 1)
      .div(poly.numberOf(first.normal.bottom) ?? 1);
    return a.sign === (factor.s > 0n ? b.sign : turned[b.sign]);
  }
  // With roots and the like: side by side, or turned.
  const isAlike = a.sign === b.sign && isSameTerm(differenceOf(a), differenceOf(b));
  const back = { left: b.right, sign: turned[b.sign], right: b.left };
  return isAlike || (a.sign === back.sign && isSameTerm(differenceOf(a), differenceOf(back)));
}

/** Whether each of `a` has a partner in `b`, and none is left over. */
export function matches<T>(
  a: readonly T[],
  b: readonly T[],
  isSame: (x: T, y: T) => boolean,
): boolean {
  const left = [...b];
  for (const element of a) {
    const index = left.findIndex((other) => isSame(element, other));
    if (index < 0) return false;
    left.splice(index, 1);
  }
  return left.length === 0;
}

/** Whether two relations, or alternatives of them, hold for the same numbers. */
export function isSameRelation(a: readonly Relation[], b: readonly Relation[]): boolean {
  const letters = lettersInRelations(a);
  if (letters.join(' ') !== lettersInRelations(b).join(' ')) return false;
  const [first, second] = [solutions(a), solutions(b)];
  if (first && second) return isSameChart(first, second);
  if (matches(a, b, (x, y) => matches(x, y, isSameComparison))) return true;
  const [letter, ...others] = letters;
  return letter !== undefined && others.length === 0 && holdAlike(a, b, letter);
}

/** The letter that stands alone on a side, with numbers or other letters on the rest; null where none does. */
export function isolated(relation: Relation): string | null {
  const [first] = relation;
  if (!first) return null;
  const candidates = [first.left, first.right].flatMap((side) =>
    side.is === 'letter' ? [side.name] : [],
  );
  const isAlone = (letter: string) =>
    relation.every(({ left, right }) => {
      const [alone, other] =
        left.is === 'letter' && left.name === letter ? [left, right] : [right, left];
      return alone.is === 'letter' && alone.name === letter && !lettersOf(other).has(letter);
    });
  return candidates.find(isAlone) ?? null;
}
