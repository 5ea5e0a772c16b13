/** The calculator: what it works out, and what it refuses with which reason. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { workOut, type AngleUnit, type CalculatorLevel } from '../src/sitting/calculator';

const result = (
  line: string,
  level: CalculatorLevel = 'scientific',
  unit: AngleUnit = 'degrees',
) => {
  const worked = workOut(line, level, unit);
  return worked.ok ? worked.text : worked.problem;
};

describe('a basic calculator', () => {
  test.each([
    ['1 + 2 × 3', '7'],
    ['0.1 + 0.2', '0.3'],
    ['3 × (4 + 5)', '27'],
    ['√16', '4'],
    ['√(9 + 16)', '5'],
    ['15% × 80', '12'],
    ['1,250 ÷ 2', '625'],
    ['2 − 5', '−3'],
    ['1 ÷ 3', '0.333333333333'],
  ])('works out %s', (line, shown) => expect(result(line, 'basic')).toBe(shown));

  test.each(['sin(30)', '2^10', 'π', 'log(10)'])('has no %s', (line) =>
    expect(result(line, 'basic')).toBe('unreadable'),
  );

  test('agrees with the machine on whole numbers', () =>
    fc.assert(
      fc.property(fc.nat(100_000), fc.nat(100_000), fc.nat(1000), (a, b, c) => {
        expect(result(`${a} + ${b} × ${c} − ${a}`, 'basic')).toBe(String(b * c));
      }),
    ));
});

describe('a scientific calculator', () => {
  // Values of the unit circle and of logarithms, as every table of them has.
  test.each([
    ['sin(30)', '0.5'],
    ['sin(180)', '0'],
    ['cos(60)', '0.5'],
    ['tan(45)', '1'],
    ['asin(0.5)', '30'],
    ['log(1000)', '3'],
    ['ln(e)', '1'],
    ['2^10', '1024'],
    ['5²', '25'],
    ['−2^2', '−4'],
    ['6.02×10^23', '6.02×10^23'],
    ['1 ÷ 10^9', '1×10^−9'],
  ])('works out %s', (line, shown) => expect(result(line)).toBe(shown));

  test('measures angles in radians where that is chosen', () =>
    expect(result('cos(π)', 'scientific', 'radians')).toBe('−1'));
});

test.each([
  ['7 ÷ 0', 'division-by-zero'],
  ['√(−4)', 'no-number'],
  ['tan(90)', 'no-number'],
  ['9^9^9', 'too-large'],
  ['3,5', 'unreadable'],
  ['(1', 'unreadable'],
  ['import("x")', 'unreadable'],
  ['a = 3', 'unreadable'],
  ['[1, 2]', 'unreadable'],
  ['constructor', 'unreadable'],
  ['1'.repeat(200), 'too-long'],
])('refuses %s', (line, reason) => expect(result(line)).toBe(reason));

test('nothing that is typed throws', () =>
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), (line) => {
      expect(typeof workOut(line, 'scientific', 'degrees').ok).toBe('boolean');
    }),
  ));
