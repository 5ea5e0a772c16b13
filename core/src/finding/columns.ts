/**
 * One typed value a slot, growing by doubling, so that a pass over 100,000 items stays in a few
 * cache-friendly arrays.
 */
type Typed = Int32Array | Uint32Array | Float64Array | Uint8Array | Uint16Array;

/** A growing column of numbers of one width. */
export class Column<T extends Typed> {
  constructor(private values: T) {}

  set(slot: number, value: number): void {
    if (slot >= this.values.length) {
      const Larger = this.values.constructor as new (length: number) => T;
      const larger = new Larger(Math.max(1024, slot + 1, this.values.length * 2));
      larger.set(this.values);
      this.values = larger;
    }
    this.values[slot] = value;
  }

  get all(): T {
    return this.values;
  }
}

/** A column of whole numbers of 32 bits. */
export const ints = () => new Column(new Int32Array(1024));
/** A column of any numbers. */
export const doubles = () => new Column(new Float64Array(1024));
/** A column of whole numbers from 0 to 255. */
export const bytes = () => new Column(new Uint8Array(1024));

/**
 * Arrays for one answer that the next answer uses again: a search that leaves nothing behind gives
 * the collector nothing to do. Each call has to be done with them before the next one begins.
 */
export class Scratch {
  private readonly held = new Map<string, Typed>();

  /** At least `length` zeros, or with `as` 'left' whatever was left in them. */
  take<T extends Typed>(
    name: string,
    Kind: new (length: number) => T,
    length: number,
    as: 'zeros' | 'left' = 'zeros',
  ): T {
    let column = this.held.get(name) as T | undefined;
    if (!column || column.length < length) {
      column = new Kind(Math.max(1024, Math.ceil(length * 1.25)));
      this.held.set(name, column);
    } else if (as === 'zeros') column.fill(0, 0, length);
    return column;
  }
}

/** Small numbers for names, so that they fit a column. */
export class Names<T extends string | number = string> {
  private readonly numbers = new Map<T, number>();
  readonly list: T[] = [];

  number(name: T): number {
    const known = this.numbers.get(name);
    if (known !== undefined) return known;
    this.numbers.set(name, this.list.length);
    return this.list.push(name) - 1;
  }

  /** -1 when no item has it. */
  find(name: T): number {
    return this.numbers.get(name) ?? -1;
  }
}

/** A short list of small numbers for each slot, all lists in one array; slots come in growing order. */
export class Lists {
  private readonly starts = ints();
  private readonly values = new Column(new Uint16Array(4096));
  private slots = 0;
  private length = 0;

  /** Adds the list of the next slot. */
  push(list: Iterable<number>): void {
    for (const value of list) this.values.set(this.length++, value);
    this.starts.set(++this.slots, this.length);
  }

  clear(): void {
    [this.slots, this.length] = [0, 0];
  }

  includes(slot: number, wanted: number): boolean {
    const starts = this.starts.all;
    const values = this.values.all;
    const end = starts[slot + 1] ?? 0;
    for (let index = starts[slot] ?? end; index < end; index++)
      if (values[index] === wanted) return true;
    return false;
  }

  /** Where the lists start and what they hold, for a pass over many slots. */
  get all() {
    return { starts: this.starts.all, values: this.values.all };
  }
}

/** A growing list of whole numbers. */
export class Ints {
  private values = new Int32Array(16);
  private length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Int32Array(this.length * 2);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }

  get all(): Int32Array {
    return this.values.subarray(0, this.length);
  }
}

/** A column of whole numbers, however wide. */
export type Numbers = Column<Uint8Array> | Column<Int32Array>;
