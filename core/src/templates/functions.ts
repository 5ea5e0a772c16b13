/** What formulas can call. Angles are in degrees. */
import Fraction from 'fraction.js';
import {
  checked,
  compare,
  count,
  exact,
  FormulaError,
  isZero,
  squareRoot,
  toDouble,
  whole,
  type Num,
} from './numbers';

export interface FormulaFunction {
  /** How many numbers it takes, at least and at most. */
  takes: readonly [least: number, most: number];
  call(numbers: readonly Num[]): Num;
}

/** Takes at most so many numbers where it takes any number of them. */
const many = 20;
const first = (numbers: readonly Num[]) => numbers[0] ?? exact(0);
const second = (numbers: readonly Num[]) => numbers[1] ?? exact(0);

const of1 = (call: (a: Num) => Num): FormulaFunction => ({
  takes: [1, 1],
  call: (numbers) => call(first(numbers)),
});
const of2 = (call: (a: Num, b: Num) => Num): FormulaFunction => ({
  takes: [2, 2],
  call: (numbers) => call(first(numbers), second(numbers)),
});

/** Half goes away from zero, as schools round. */
function rounded(num: Num, places: number): Num {
  if ('near' in num) {
    const scale = 10 ** places;
    return checked({
      near: (Math.sign(num.near) * Math.round(Math.abs(num.near) * scale)) / scale,
    });
  }
  const scale = new Fraction(10).pow(places) ?? new Fraction(1);
  const shifted = num.exact.abs().mul(scale).add(new Fraction(1, 2)).floor();
  return { exact: shifted.div(scale).mul(num.exact.s) };
}

/** To so many significant figures. */
function significant(num: Num, figures: number): Num {
  if (figures < 1) throw new FormulaError('no-number', 'figures');
  if (isZero(num)) return num;
  const magnitude = Math.floor(Math.log10(Math.abs(toDouble(num))));
  return rounded(num, figures - 1 - magnitude);
}

const size = (a: bigint) => (a < 0n ? -a : a);
/** By Euclid. */
const gcd = (a: bigint, b: bigint): bigint => (b === 0n ? size(a) : gcd(b, a % b));
function lcm(a: bigint, b: bigint): bigint {
  if (a === 0n || b === 0n) return 0n;
  return size((a / gcd(a, b)) * b);
}
const onWholes =
  (name: string, call: (a: bigint, b: bigint) => bigint): FormulaFunction['call'] =>
  (numbers) =>
    checked(exact(numbers.map((num) => whole(num, name)).reduce((a, b) => call(a, b))));

/** Degrees whose sines and cosines are fractions come out as such (Niven's theorem). */
function sine(angle: Num): Num {
  const degrees = ((toDouble(angle) % 360) + 360) % 360;
  const known: Record<number, Fraction> = {
    0: new Fraction(0),
    30: new Fraction(1, 2),
    90: new Fraction(1),
    150: new Fraction(1, 2),
    180: new Fraction(0),
    210: new Fraction(-1, 2),
    270: new Fraction(-1),
    330: new Fraction(-1, 2),
  };
  const value = known[degrees];
  return value ? { exact: value } : checked({ near: Math.sin((degrees * Math.PI) / 180) });
}
const quarterTurn = exact(90);
const plus = (a: Num, b: Num): Num =>
  'exact' in a && 'exact' in b
    ? { exact: a.exact.add(b.exact) }
    : { near: toDouble(a) + toDouble(b) };
const cosine = (angle: Num) => sine(plus(angle, quarterTurn));
function tangent(angle: Num): Num {
  const degrees = ((toDouble(angle) % 180) + 180) % 180;
  if (degrees === 45 || degrees === 135) return exact(degrees === 45 ? 1 : -1);
  const below = cosine(angle);
  if (isZero(below)) throw new FormulaError('no-number', 'tan');
  const above = sine(angle);
  return 'exact' in above && 'exact' in below
    ? { exact: above.exact.div(below.exact) }
    : checked({ near: toDouble(above) / toDouble(below) });
}

const part = (name: string, take: (fraction: Fraction) => bigint): FormulaFunction =>
  of1((num) => {
    if ('near' in num) throw new FormulaError('number-wanted', name);
    return exact(take(num.exact));
  });

/** By the name that is written. */
export const functions: Readonly<Record<string, FormulaFunction>> = {
  abs: of1((a) => ('near' in a ? { near: Math.abs(a.near) } : { exact: a.exact.abs() })),
  sign: of1((a) => exact(compare(a, exact(0)))),
  floor: of1((a) => ('near' in a ? exact(Math.floor(a.near)) : { exact: a.exact.floor() })),
  ceil: of1((a) => ('near' in a ? exact(Math.ceil(a.near)) : { exact: a.exact.ceil() })),
  round: {
    takes: [1, 2],
    call: (numbers) =>
      rounded(first(numbers), numbers.length > 1 ? count(second(numbers), 'round', 20) : 0),
  },
  figures: of2((a, n) => significant(a, count(n, 'figures', 20))),
  min: {
    takes: [1, many],
    call: (numbers) => numbers.reduce((least, num) => (compare(num, least) < 0 ? num : least)),
  },
  max: {
    takes: [1, many],
    call: (numbers) => numbers.reduce((most, num) => (compare(num, most) > 0 ? num : most)),
  },
  gcd: { takes: [2, many], call: onWholes('gcd', gcd) },
  lcm: { takes: [2, many], call: onWholes('lcm', lcm) },
  sqrt: of1(squareRoot),
  numerator: part('numerator', ({ s, n }) => s * n),
  denominator: part('denominator', ({ d }) => d),
  sin: of1(sine),
  cos: of1(cosine),
  tan: of1(tangent),
};
