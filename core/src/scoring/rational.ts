/**
 * Exact fractions, so that "within 0.005" means just that and 0.505 is not lost to binary rounding. The arithmetic is
 * fraction.js's; here stands what numbers that people write need beside it.
 */
import Fraction from 'fraction.js';

export type Rational = Fraction;

/** `top` over `bottom`, in lowest terms. @throws where `bottom` is 0 */
export const rational = (top: bigint, bottom: bigint): Rational => new Fraction(top, bottom);

/** A finite decimal such as "12.50" (point as decimal sign, optional exponent). */
export function fromDecimal(text: string): Rational {
  const [mantissa = '0', exponent = '0'] = text.toLowerCase().split('e');
  const [whole = '', part = ''] = mantissa.split('.');
  const shift = Number(exponent) - part.length;
  const digits = BigInt(`${whole}${part}` || '0');
  return shift >= 0
    ? rational(digits * 10n ** BigInt(shift), 1n)
    : rational(digits, 10n ** BigInt(-shift));
}

/** The shortest decimal of a JavaScript number, exactly. */
export const fromNumber = (n: number): Rational =>
  n < 0 ? fromDecimal(String(-n)).neg() : fromDecimal(String(n));

/** -a. */
export const negate = (a: Rational) => a.neg();
/** a + b. */
export const add = (a: Rational, b: Rational) => a.add(b);
/** a · b. */
export const times = (a: Rational, b: Rational) => a.mul(b);
/** a : b. @throws where b is 0 */
export const divide = (a: Rational, b: Rational) => a.div(b);
/** |a - b|. */
export const distance = (a: Rational, b: Rational) => a.sub(b).abs();
/** a = b. */
export const isEqual = (a: Rational, b: Rational) => a.equals(b);
/** a ≤ b. */
export const isAtMost = (a: Rational, b: Rational) => a.lte(b);
/** |a|. */
export const magnitude = (a: Rational) => a.abs();
/** The nearest double. */
export const toNumber = (a: Rational) => a.valueOf();

/** `a` rounded to so many significant figures, halves away from zero. */
export function toSignificant(a: Rational, figures: number): Rational {
  if (a.n === 0n) return a;
  const size = a.abs();
  const ten = 10n;
  const powerOfTen = (exponent: number) =>
    exponent >= 0 ? rational(ten ** BigInt(exponent), 1n) : rational(1n, ten ** BigInt(-exponent));
  let exponent = size.n.toString().length - size.d.toString().length;
  while (size.lt(powerOfTen(exponent))) exponent--;
  while (size.gte(powerOfTen(exponent + 1))) exponent++;
  const scale = powerOfTen(figures - 1 - exponent);
  const scaled = size.mul(scale);
  const rounded = (2n * scaled.n + scaled.d) / (2n * scaled.d);
  const result = rational(rounded, 1n).div(scale);
  return a.s < 0n ? result.neg() : result;
}

/** As a student may write it: a whole number, a decimal where it is a short one, else a fraction. */
export function inWords(a: Rational): string {
  const top = a.s * a.n;
  if (a.d === 1n) return String(top);
  const decimal = String(toNumber(a));
  const isExact =
    !decimal.includes('e') && decimal.length < 10 && isEqual(fromNumber(Number(decimal)), a);
  return isExact ? decimal : `${top}/${a.d}`;
}
