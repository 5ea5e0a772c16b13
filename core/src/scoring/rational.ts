/** Exact fractions, so that "within 0.005" means just that and 0.505 is not lost to binary rounding. */
export interface Rational {
  /** Carries the sign. */
  top: bigint;
  /** Always positive. */
  bottom: bigint;
}

const abs = (n: bigint) => (n < 0n ? -n : n);

function gcd(a: bigint, b: bigint): bigint {
  while (b) [a, b] = [b, a % b];
  return a;
}

export function rational(top: bigint, bottom: bigint): Rational {
  if (bottom < 0n) [top, bottom] = [-top, -bottom];
  const shared = gcd(abs(top), bottom) || 1n;
  return { top: top / shared, bottom: bottom / shared };
}

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
export const fromNumber = (n: number) =>
  n < 0 ? negate(fromDecimal(String(-n))) : fromDecimal(String(n));

export const negate = (a: Rational): Rational => ({ top: -a.top, bottom: a.bottom });
export const add = (a: Rational, b: Rational) =>
  rational(a.top * b.bottom + b.top * a.bottom, a.bottom * b.bottom);
export const times = (a: Rational, b: Rational) => rational(a.top * b.top, a.bottom * b.bottom);
export const divide = (a: Rational, b: Rational) => rational(a.top * b.bottom, a.bottom * b.top);
export const distance = (a: Rational, b: Rational) => {
  const gap = add(a, negate(b));
  return { top: abs(gap.top), bottom: gap.bottom };
};
export const isEqual = (a: Rational, b: Rational) => a.top === b.top && a.bottom === b.bottom;
export const isAtMost = (a: Rational, b: Rational) => a.top * b.bottom <= b.top * a.bottom;
export const magnitude = (a: Rational): Rational => ({ top: abs(a.top), bottom: a.bottom });
export const toNumber = (a: Rational) => Number(a.top) / Number(a.bottom);

/** `a` rounded to so many significant figures, halves away from zero. */
export function toSignificant(a: Rational, figures: number): Rational {
  if (a.top === 0n) return a;
  const size = magnitude(a);
  const ten = 10n;
  let exponent = size.top.toString().length - size.bottom.toString().length;
  const atLeast = (e: number) =>
    e >= 0
      ? size.top >= size.bottom * ten ** BigInt(e)
      : size.top * ten ** BigInt(-e) >= size.bottom;
  while (!atLeast(exponent)) exponent--;
  while (atLeast(exponent + 1)) exponent++;
  const shift = figures - 1 - exponent;
  const scale =
    shift >= 0 ? rational(ten ** BigInt(shift), 1n) : rational(1n, ten ** BigInt(-shift));
  const scaled = times(size, scale);
  const rounded = (2n * scaled.top + scaled.bottom) / (2n * scaled.bottom);
  const result = divide(rational(rounded, 1n), scale);
  return a.top < 0n ? negate(result) : result;
}

/** As a student may write it: a whole number, a decimal where it is a short one, else a fraction. */
export function inWords(a: Rational): string {
  if (a.bottom === 1n) return String(a.top);
  const decimal = String(toNumber(a));
  const isExact =
    !decimal.includes('e') && decimal.length < 10 && isEqual(fromNumber(Number(decimal)), a);
  return isExact ? decimal : `${a.top}/${a.bottom}`;
}
