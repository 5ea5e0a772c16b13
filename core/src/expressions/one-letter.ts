/** Polynomials in one letter, as lists of coefficients from the constant up; the last is not 0. */
import Fraction from 'fraction.js';
import { elementAt } from '../certain';
import { squareRoot } from '../templates/numbers';
import { content, lettersIn, type Polynomial } from './polynomial';

export type Coefficients = readonly Fraction[];

const none = new Fraction(0);
/** Beyond this many candidates, roots are not looked for. */
const mostCandidates = 200;
/** Beyond it the numbers of a division grow too long. */
const highestDegree = 8;
const largestForDivisors = 10n ** 7n;

function trimmed(list: readonly Fraction[]): Coefficients {
  const last = list.findLastIndex(({ n }) => n !== 0n);
  return list.slice(0, last + 1);
}

/** @returns null where it has other letters than `name`, or too high a power of it */
export function coefficientsOf(a: Polynomial, name: string): Coefficients | null {
  if ([...lettersIn(a)].some((other) => other !== name)) return null;
  const list: Fraction[] = [];
  for (const { coefficient, powers } of a.values()) list[powers[0]?.[1] ?? 0] = coefficient;
  if (list.length > highestDegree + 1) return null;
  return trimmed(Array.from(list, (value) => value ?? none));
}

/** Its value at a number, by Horner. */
export const valueAt = (list: Coefficients, x: Fraction): Fraction =>
  list.reduceRight((sum, value) => sum.mul(x).add(value), none);

/** Quotient and rest of a division. */
export function divided(a: Coefficients, b: Coefficients): [Coefficients, Coefficients] {
  const rest = [...a];
  const quotient: Fraction[] = [];
  const lead = elementAt(b, -1);
  for (let shift = a.length - b.length; shift >= 0; shift--) {
    const share = (rest[shift + b.length - 1] ?? none).div(lead);
    quotient[shift] = share;
    b.forEach((value, index) => {
      rest[shift + index] = (rest[shift + index] ?? none).sub(value.mul(share));
    });
  }
  return [trimmed(quotient), trimmed(rest)];
}

/** The greatest common divisor, with 1 before its highest power. By Euclid. */
export function gcd(a: Coefficients, b: Coefficients): Coefficients {
  if (b.length === 0) return a.map((value) => value.div(elementAt(a, -1)));
  return gcd(b, divided(a, b)[1]);
}

const derivative = (list: Coefficients): Coefficients =>
  trimmed(list.slice(1).map((value, index) => value.mul(index + 1)));

/** Each of its factors once. */
export function squareFree(list: Coefficients): Coefficients {
  const shared = gcd(list, derivative(list));
  return shared.length <= 1 ? list : divided(list, shared)[0];
}

/** @returns null where there would be too many */
function divisors(value: bigint): bigint[] | null {
  if (value > largestForDivisors) return null;
  const list: bigint[] = [];
  for (let n = 1n; n * n <= value; n++)
    if (value % n === 0n) list.push(n, ...(n * n === value ? [] : [value / n]));
  return list;
}

/** Whole coefficients without a common factor. */
function primitive(list: Coefficients): bigint[] {
  const factor = content(
    new Map(
      list.flatMap((coefficient, n) =>
        coefficient.n === 0n ? [] : [[`${n}`, { coefficient, powers: [] }]],
      ),
    ),
  );
  return list.map((value) => {
    const whole = value.div(factor);
    return whole.s * whole.n;
  });
}

const rootOf = (value: Fraction): Fraction | null => {
  const root = squareRoot({ exact: value });
  return 'exact' in root ? root.exact : null;
};

/** Of a x + b, and of a x² + b x + c by its discriminant. */
function shortRoots([c = none, b = none, a]: Coefficients): Fraction[] {
  if (!a) return b.n === 0n ? [] : [c.div(b).neg()];
  const discriminant = b.mul(b).sub(a.mul(c).mul(4));
  const root = discriminant.s < 0n ? null : rootOf(discriminant);
  if (!root) return [];
  return [root, root.neg()].map((side) => side.sub(b).div(a.mul(2)));
}

/** Candidates by the rational root theorem; null where there are too many. */
function candidates(list: Coefficients): Fraction[] | null {
  const whole = primitive(list);
  const [tops, bottoms] = [elementAt(whole, 0), elementAt(whole, -1)].map((value) =>
    divisors(value < 0n ? -value : value),
  );
  if (!tops || !bottoms || tops.length * bottoms.length > mostCandidates) return null;
  const sizes = tops.flatMap((top) => bottoms.map((bottom) => new Fraction(top, bottom)));
  return sizes.flatMap((size) => [size, size.neg()]);
}

/**
 * Its fractions at which it is 0, each once, from the smallest, and what is left when they are divided out; null where
 * there are too many candidates.
 */
export function rationalRoots(
  given: Coefficients,
): { roots: Fraction[]; rest: Coefficients } | null {
  let rest = squareFree(given);
  const roots: Fraction[] = [];
  const take = (list: readonly Fraction[]) => {
    for (const root of list) {
      if (rest.length <= 1 || valueAt(rest, root).n !== 0n) continue;
      roots.push(root);
      rest = divided(rest, [root.neg(), new Fraction(1)])[0];
    }
  };
  take([none]);
  if (rest.length > 3) {
    const list = candidates(rest);
    if (!list) return null;
    take(list);
  }
  if (rest.length <= 3) take(shortRoots(rest));
  return { roots: roots.sort((a, b) => a.compare(b)), rest };
}

/** Values at whole numbers, by which factors of degree 2 are looked for. */
const spots = [0, 1, -1];

/** A factor of degree 2, by the method of Kronecker. */
function hasQuadraticFactor(list: Coefficients): boolean {
  const whole = primitive(list).map((value) => new Fraction(value));
  const choices = spots.map((spot) => {
    const value = valueAt(whole, new Fraction(spot));
    return divisors(value.n)?.flatMap((n) => [n, -n]) ?? [];
  });
  const [constants = [], ones = [], others = []] = choices;
  if (constants.length * ones.length * others.length > 2 * mostCandidates) return false;
  return constants.some((c) =>
    ones.some((p) =>
      others.some((q) => {
        // From f(0) = c, f(1) = a + b + c and f(−1) = a − b + c.
        const a = new Fraction(p + q - 2n * c, 2n);
        if (a.n === 0n) return false;
        const factor = [new Fraction(c), new Fraction(p - q, 2n), a];
        return divided(whole, factor)[1].length === 0;
      }),
    ),
  );
}

/** Whether it is no product of others with fractions as coefficients; looked into as far as degree 5. */
export function isIrreducible(list: Coefficients): boolean {
  const order = list.length - 1;
  if (order <= 1) return order === 1;
  if (squareFree(list).length < list.length) return false;
  const found = rationalRoots(list);
  if (!found || found.roots.length > 0) return false;
  return order <= 3 || !hasQuadraticFactor(list);
}
