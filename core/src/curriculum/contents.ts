/** How much is placed in each line of a curriculum. */
import { elementAt } from '../certain';
import { aboveOf, type CurriculumLine } from './lines';

export interface Placed {
  items: readonly number[];
  tests: readonly number[];
}

/**
 * What is placed in each line and in all that belongs to it, each item and each test once.
 *
 * @param placed by line, in the same order
 */
export function totalsOf(
  lines: readonly Pick<CurriculumLine, 'level'>[],
  placed: readonly Placed[],
): { items: number; tests: number }[] {
  const sets = lines.map(() => ({ items: new Set<number>(), tests: new Set<number>() }));
  lines.forEach((_, index) => {
    const { items, tests } = elementAt(placed, index);
    for (const place of [index, ...aboveOf(lines, index)]) {
      const held = elementAt(sets, place);
      for (const item of items) held.items.add(item);
      for (const test of tests) held.tests.add(test);
    }
  });
  return sets.map(({ items, tests }) => ({ items: items.size, tests: tests.size }));
}
