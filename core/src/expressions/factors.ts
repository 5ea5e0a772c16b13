/** What polynomials in several letters can be taken apart into. */
import Fraction from 'fraction.js';
import { coefficientsOf, gcd, isIrreducible, type Coefficients } from './one-letter';
import * as poly from './polynomial';
import type { Polynomial } from './polynomial';

/** Numbers that take the place of letters; nothing cancels at all of them by chance. */
const samples = [3, 7, 10];

/** In one letter, with numbers in the place of the others. */
function inOneLetter(a: Polynomial, name: string, start: number): Coefficients {
  const others = [...poly.lettersIn(a)].filter((other) => other !== name).sort();
  const alone = others.reduce(
    (sum, other, index) => poly.substituted(sum, other, new Fraction(start + 4 * index)),
    a,
  );
  return coefficientsOf(alone, name) ?? [];
}

const highest = (a: Polynomial, name: string) =>
  Math.max(0, ...[...a.values()].map(({ powers }) => new Map(powers).get(name) ?? 0));
const contentOf = (list: Coefficients) =>
  poly.content(
    new Map(list.map((coefficient, n) => [`${n}`, { coefficient, powers: [['x', n]] }])),
  );

/** Whether it is no product: not of a number, nor of a letter, nor of two sums. */
export function isPrime(a: Polynomial): boolean {
  if (!poly.content(a).equals(1)) return false;
  if (a.size === 1) return poly.degree(a) === 1;
  if (poly.commonLetters(a).length > 0) return false;
  const letters = [...poly.lettersIn(a)];
  // By Hilbert's theorem one that is prime stays so at nearly all numbers; one that is not never is.
  return letters.every((name) =>
    samples.some((start) => {
      const list = inOneLetter(a, name, start);
      const isWhole = list.length - 1 === highest(a, name);
      return isWhole && isIrreducible(list) && contentOf(list).equals(1);
    }),
  );
}

/** Whether two polynomials have letters or sums in common as factors. */
export function shareFactor(a: Polynomial, b: Polynomial): boolean {
  const common = new Set(poly.commonLetters(a).map(([name]) => name));
  if (poly.commonLetters(b).some(([name]) => common.has(name))) return true;
  const others = poly.lettersIn(b);
  return [...poly.lettersIn(a)].some(
    (name) =>
      others.has(name) &&
      samples.every((start) => {
        const [left, right] = [inOneLetter(a, name, start), inOneLetter(b, name, start)];
        return left.length > 1 && right.length > 1 && gcd(left, right).length > 1;
      }),
  );
}
