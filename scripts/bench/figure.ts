export interface Measured {
  name: string;
  value: number;
  median?: number;
  unit: string;
  floor?: number;
  /** Value over floor, or over the limit that the figure has to hold. */
  ratio?: number;
  /** Whether the figure holds what was asked of it. */
  holds?: boolean;
  /** The first of all runs, before anything was asked for. */
  first?: number;
  /** Statements that the database was asked. */
  queries?: number;
  /** The longest time in which the event loop of the server could not go on, in ms. */
  hold?: number;
  /** Of the answer, uncompressed. */
  bytes?: number;
}

const round = (n: number) => Number(n.toPrecision(4));

const rounded = (measured: Measured, names: readonly ('first' | 'hold')[]) =>
  Object.fromEntries(
    names.flatMap((name) => {
      const value = measured[name];
      return value === undefined ? [] : [[name, round(value)]];
    }),
  );

export function report(measured: Measured): void {
  const { value, floor, median } = measured;
  const ratio = measured.ratio ?? (floor ? value / floor : undefined);
  process.stdout.write(
    `${JSON.stringify({ ...measured, value: round(value), ...(median !== undefined && { median: round(median) }), ...(floor !== undefined && { floor: round(floor) }), ...(ratio !== undefined && { ratio: round(ratio) }), ...rounded(measured, ['first', 'hold']) })}\n`,
  );
  if (measured.holds === false) process.exitCode = 1;
}

export function percentile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? NaN;
}
