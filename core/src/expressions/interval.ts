/** Arithmetic with bounds: what a term comes to lies between `low` and `high`, whatever a double rounds. */
import { pi, type FunctionName, type Term } from './term';

export interface Interval {
  low: number;
  high: number;
}
/** Thrown inside this file: the term has no value here, or none that is known well enough. */
class NoValue extends Error {}

/** More than a double rounds in one operation, and than the functions of a machine are off. */
const widening = 2 ** -50;
const tiny = 2 ** -1000;

function bounds(...ends: number[]): Interval {
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  if (!Number.isFinite(low) || !Number.isFinite(high)) throw new NoValue();
  return {
    low: low - Math.abs(low) * widening - tiny,
    high: high + Math.abs(high) * widening + tiny,
  };
}

const negative = ({ low, high }: Interval): Interval => ({ low: -high, high: -low });
const product = (a: Interval, b: Interval) =>
  bounds(a.low * b.low, a.low * b.high, a.high * b.low, a.high * b.high);
function quotient(a: Interval, b: Interval): Interval {
  if (b.low <= 0 && b.high >= 0) throw new NoValue();
  return product(a, bounds(1 / b.low, 1 / b.high));
}

function wholePower(base: Interval, power: number): Interval {
  if (power < 0) return quotient({ low: 1, high: 1 }, wholePower(base, -power));
  const ends = [base.low ** power, base.high ** power];
  const straddles = base.low < 0 && base.high > 0 && power % 2 === 0;
  return bounds(...ends, ...(straddles ? [0] : []));
}

function power(base: Interval, exponent: Interval): Interval {
  const whole = Math.round((exponent.low + exponent.high) / 2);
  if (exponent.low <= whole && exponent.high >= whole && exponent.high - exponent.low < 1e-9)
    return wholePower(base, whole);
  if (base.low <= 0) throw new NoValue();
  const logarithm = bounds(Math.log(base.low), Math.log(base.high));
  const { low, high } = product(logarithm, exponent);
  return bounds(Math.exp(low), Math.exp(high));
}

const degrees = Math.PI / 180;
/** Neither a sine nor a cosine changes faster than its angle. */
function wave({ low, high }: Interval, of: (angle: number) => number): Interval {
  const middle = ((low + high) / 2) * degrees;
  const reach = ((high - low) / 2) * degrees + (1 + Math.abs(middle)) * widening;
  return bounds(of(middle) - reach, of(middle) + reach);
}
function growing({ low, high }: Interval, from: number, of: (x: number) => number): Interval {
  if (low < from) throw new NoValue();
  return bounds(of(low), of(high));
}
/** A number that is 0 but for what was rounded still has a root. */
const rootable = ({ low, high }: Interval): Interval =>
  low < 0 && low > -1e-12 && high >= 0 ? { low: 0, high } : { low, high };

const calls: Readonly<Record<FunctionName, (given: Interval) => Interval>> = {
  sqrt: (given) => growing(rootable(given), 0, Math.sqrt),
  cbrt: (given) => growing(given, -Infinity, Math.cbrt),
  abs: ({ low, high }) =>
    low <= 0 && high >= 0 ? bounds(0, -low, high) : bounds(Math.abs(low), Math.abs(high)),
  sin: (given) => wave(given, Math.sin),
  cos: (given) => wave(given, Math.cos),
  tan: (given) => quotient(wave(given, Math.sin), wave(given, Math.cos)),
  log: (given) => growing(given, Number.MIN_VALUE, Math.log10),
  ln: (given) => growing(given, Number.MIN_VALUE, Math.log),
};

function work(term: Term, values: ReadonlyMap<string, number>): Interval {
  switch (term.is) {
    case 'number':
      return bounds(term.value.valueOf());
    case 'letter': {
      const value = term.name === pi ? Math.PI : values.get(term.name);
      if (value === undefined) throw new NoValue();
      return bounds(value);
    }
    case 'negative':
      return negative(work(term.of, values));
    case 'call':
      return calls[term.name](work(term.of, values));
    default: {
      const [a, b] = [work(term.left, values), work(term.right, values)];
      switch (term.is) {
        case 'sum':
          return bounds(a.low + b.low, a.high + b.high);
        case 'difference':
          return bounds(a.low - b.high, a.high - b.low);
        case 'product':
          return product(a, b);
        case 'quotient':
          return quotient(a, b);
        case 'power':
          return power(a, b);
      }
    }
  }
}

/** Where the value of a term lies; null where it has none, or none that a double can hold. */
export function valueWithin(term: Term, values: ReadonlyMap<string, number>): Interval | null {
  try {
    return work(term, values);
  } catch (error) {
    if (error instanceof NoValue) return null;
    throw error;
  }
}
