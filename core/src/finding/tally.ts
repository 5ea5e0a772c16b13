import { elementAt } from '../certain';
import type { Column, Lists, Numbers } from './columns';
import type { Band } from './findable';

const count = (counts: Uint32Array, value: number) => {
  counts[value] = (counts[value] ?? 0) + 1;
};

/** Counts over the items that pass, and for each filter over those that fail it alone. */
export class Tally {
  constructor(
    private readonly passing: Int32Array,
    private readonly failing: ReadonlyMap<number, Int32Array>,
  ) {}

  private each(facet: number, see: (slots: Int32Array) => void): void {
    see(this.passing);
    const others = this.failing.get(facet);
    if (others) see(others);
  }

  /** For each value from 0 to below `size`. */
  column(facet: number, column: Numbers, size: number): Uint32Array {
    const counts = new Uint32Array(size);
    const values = column.all;
    this.each(facet, (slots) => {
      for (const slot of slots) {
        const value = values[slot] ?? -1;
        if (value >= 0 && value < size) count(counts, value);
      }
    });
    return counts;
  }

  /** For each bit of a mask. */
  bits(facet: number, column: Numbers): Uint32Array {
    const counts = new Uint32Array(32);
    const values = column.all;
    this.each(facet, (slots) => {
      for (const slot of slots)
        for (let left = values[slot] ?? 0; left !== 0; left &= left - 1)
          count(counts, 31 - Math.clz32(left & -left));
    });
    return counts;
  }

  /** For each value of the items' lists. */
  lists(facet: number, lists: Lists, size: number): Uint32Array {
    const counts = new Uint32Array(size);
    const { starts, values } = lists.all;
    this.each(facet, (slots) => {
      for (const slot of slots) {
        const end = starts[slot + 1] ?? 0;
        for (let index = starts[slot] ?? end; index < end; index++)
          count(counts, values[index] ?? 0);
      }
    });
    return counts;
  }

  bands(facet: number, column: Column<Uint8Array>, list: readonly Band[]): [string, number][] {
    return named(
      this.column(facet, column, list.length),
      list.map(({ id }) => id),
    );
  }
}

/** The counts above zero, under their names. */
export function named<T>(counts: Uint32Array, names: readonly T[]): [T, number][] {
  const list: [T, number][] = [];
  counts.forEach((n, index) => n > 0 && list.push([elementAt(names, index), n]));
  return list;
}
