/**
 * How much work a variant is on paper, in steps: a digit that is written down, carried or compared. Common practice, no
 * source; it only serves to compare variants of one template, whose operations are the same.
 */
import Fraction from 'fraction.js';
import type { Witness } from './formula';
import { isZero, toDouble, type Num } from './numbers';

/** Digits that are worked with: 400 and 0.4 have one. */
function digitsOf(num: Num): number {
  if ('near' in num) return 4;
  const significant = (part: bigint) => part.toString().replace(/0+$/, '').length || 1;
  const { n, d } = num.exact;
  const isDecimal = /^10*$/.test(d.toString());
  return isDecimal ? significant(n) : significant(n) + significant(d);
}
const isUnit = (num: Num) => Math.abs(toDouble(num)) === 1;

/** How often a column of an addition or subtraction goes over ten. */
function carriesOf(a: bigint, b: bigint, subtract: boolean): number {
  let [carries, carry] = [0, 0n];
  for (let [x, y] = [a, b]; x > 0n || y > 0n; [x, y] = [x / 10n, y / 10n]) {
    const column = subtract ? (x % 10n) - (y % 10n) - carry : (x % 10n) + (y % 10n) + carry;
    carry = column < 0n || column > 9n ? 1n : 0n;
    carries += Number(carry);
  }
  return carries;
}

function sumSteps(a: Num, b: Num, subtract: boolean): number {
  if (isZero(a) || isZero(b)) return 0;
  if ('near' in a || 'near' in b) return 4;
  const [x, y] = [a.exact, b.exact];
  const common = new Fraction(1).mul(x.d).mul(y.d).div(gcd(x.d, y.d)).n;
  const [top, bottom] = [x.n * (common / x.d), y.n * (common / y.d)];
  const [larger, smaller] = top > bottom ? [top, bottom] : [bottom, top];
  const differ = (x.s === y.s) === subtract;
  // A whole number beside a fraction is written over its denominator as well.
  const isDecimal = /^10*$/.test(common.toString());
  const expanding = x.d === y.d || isDecimal ? 0 : digitsOf(a) + digitsOf(b);
  const columns = Math.max(larger.toString().length, smaller.toString().length);
  return expanding + columns + carriesOf(larger, smaller, differ);
}
function gcd(a: bigint, b: bigint): bigint {
  return b === 0n ? a : gcd(b, a % b);
}

/** The steps of one operation. Comparisons are made at a glance. */
export function stepsOf(operation: string, numbers: readonly Num[]): number {
  const [a, b] = numbers;
  if (!a) return 0;
  if (!b) return operation === 'abs' || operation === 'sign' ? 0 : digitsOf(a);
  switch (operation) {
    case 'add':
    case 'subtract':
      return sumSteps(a, b, operation === 'subtract');
    case 'multiply':
      return isZero(a) || isZero(b) || isUnit(a) || isUnit(b) ? 0 : digitsOf(a) * digitsOf(b);
    case 'divide':
      return isZero(a) || isUnit(b) ? 0 : digitsOf(a) * digitsOf(b);
    case 'pow':
      return Math.max(0, Math.min(9, Math.abs(toDouble(b))) - 1) * digitsOf(a) ** 2;
    case 'round':
    case 'figures':
      return 1;
    case 'min':
    case 'max':
      return numbers.length - 1;
    default:
      return digitsOf(a) + digitsOf(b);
  }
}

/** Adds up what a formula takes while it is worked out. */
export function stepCounter(): { witness: Witness; steps(): number } {
  let steps = 0;
  return {
    witness: (operation, numbers) => void (steps += stepsOf(operation, numbers)),
    steps: () => steps,
  };
}
