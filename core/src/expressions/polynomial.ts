/** Polynomials in any letters with fractions as coefficients: exact, and small enough to be worked out at once. */
import Fraction from 'fraction.js';

/** The power of each letter, by name, in the order of names; those that are 0 are left out. */
export type Powers = readonly (readonly [letter: string, power: number])[];
export interface Monomial {
  coefficient: Fraction;
  powers: Powers;
}
/** Monomials by their letters; none has the coefficient 0. */
export type Polynomial = ReadonlyMap<string, Monomial>;

/** Thrown inside this folder only: what is asked for would take too long to work out exactly. */
export class TooMuch extends Error {}

const mostMonomials = 100;
/** Products of monomials that one exact answer may take. */
export const mostProducts = 800;
const mostDigits = 120;
const largestDegree = 24;

const keyOf = (powers: Powers) => powers.map(([letter, power]) => `${letter}${power}`).join(' ');
/** Without monomials. */
export const zero: Polynomial = new Map();

/** A polynomial that is one monomial. */
export function monomial(coefficient: Fraction, powers: Powers = []): Polynomial {
  return coefficient.n === 0n ? zero : new Map([[keyOf(powers), { coefficient, powers }]]);
}
/** A number. */
export const constant = (value: Fraction | number): Polynomial => monomial(new Fraction(value));
/** One letter. */
export const letter = (name: string): Polynomial => monomial(new Fraction(1), [[name, 1]]);
/** The number 1. */
export const one = constant(1);

function put(sum: Map<string, Monomial>, key: string, { coefficient, powers }: Monomial): void {
  const total = (sum.get(key)?.coefficient ?? new Fraction(0)).add(coefficient);
  if (total.n === 0n) sum.delete(key);
  else sum.set(key, { coefficient: total, powers });
  if (total.n.toString().length + total.d.toString().length > mostDigits) throw new TooMuch();
}

/** a + b. */
export function plus(a: Polynomial, b: Polynomial): Polynomial {
  const sum = new Map(a);
  for (const [key, term] of b) put(sum, key, term);
  return sum;
}

/** a · factor. */
export function scaled(a: Polynomial, factor: Fraction): Polynomial {
  if (factor.n === 0n) return zero;
  return new Map(
    [...a].map(([key, { coefficient, powers }]) => [
      key,
      { coefficient: coefficient.mul(factor), powers },
    ]),
  );
}

/** −a. */
export const negated = (a: Polynomial) => scaled(a, new Fraction(-1));
/** a − b. */
export const minus = (a: Polynomial, b: Polynomial) => plus(a, negated(b));

function joined(a: Powers, b: Powers): Powers {
  const powers = new Map(a);
  for (const [name, power] of b) powers.set(name, (powers.get(name) ?? 0) + power);
  return [...powers].sort(([x], [y]) => (x < y ? -1 : 1));
}

/** a · b. @throws TooMuch */
export function times(a: Polynomial, b: Polynomial): Polynomial {
  if (a.size * b.size > mostProducts || degree(a) + degree(b) > largestDegree) throw new TooMuch();
  const product = new Map<string, Monomial>();
  for (const left of a.values())
    for (const right of b.values()) {
      const powers = joined(left.powers, right.powers);
      put(product, keyOf(powers), {
        coefficient: left.coefficient.mul(right.coefficient),
        powers,
      });
    }
  if (product.size > mostMonomials) throw new TooMuch();
  return product;
}

/** Whether it is 0 whatever its letters are. */
export const isZero = (a: Polynomial) => a.size === 0;
/** The highest sum of powers; 0 for numbers. */
export const degree = (a: Polynomial): number =>
  Math.max(0, ...[...a.values()].map(({ powers }) => powers.reduce((sum, [, n]) => sum + n, 0)));
/** The number that it is; null where it has letters. */
export function numberOf(a: Polynomial): Fraction | null {
  if (a.size === 0) return new Fraction(0);
  const [only] = a.values();
  return a.size === 1 && only && only.powers.length === 0 ? only.coefficient : null;
}
/** Its letters, π among them. */
/** One letter. */
export const lettersIn = (a: Polynomial): Set<string> =>
  new Set([...a.values()].flatMap(({ powers }) => powers.map(([name]) => name)));

/** Whether a is b times a number; that number, or null. Two zeros have the ratio 1. */
export function ratio(a: Polynomial, b: Polynomial): Fraction | null {
  if (a.size !== b.size) return null;
  let common: Fraction | null = a.size === 0 ? new Fraction(1) : null;
  for (const [key, { coefficient }] of a) {
    const other = b.get(key);
    if (!other) return null;
    const share = coefficient.div(other.coefficient);
    if (common && !common.equals(share)) return null;
    common = share;
  }
  return common;
}

/** The greatest common divisor of whole numbers that are not below 0, by Euclid. */
export const gcdOf = (a: bigint, b: bigint): bigint => (b === 0n ? a : gcdOf(b, a % b));

/** The largest fraction that all its coefficients are whole multiples of; 0 for zero. */
export function content(a: Polynomial): Fraction {
  let [top, bottom] = [0n, 1n];
  for (const { coefficient } of a.values()) {
    top = gcdOf(top, coefficient.n);
    bottom = (bottom / gcdOf(bottom, coefficient.d)) * coefficient.d;
  }
  return new Fraction(top, bottom);
}

/** The powers of letters that divide each of its monomials. */
export function commonLetters(a: Polynomial): Powers {
  const [first, ...others] = a.values();
  return (first?.powers ?? []).flatMap(([name, power]): Powers => {
    const shared = others.map(({ powers }) => powers.find(([other]) => other === name)?.[1] ?? 0);
    const least = Math.min(power, ...shared);
    return least > 0 ? [[name, least]] : [];
  });
}

/** The polynomial with a number in the place of a letter. */
export function substituted(a: Polynomial, name: string, value: Fraction): Polynomial {
  const result = new Map<string, Monomial>();
  for (const { coefficient, powers } of a.values()) {
    const power = powers.find(([other]) => other === name)?.[1] ?? 0;
    const rest = powers.filter(([other]) => other !== name);
    const factor = value.pow(power) ?? new Fraction(1);
    if (factor.n !== 0n)
      put(result, keyOf(rest), { coefficient: coefficient.mul(factor), powers: rest });
  }
  return result;
}
