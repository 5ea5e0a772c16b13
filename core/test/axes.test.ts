/** Marks of an axis: where they stand, how many there may be, and how they are written. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { marksBetween, writtenLike } from '@oaken/core/axes';

const marks = (low: string, high: string, step: string) =>
  marksBetween(new Fraction(low), new Fraction(high), new Fraction(step)).map((mark) =>
    writtenLike(mark, step),
  );

describe('marks', () => {
  test.each([
    ['0', '1', '1/4', ['0', '1/4', '1/2', '3/4', '1']],
    ['-1', '1', '0.5', ['-1', '-0.5', '0', '0.5', '1']],
    ['0', '1', '0.3', ['0', '0.3', '0.6', '0.9']],
    ['0', '1', '1/3', ['0', '1/3', '2/3', '1']],
  ])('from %s to %s by %s', (low, high, step, expected) =>
    expect(marks(low, high, step)).toEqual(expected),
  );

  test.each([
    ['1', '0', '1'],
    ['0', '0', '1'],
    ['0', '5', '0'],
    ['0', '5', '-1'],
    ['0', '201', '1'],
  ])('there are none from %s to %s by %s', (low, high, step) =>
    expect(marks(low, high, step)).toEqual([]),
  );

  test('stand a step apart, from the beginning to the end at most', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 50 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 12 }),
        (low, length, parts) => {
          const step = new Fraction(1, parts);
          const list = marksBetween(new Fraction(low), new Fraction(low + length), step);
          if (length * parts > 200) return expect(list).toEqual([]);
          expect(list).toHaveLength(length * parts + 1);
          expect(list.at(-1)!.valueOf()).toBe(low + length);
        },
      ),
    ));
});
