/** Figures of a list of numbers. */
import { numberAt } from '../certain';
import { figure, noFigure, reasons, type Figure } from './figure';

export interface Spread {
  n: number;
  mean: Figure;
  median: Figure;
  /** Sample standard deviation (n - 1). */
  sd: Figure;
  lowerQuartile: Figure;
  upperQuartile: Figure;
  min: Figure;
  max: Figure;
}

/**
 * The quantile of sorted values. Source: Hyndman and Fan (1996), "Sample quantiles in statistical packages", type 7.
 *
 * @param sorted ascending, not empty
 * @param share in [0, 1]
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const position = (sorted.length - 1) * share;
  const below = Math.floor(position);
  const low = numberAt(sorted, below);
  const high = numberAt(sorted, Math.min(below + 1, sorted.length - 1));
  return low + (position - below) * (high - low);
}

/** Mean, median, quartiles and standard deviation of the values; with none of them a reason in place of each figure. */
export function spreadOf(values: ArrayLike<number>): Spread {
  const n = values.length;
  if (n === 0) {
    const none = noFigure(reasons.nobody);
    return {
      n,
      mean: none,
      median: none,
      sd: none,
      lowerQuartile: none,
      upperQuartile: none,
      min: none,
      max: none,
    };
  }
  const sorted = Float64Array.from(values).sort();
  let sum = 0;
  for (const value of sorted) sum += value;
  const mean = sum / n;
  let squares = 0;
  for (const value of sorted) squares += (value - mean) ** 2;
  return {
    n,
    mean: figure(mean),
    median: figure(quantile(sorted, 0.5)),
    sd: n > 1 ? figure(Math.sqrt(squares / (n - 1))) : noFigure(reasons.oneStudent),
    lowerQuartile: figure(quantile(sorted, 0.25)),
    upperQuartile: figure(quantile(sorted, 0.75)),
    min: figure(numberAt(sorted, 0)),
    max: figure(numberAt(sorted, n - 1)),
  };
}

/** An interval for a share. Source: Wilson (1927), score interval; z = 1.96 for 95%. */
export function shareInterval(share: number, n: number, z = 1.96): [number, number] {
  if (n === 0) return [0, 1];
  const weight = 1 + (z * z) / n;
  const centre = (share + (z * z) / (2 * n)) / weight;
  const half = (z / weight) * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n));
  return [Math.max(0, centre - half), Math.min(1, centre + half)];
}
