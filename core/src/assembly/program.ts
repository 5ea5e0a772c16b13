/** A mixed-integer program and what a solver says of it; which solver that is, core does not know. */
export interface Row {
  lower: number;
  upper: number;
  columns: number[];
  values: number[];
}

/** Minimise the sum of cost times value, within the bounds and rows. */
export interface Program {
  cost: number[];
  lower: number[];
  upper: number[];
  whole: boolean[];
  rows: Row[];
}

export interface Solved {
  values: ArrayLike<number>;
  objective: number;
  /** No solution can be better than this. */
  bound: number;
}

export interface SolveOptions {
  /** Stop after so many seconds with the best that was found. */
  seconds: number;
  /** Stop once the objective is within so much of the bound. */
  enough: number;
  /** A solution to begin with. */
  start?: ArrayLike<number>;
}

/** @returns null when no solution was found in time */
export type Solve = (program: Program, options: SolveOptions) => Promise<Solved | null>;

/** Builds a program column by column and row by row. */
export class ProgramBuilder implements Program {
  readonly cost: number[] = [];
  readonly lower: number[] = [];
  readonly upper: number[] = [];
  readonly whole: boolean[] = [];
  readonly rows: Row[] = [];

  /** @returns the column's place */
  column(bounds: { cost?: number; lower?: number; upper?: number; whole?: boolean }): number {
    this.cost.push(bounds.cost ?? 0);
    this.lower.push(bounds.lower ?? 0);
    this.upper.push(bounds.upper ?? Infinity);
    this.whole.push(bounds.whole ?? false);
    return this.cost.length - 1;
  }

  row(
    lower: number,
    upper: number,
    terms: readonly (readonly [column: number, value: number])[],
  ): void {
    const kept = terms.filter(([, value]) => value !== 0);
    this.rows.push({
      lower,
      upper,
      columns: kept.map(([column]) => column),
      values: kept.map(([, value]) => value),
    });
  }
}
