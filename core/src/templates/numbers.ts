/** Numbers of a template: exact for as long as they can be, and else as near as a double is. */
import Fraction from 'fraction.js';

/** Exact where it is a fraction; a root of 2 or a sine is a double. */
export type Num = { exact: Fraction } | { near: number };
/** What a formula can come to. */
export type Value = Num | Words | { is: boolean };
/** A word that was picked; with the markup of its picture where one is shown for it. */
export interface Words {
  text: string;
  picture?: string;
}

/** Why a formula comes to nothing. */
export type FormulaFault =
  | 'unreadable'
  | 'too-long'
  | 'not-allowed'
  | 'unknown-name'
  | 'unknown-function'
  | 'wrong-count'
  | 'division-by-zero'
  | 'no-number'
  | 'too-large'
  | 'number-wanted'
  | 'whole-wanted'
  | 'truth-wanted'
  | 'not-comparable';

/** Thrown inside this folder only; what leaves it says the fault as a value. */
export class FormulaError extends Error {
  /** @param about the name or the sign that it is about */
  constructor(
    readonly fault: FormulaFault,
    readonly about = '',
  ) {
    super(`${fault} ${about}`.trim());
  }
}

/** Numbers with more digits than this, above or below the line, are taken for a mistake. */
const mostDigits = 60;

/** A number that is exactly `value`. */
export const exact = (value: Fraction | number | bigint): Num => ({ exact: new Fraction(value) });
/** Whether it is a number, exact or near, and neither words nor a truth. */
export const isNum = (value: Value): value is Num => 'exact' in value || 'near' in value;

/** @throws FormulaError for numbers that no question has */
export function checked(num: Num): Num {
  if ('near' in num) {
    if (Number.isNaN(num.near)) throw new FormulaError('no-number');
    if (!Number.isFinite(num.near)) throw new FormulaError('too-large');
    return num;
  }
  const digits = Math.max(num.exact.n.toString().length, num.exact.d.toString().length);
  if (digits > mostDigits) throw new FormulaError('too-large');
  return num;
}

/** The double that is nearest. */
export const toDouble = (num: Num): number => ('near' in num ? num.near : num.exact.valueOf());

/** An operation that is exact on fractions, and as near as doubles are on what is not. */
export const arithmetic =
  (
    onFractions: (a: Fraction, b: Fraction) => Fraction,
    onDoubles: (a: number, b: number) => number,
  ) =>
  (a: Num, b: Num): Num =>
    checked(
      'exact' in a && 'exact' in b
        ? { exact: onFractions(a.exact, b.exact) }
        : { near: onDoubles(toDouble(a), toDouble(b)) },
    );

/** Whether it is 0; what is only near 0 is not. */
export const isZero = (num: Num) => ('exact' in num ? num.exact.n === 0n : num.near === 0);

/** @throws FormulaError where it is no whole number */
export function whole(num: Num, about: string): bigint {
  if ('near' in num || num.exact.d !== 1n) throw new FormulaError('whole-wanted', about);
  return num.exact.s * num.exact.n;
}

/** A whole number that is small enough to count with. @throws FormulaError where it is not */
export function count(num: Num, about: string, largest = 1000): number {
  const value = whole(num, about);
  if (value > BigInt(largest) || value < BigInt(-largest))
    throw new FormulaError('too-large', about);
  return Number(value);
}

/** Below 0 where a is less than b, 0 where they are the same. */
export const compare = (a: Num, b: Num): number =>
  'exact' in a && 'exact' in b ? a.exact.compare(b.exact) : Math.sign(toDouble(a) - toDouble(b));

/** The largest whole number whose square is not above `value`, by Newton's iteration. */
function wholeRoot(value: bigint): bigint {
  if (value < 2n) return value;
  let root = BigInt(Math.floor(Math.sqrt(Number(value))));
  // A double is off by little; some steps make it exact.
  for (;;) {
    const next = (root + value / root) / 2n;
    if (next === root || next === root + 1n) break;
    root = next;
  }
  while (root * root > value) root--;
  while ((root + 1n) * (root + 1n) <= value) root++;
  return root;
}

/** Exact where it is the root of a fraction's square. @throws FormulaError below 0 */
export function squareRoot(num: Num): Num {
  if (toDouble(num) < 0) throw new FormulaError('no-number', '√');
  if ('near' in num) return checked({ near: Math.sqrt(num.near) });
  const [top, bottom] = [wholeRoot(num.exact.n), wholeRoot(num.exact.d)];
  const isSquare = top * top === num.exact.n && bottom * bottom === num.exact.d;
  return isSquare
    ? { exact: new Fraction(top, bottom) }
    : checked({ near: Math.sqrt(num.exact.valueOf()) });
}
