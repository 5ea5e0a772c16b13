import type { Numbers } from './columns';

/** No value at all. */
const none = 255;
const mark = (fails: Uint32Array, slot: number, facet: number) => {
  fails[slot] = (fails[slot] ?? 0) | facet;
};

/** Which filters each item fails, as bits. */
export class Failing {
  constructor(
    private readonly fails: Uint32Array,
    private readonly slots: number,
  ) {}

  /** For what is dear to look up: an item that fails two filters already is counted nowhere, whatever else it fails. */
  refuse(facet: number, keeps: (slot: number) => boolean): void {
    const { fails, slots } = this;
    for (let slot = 0; slot < slots; slot++) {
      const failed = fails[slot] ?? 0;
      if ((failed & (failed - 1)) === 0 && !keeps(slot)) fails[slot] = failed | facet;
    }
  }

  equal(facet: number, column: Numbers, wanted: number): void {
    const { fails, slots } = this;
    const values = column.all;
    for (let slot = 0; slot < slots; slot++) if (values[slot] !== wanted) mark(fails, slot, facet);
  }

  /** @param allowed the values that pass; below 256 */
  among(facet: number, column: Numbers, allowed: readonly number[]): void {
    const passes = new Uint8Array(256);
    for (const value of allowed) passes[value] = 1;
    const { fails, slots } = this;
    const values = column.all;
    for (let slot = 0; slot < slots; slot++)
      if (passes[values[slot] ?? none] !== 1) mark(fails, slot, facet);
  }

  meets(facet: number, column: Numbers, mask: number): void {
    const { fails, slots } = this;
    const values = column.all;
    for (let slot = 0; slot < slots; slot++)
      if (((values[slot] ?? 0) & mask) === 0) mark(fails, slot, facet);
  }

  unmarked(facet: number, marks: Uint8Array): void {
    const { fails, slots } = this;
    for (let slot = 0; slot < slots; slot++) if (marks[slot] === 0) mark(fails, slot, facet);
  }
}
