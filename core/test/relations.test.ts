/** Equations and inequalities whose numbers are no fractions: compared by where they hold. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readAnswer, verdictOn, type Answer } from '@oaken/core/expressions';

function answer(text: string): Answer {
  const read = readAnswer(text);
  if (!read.ok) throw new Error(`${text}: ${read.fault} ${read.about}`);
  return read.answer;
}
const verdict = (key: string, given: string) => verdictOn(answer(key), answer(given), 'any');
/** Whether each says the other. */
const sayTheSame = (one: string, other: string) =>
  [verdict(one, other), verdict(other, one)].every((said) => said === 'right');

const whole = (min: number, max: number) => fc.integer({ min, max });
/** A number whose root is no fraction. */
const rootless = whole(2, 60).filter((n) => !Number.isInteger(Math.sqrt(n)));
const letter = fc.constantFrom('x', 'y', 't');

/** Each compares at hundreds of numbers. */
const some = { numRuns: 30 };

describe('a square against a number', () => {
  test('is more than it beyond both of its roots', () =>
    fc.assert(
      fc.property(rootless, letter, (n, x) =>
        expect(sayTheSame(`${x}^2 > ${n}`, `${x} < −√${n} or ${x} > √${n}`)).toBe(true),
      ),
      some,
    ));

  test('is at most it between them, both ends with it', () =>
    fc.assert(
      fc.property(rootless, letter, (n, x) => {
        expect(sayTheSame(`${x}^2 ≤ ${n}`, `−√${n} ≤ ${x} ≤ √${n}`)).toBe(true);
        expect(verdict(`${x}^2 ≤ ${n}`, `−√${n} < ${x} ≤ √${n}`)).toBe('wrong');
      }),
      some,
    ));

  test('is it at two numbers, of which one alone is not enough', () =>
    fc.assert(
      fc.property(rootless, (n) => {
        expect(verdict(`x^2 = ${n}`, `x = ±√${n}`)).toBe('right');
        expect(verdict(`x^2 = ${n}`, `x = √${n}`)).toBe('wrong');
      }),
      some,
    ));

  test('is another set for another number', () =>
    fc.assert(
      fc.property(rootless, rootless, (n, m) => {
        fc.pre(n !== m);
        expect(verdict(`x^2 > ${n}`, `x < −√${m} or x > √${m}`)).toBe('wrong');
      }),
      some,
    ));
});

describe('a distance', () => {
  test('below a number is a stretch around the middle', () =>
    fc.assert(
      fc.property(whole(-20, 20), whole(1, 20), (middle, reach) =>
        expect(
          sayTheSame(`|x − (${middle})| < ${reach}`, `${middle - reach} < x < ${middle + reach}`),
        ).toBe(true),
      ),
      some,
    ));

  test('at least a number is what lies outside, its ends with it', () =>
    fc.assert(
      fc.property(whole(-20, 20), whole(1, 20), (middle, reach) => {
        const [low, high] = [middle - reach, middle + reach];
        const key = `|x − (${middle})| ≥ ${reach}`;
        expect(sayTheSame(key, `x ≤ ${low} or x ≥ ${high}`)).toBe(true);
        expect(verdict(key, `x < ${low} or x ≥ ${high}`)).toBe('wrong');
      }),
      some,
    ));

  test('moved by one is another', () =>
    fc.assert(
      fc.property(whole(-20, 20), whole(1, 20), (middle, reach) =>
        expect(
          verdict(
            `|x − (${middle})| < ${reach}`,
            `${middle - reach + 1} < x < ${middle + reach + 1}`,
          ),
        ).toBe('wrong'),
      ),
      some,
    ));
});

describe('a root', () => {
  test('is at least a number from its square on', () =>
    fc.assert(
      fc.property(whole(1, 5), (n) => expect(sayTheSame(`√x ≥ ${n}`, `x ≥ ${n * n}`)).toBe(true)),
    ));

  test('has no value below 0, so that less than a number begins at 0', () =>
    fc.assert(
      fc.property(whole(1, 4), (n) => {
        expect(verdict(`√x < ${n}`, `0 ≤ x < ${n * n}`)).toBe('right');
        expect(verdict(`√x < ${n}`, `x < ${n * n}`)).toBe('wrong');
      }),
      some,
    ));
});

test.each([
  ['|x| < −1', 'x^2 < −√2'],
  ['√x < −1', '|x| < −2'],
])('two that no number meets are not taken for the same: %s and %s', (key, given) =>
  expect(verdict(key, given)).toBe('wrong'),
);

test('more comparisons than anybody writes are not looked into', () => {
  const many = Array.from({ length: 9 }, (_, n) => `√x = ${n + 1}`).join(' or ');
  expect(verdict('x^2 > 2', many)).toBe('wrong');
});
