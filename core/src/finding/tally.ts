import type { Column, Lists, Numbers } from './columns';
import type { Band } from './findable';

/** Counts over the items that pass, and for each filter over those that fail it alone. */
export class Tally {
  constructor(
    private readonly passing: Int32Array,
    private readonly failing: ReadonlyMap<number, ArrayLike<number>>,
  ) {}

  private each(facet: number, see: (slots: ArrayLike<number>) => void): void {
    see(this.passing);
    const others = this.failing.get(facet);
    if (others) see(others);
  }

  /** For each value from 0 to below `size`. */
  column(facet: number, column: Numbers, size: number): Uint32Array {
    const counts = new Uint32Array(size);
    const values = column.all;
    this.each(facet, (slots) => {
      for (let index = 0; index < slots.length; index++) {
        const value = values[slots[index]!]!;
        if (value >= 0 && value < size) counts[value]!++;
      }
    });
    return counts;
  }

  /** For each bit of a mask. */
  bits(facet: number, column: Numbers): Uint32Array {
    const counts = new Uint32Array(32);
    const values = column.all;
    this.each(facet, (slots) => {
      for (let index = 0; index < slots.length; index++)
        for (let left = values[slots[index]!]!; left !== 0; left &= left - 1)
          counts[31 - Math.clz32(left & -left)]!++;
    });
    return counts;
  }

  /** For each value of the items' lists. */
  lists(facet: number, lists: Lists, size: number): Uint32Array {
    const counts = new Uint32Array(size);
    const { starts, values } = lists.all;
    this.each(facet, (slots) => {
      for (let index = 0; index < slots.length; index++) {
        const slot = slots[index]!;
        for (let k = starts[slot]!; k < starts[slot + 1]!; k++) counts[values[k]!]!++;
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
  counts.forEach((n, index) => n > 0 && list.push([names[index]!, n]));
  return list;
}
