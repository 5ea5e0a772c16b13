/** The formulas of templates: what they come to, exactly, and what is refused. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { all, create } from 'mathjs';
import { exact, isNum, readFormula, type Value, type Values } from '@oaken/core/templates';

const given: Values = new Map<string, Value>([
  ['a', exact(6)],
  ['b', exact(-4)],
  ['half', exact(new Fraction(1, 2))],
  ['fruit', { text: 'apple' }],
]);
/** A value in words; what is refused, with what it is about. */
function result(text: string, values: Values = given): string {
  const read = readFormula(text);
  const outcome = read.ok ? read.formula.evaluate(values) : read;
  if (!outcome.ok) return `${outcome.problem.fault} ${outcome.problem.about}`.trim();
  const { value } = outcome;
  if ('is' in value) return String(value.is);
  if ('text' in value) return value.text;
  return 'exact' in value ? value.exact.toFraction() : `≈${value.near.toPrecision(6)}`;
}

describe('what a formula comes to', () => {
  // Precedence as mathjs documents it, "Expressions, syntax, operators".
  test.each([
    ['1 + 2 × 3', '7'],
    ['2a + b', '8'],
    ['1/2a', '3'],
    ['-a^2', '-36'],
    ['2^-1', '1/2'],
    ['0.1 + 0.2', '3/10'],
    ['1/3 + half', '5/6'],
    ['a ÷ b', '-3/2'],
    ['7 mod 3', '1'],
    ['mod', 'unknown-name mod'],
    ['-7 mod 3', '2'],
    ['15% × 80', '12'],
    ['√16 + sqrt(2.25)', '11/2'],
    ['sqrt(2)', '≈1.41421'],
    ['round(2.5)', '3'],
    ['round(-2.5)', '-3'],
    ['round(2.345, 2)', '47/20'],
    ['figures(0.0123456, 3)', '123/10000'],
    ['figures(98765, 2)', '99000'],
    ['gcd(12, 18, 27)', '3'],
    ['lcm(4, 6)', '12'],
    ['numerator(6/8) + denominator(6/8)', '7'],
    ['min(a, b, 0) + max(a, b)', '2'],
    ['sin(30) + cos(60)', '1'],
    ['tan(45) + tan(-45)', '0'],
    ['√a', '≈2.44949'],
    ['if(a > 5, 1, 2)', '1'],
    ['b < 0 ? 1 : 2', '1'],
  ])('%s is %s', (text, value) => expect(result(text)).toBe(value));

  test.each([
    ['a = 6', 'true'],
    ['a ≠ b and b < 0', 'true'],
    ['0 < a ≤ 5', 'false'],
    ['not (a > 5) or half = 0.5', 'true'],
    ['fruit = "apple"', 'true'],
    // What decides is not followed by what could not be worked out.
    ['b = 0 and a / (b + 4) > 1', 'false'],
  ])('%s is %s', (text, value) => expect(result(text)).toBe(value));

  test('a sum of fractions is that of the general reference', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: -50, max: 50 }),
            fc.integer({ min: 1, max: 30 }),
            fc.constantFrom('+', '-', '*'),
          ),
          { minLength: 1, maxLength: 6 },
        ),
        (terms) => {
          const text = terms
            .map(([top, bottom, sign], index) => `${index ? ` ${sign} ` : ''}(${top} / ${bottom})`)
            .join('');
          const reference = create(all!, { number: 'Fraction' }).evaluate(text) as Fraction;
          expect(result(text)).toBe(
            new Fraction(reference.s * reference.n, reference.d).toFraction(),
          );
        },
      ),
      { numRuns: 60 },
    ));
});

describe('what is refused', () => {
  test.each([
    ['', 'unreadable'],
    ['(1', 'unreadable'],
    ['c + 1', 'unknown-name c'],
    ['a / (b + 4)', 'division-by-zero ÷'],
    ['7 mod 0', 'division-by-zero mod'],
    ['sqrt(-1)', 'no-number √'],
    ['gcd(0.5, 2)', 'whole-wanted gcd'],
    ['fruit + 1', 'number-wanted +'],
    ['a and b', 'truth-wanted and'],
    ['fruit = 3', 'not-comparable ='],
    ['abs()', 'wrong-count abs'],
    ['import("fs")', 'unknown-function import'],
    ['constructor(1)', 'unknown-function constructor'],
    ['9^9^9', 'too-large ^'],
    ['7^200', 'too-large'],
    ['f(x) = x', 'unknown-function f'],
    ['[1, 2]', 'not-allowed [1, 2]'],
    ['a.b', 'not-allowed a.b'],
    ['1:3', 'not-allowed 1:3'],
    ['1; 2', 'not-allowed 1;\n2'],
    ['5!', 'not-allowed !'],
    ['1+'.repeat(200), 'too-long'],
    [`1${'+1'.repeat(140)}`, 'too-long'],
  ])('%s', (text, fault) => expect(result(text)).toBe(fault));

  test('whatever is typed ends, and with a value or a reason', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const read = readFormula(text);
        if (read.ok) expect(typeof read.formula.evaluate(given).ok).toBe('boolean');
        else expect(read.problem.fault).not.toBe('');
      }),
    ));
});

test('a formula says what it speaks of, and how many steps it takes', () => {
  const read = readFormula('round(price × (1 − off / 100), 2)');
  expect(read.ok && [...read.formula.names].sort()).toEqual(['off', 'price']);
  expect(read.ok && read.formula.steps).toBe(4);
});

test('a root is exact just where it can be', () =>
  fc.assert(
    fc.property(fc.nat(10_000), fc.integer({ min: 1, max: 300 }), (top, bottom) => {
      const read = readFormula(`sqrt((${top} / ${bottom})^2)`);
      const outcome = read.ok && read.formula.evaluate(new Map());
      expect(outcome && outcome.ok && isNum(outcome.value) && 'exact' in outcome.value).toBe(true);
      expect(result(`sqrt((${top} / ${bottom})^2)`)).toBe(new Fraction(top, bottom).toFraction());
    }),
    { numRuns: 50 },
  ));
