/** Questions on one topic, from easy to hard. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ladder, levels, type LadderItem } from '@oaken/core/assembly';

const item = (id: number, facility: number | null, more: Partial<LadderItem> = {}): LadderItem => ({
  id,
  facility,
  depth: null,
  hasVariants: false,
  ...more,
});
/** 1 is the easiest. */
const ten = Array.from({ length: 10 }, (_, index) => item(index + 1, 0.95 - index * 0.09));
const ids = (items: readonly LadderItem[]) => items.map(({ id }) => id);

describe('of ten', () => {
  test.each([
    ['easy-to-hard', 4, [1, 4, 7, 10]],
    ['easy', 3, [1, 2, 4]],
    ['hard', 2, [7, 10]],
    ['middle', 1, [5]],
    ['easy', 6, [1, 2, 3, 4, 5, 6]],
    ['hard', 20, [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]],
  ] as const)('%s, %i of them', (level, count, expected) =>
    expect(ids(ladder(ten, { count, level }))).toEqual(expected),
  );
});

test('what nobody has sat stands by its depth', () => {
  const items = [item(1, null, { depth: 4 }), item(2, 0.9), item(3, null, { depth: 1 })];
  expect(ids(ladder(items, { count: 3, level: 'easy-to-hard' }))).toEqual([2, 3, 1]);
});

test('of equally hard ones those with other numbers come first', () => {
  const items = [item(1, 0.5), item(2, 0.5, { hasVariants: true }), item(3, 0.5)];
  expect(ids(ladder(items, { count: 1, level: 'easy' }))).toEqual([2]);
});

test('of two that must not stand together one is taken', () =>
  expect(
    ids(
      ladder(ten, {
        count: 10,
        level: 'easy-to-hard',
        enemies: [
          [1, 2],
          [9, 10],
        ],
      }),
    ),
  ).toHaveLength(8));

test('there are as many as wanted where there are so many, each once, the easiest first', () =>
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 40 }),
      fc.integer({ min: 1, max: 50 }),
      fc.constantFrom(...levels),
      (facilities, count, level) => {
        const chosen = ladder(
          facilities.map((facility, index) => item(index, facility)),
          { count, level },
        );
        expect(new Set(ids(chosen)).size).toBe(Math.min(count, facilities.length));
        const hardness = chosen.map(({ facility }) => 1 - facility!);
        expect(hardness).toEqual([...hardness].sort((a, b) => a - b));
      },
    ),
  ));
