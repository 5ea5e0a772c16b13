/** The form in which a term is written, as a teacher asks for it. */
import Fraction from 'fraction.js';
import { isPrime, shareFactor } from './factors';
import { valueWithin } from './interval';
import { exactValue, polynomialOf } from './normal';
import * as poly from './polynomial';
import type { Polynomial } from './polynomial';
import { partsOf, type Term } from './term';

/**
 * - `any`: whatever says the same
 * - `simplified`: nothing left to add up, to work out or to cancel; a product of sums may stay one
 * - `expanded`: a sum without brackets, like terms together
 * - `factored`: a product that cannot be taken further apart
 * - `lowest-terms`: a whole number, a decimal, a fraction that cannot be reduced, or a mixed number with one
 * - `scientific`: a number from 1 up to 10 times a power of ten
 */
export const forms = [
  'simplified',
  'any',
  'expanded',
  'factored',
  'lowest-terms',
  'scientific',
] as const;
export type Form = (typeof forms)[number];

/** A term of two. */
type Pair = Extract<Term, { left: Term }>;

const isSum = ({ is }: Term) => is === 'sum' || is === 'difference';
/** What is multiplied, however deep: 2(xy) has three factors. */
function factorsOf(term: Term): Term[] {
  if (term.is === 'product') return [...factorsOf(term.left), ...factorsOf(term.right)];
  return term.is === 'negative' ? factorsOf(term.of) : [term];
}
/** What is added or taken away, however deep. */
function summandsOf(term: Term): Term[] {
  if (term.is === 'sum' || term.is === 'difference')
    return [...summandsOf(term.left), ...summandsOf(term.right)];
  return term.is === 'negative' ? summandsOf(term.of) : [term];
}
/** x for x³, and x for x. */
const baseOf = (term: Term): Term => (term.is === 'power' ? term.left : term);

function writtenWhole(term: Term): bigint | null {
  if (term.is === 'negative') {
    const value = writtenWhole(term.of);
    return value === null ? null : -value;
  }
  const isWhole = term.is === 'number' && !term.mixed && term.value.d === 1n;
  return isWhole ? term.value.s * term.value.n : null;
}

/** 3, 2.5, 2/3, −2/3, 2 1/3. */
function isLowestTerms(term: Term): boolean {
  if (term.is === 'negative') return term.of.is !== 'negative' && isLowestTerms(term.of);
  if (term.is === 'number') return term.mixed !== 'improper';
  if (term.is !== 'quotient') return false;
  const [top, bottom] = [writtenWhole(term.left), writtenWhole(term.right)];
  return top !== null && bottom !== null && bottom > 1n && new Fraction(top, bottom).d === bottom;
}

/** 3.2 × 10⁴. */
function isScientific(term: Term): boolean {
  if (term.is === 'negative') return term.of.is !== 'negative' && isScientific(term.of);
  if (term.is !== 'product' || term.right.is !== 'power') return false;
  const mantissa = term.left.is === 'negative' ? term.left.of : term.left;
  if (mantissa.is !== 'number' || mantissa.value.lt(1) || mantissa.value.gte(10)) return false;
  return writtenWhole(term.right.left) === 10n && writtenWhole(term.right.right) !== null;
}

/** Nothing in it is alike: no two numbers, no two that are each other's multiples. */
function allUnlike(terms: readonly Term[]): boolean {
  const seen: Polynomial[] = [];
  return terms.every((term) => {
    const polynomial = polynomialOf(term);
    if (!polynomial) return true;
    if (poly.isZero(polynomial) || seen.some((other) => poly.ratio(polynomial, other)))
      return false;
    seen.push(polynomial);
    return true;
  });
}

const isNumericRoot = (term: Term) =>
  term.is === 'call' && term.name !== 'abs' && exactValue(term.of) !== null;

/** One number at most and not 1, no letter twice, no two roots of numbers. */
function isTidyProduct(term: Term): boolean {
  if (isScientific(term)) return true;
  const factors = factorsOf(term);
  const numbers = factors.filter((factor) => exactValue(factor) !== null);
  const [number] = numbers;
  if (numbers.length > 1 || (number && exactValue(number)?.abs().equals(1))) return false;
  if (factors.filter(isNumericRoot).length > 1) return false;
  const others = factors.filter((factor) => !numbers.includes(factor));
  return allUnlike(others.map(baseOf)) && factors.every(isSimplified);
}

function isTidyQuotient(term: Pair): boolean {
  if (exactValue(term) !== null) return isLowestTerms(term);
  if (hasQuotient(term.left) || hasQuotient(term.right)) return false;
  if (!isSimplified(term.left) || !isSimplified(term.right)) return false;
  const [top, bottom] = [polynomialOf(term.left), polynomialOf(term.right)];
  if (!bottom) return true;
  if (!top) return !numbersCancel(factorsOf(term.left), bottom);
  const [above, below] = [poly.content(top), poly.content(bottom)];
  if (above.d !== 1n || below.d !== 1n || poly.gcdOf(above.n, below.n) !== 1n) return false;
  return poly.numberOf(bottom)?.abs().equals(1) !== true && !shareFactor(top, bottom);
}
/** Numbers among factors that have a divisor in common with a number below them. */
function numbersCancel(factors: readonly Term[], below: Polynomial): boolean {
  const bottom = poly.numberOf(below);
  return factors.some((factor) => {
    const top = exactValue(factor);
    return bottom !== null && top !== null && poly.gcdOf(top.n, bottom.n) !== 1n;
  });
}
const hasQuotient = (term: Term): boolean =>
  term.is === 'quotient' || (term.is !== 'call' && partsOf(term).some(hasQuotient));

function isTidyPower(term: Pair): boolean {
  const exponent = exactValue(term.right);
  if (exponent && (exponent.n === 0n || exponent.equals(1))) return false;
  if (exactValue(term.left) !== null && exponent?.d === 1n) return false;
  return term.left.is !== 'power' && isSimplified(term.left) && isSimplified(term.right);
}

/** Whether a whole number has the power of another as a divisor: 12 has 2². */
function hasPowerInside(value: bigint, power: bigint): boolean {
  for (let n = 2n; n ** power <= value && n < 1000n; n++)
    if (value % n ** power === 0n) return true;
  return false;
}
const plainValues = [0, 0.5, 1];

function isTidyCall({ name, of }: Extract<Term, { is: 'call' }>): boolean {
  if (!isSimplified(of)) return false;
  const value = exactValue(of);
  if (value === null) return true;
  if (name === 'abs') return false;
  if (name === 'sqrt') return value.d === 1n && value.n > 1n && !hasPowerInside(value.n, 2n);
  if (name === 'cbrt') return value.d === 1n && value.n > 1n && !hasPowerInside(value.n, 3n);
  const around = valueWithin({ is: 'call', name, of }, new Map());
  const size = around ? Math.abs((around.low + around.high) / 2) : 0;
  return !plainValues.some((plain) => Math.abs(size - plain) < 1e-12);
}

/** A sum whose summands are simple and unlike, and no products with sums in them. */
function isTidySum(term: Term): boolean {
  const summands = summandsOf(term);
  const isOpen = (summand: Term) => !factorsOf(summand).some((factor) => isSum(baseOf(factor)));
  return (
    summands.every((summand) => isOpen(summand) && isSimplified(summand)) && allUnlike(summands)
  );
}

function isSimplified(term: Term): boolean {
  switch (term.is) {
    case 'number':
      return term.mixed !== 'improper';
    case 'letter':
      return true;
    case 'negative':
      return term.of.is !== 'negative' && isSimplified(term.of);
    case 'sum':
    case 'difference':
      return isTidySum(term);
    case 'product':
      return isTidyProduct(term);
    case 'quotient':
      return isTidyQuotient(term);
    case 'power':
      return isTidyPower(term);
    case 'call':
      return isTidyCall(term);
  }
}

function isExpanded(term: Term): boolean {
  if (isSum(term)) return isTidySum(term);
  return !factorsOf(term).some((factor) => isSum(baseOf(factor))) && isSimplified(term);
}

function isFactored(term: Term): boolean {
  if (term.is === 'negative') return term.of.is !== 'negative' && isFactored(term.of);
  if (term.is === 'quotient' && exactValue(term) === null)
    return isFactored(term.left) && isFactored(term.right);
  const factors = factorsOf(term);
  const numbers = factors.filter((factor) => exactValue(factor) !== null);
  const isOne = (factor: Term) => exactValue(factor)?.abs().equals(1) === true;
  if (numbers.length > 1 || !numbers.every(isLowestTerms)) return false;
  if (factors.length > 1 && numbers.some(isOne)) return false;
  return factors.every((factor) => {
    if (numbers.includes(factor)) return true;
    const polynomial = polynomialOf(baseOf(factor));
    return polynomial !== null && isPrime(polynomial) && isSimplified(factor);
  });
}

const tests: Readonly<Record<Form, (term: Term) => boolean>> = {
  any: () => true,
  simplified: isSimplified,
  expanded: isExpanded,
  factored: isFactored,
  'lowest-terms': isLowestTerms,
  scientific: isScientific,
};

/** Whether a term is written in a form. */
export const isInForm = (term: Term, form: Form): boolean => tests[form](term);
