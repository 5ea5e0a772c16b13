/** Whether the variants of a question differed in difficulty by more than chance. */
import { describe, expect, test } from '@jest/globals';
import { jStat } from 'jstat';
import { differenceOfVariants, type VariantOutcome } from '@oaken/core/analysis';

/** Students with a variant each, of whom the first `right` are right. */
const group = (name: string, steps: number, n: number, right: number): VariantOutcome[] =>
  Array.from({ length: n }, (_, index) => ({ variant: name, steps, right: index < right }));

test('of two groups it is the chi-square of a fourfold table', () => {
  const [a, b, c, d] = [16, 4, 6, 14] as const;
  const { chiSquare, groups, given } = differenceOfVariants([
    ...group('easy', 2, a + b, a),
    ...group('hard', 9, c + d, c),
  ]);
  // n (ad - bc)² / ((a+b)(c+d)(a+c)(b+d)): Pearson (1900), in the form of every textbook.
  const n = a + b + c + d;
  const fourfold = (n * (a * d - b * c) ** 2) / ((a + b) * (c + d) * (a + c) * (b + d));
  expect(chiSquare.value).toBeCloseTo(fourfold, 10);
  expect([given, groups.map(({ n: size, share }) => [size, share])]).toEqual([
    2,
    [
      [20, 0.8],
      [20, 0.3],
    ],
  ]);
});

describe('what is said', () => {
  test('of a difference that chance hardly makes', () => {
    const { words, chiSquare } = differenceOfVariants([
      ...group('a = 1', 1, 30, 27),
      ...group('a = 9', 8, 30, 9),
    ]);
    expect(1 - jStat.chisquare.cdf(chiSquare.value!, 1)).toBeLessThan(0.001);
    expect(words).toMatch(/^Some variants were harder than others.*p < 0\.001/);
  });

  test('of one that it makes often', () => {
    const { words } = differenceOfVariants([
      ...group('a = 1', 1, 30, 16),
      ...group('a = 9', 8, 30, 15),
    ]);
    expect(words).toMatch(/^No sign that some variants were harder/);
  });

  test.each<[string, VariantOutcome[]]>([
    ['nobody', []],
    ['one variant', group('a = 1', 1, 60, 30)],
    ['few answers', [...group('a = 1', 1, 4, 2), ...group('a = 2', 2, 4, 1)]],
    ['everybody right', [...group('a = 1', 1, 40, 40), ...group('a = 2', 2, 40, 40)]],
  ])('%s: too few', (_, outcomes) => {
    const { chiSquare, words } = differenceOfVariants(outcomes);
    expect([chiSquare.value, words]).toEqual([null, expect.stringMatching(/^Too few answers/)]);
  });
});

test('students of one variant are compared as one, the least work first, in at most four groups', () => {
  const many = Array.from({ length: 20 }, (_, index) =>
    group(`a = ${index}`, 20 - index, 6, 3),
  ).flat();
  const { groups } = differenceOfVariants(many);
  expect(groups.map(({ steps, n }) => [steps, n])).toEqual([
    [[1, 5], 30],
    [[6, 10], 30],
    [[11, 15], 30],
    [[16, 20], 30],
  ]);
});
