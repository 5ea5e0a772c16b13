/** What a test may come to, from what its items did before. */
import type { NotedItem } from './noted';

export interface Range {
  value: number;
  low: number;
  high: number;
}

export interface Forecast {
  items: number;
  /** Items whose facility is known. */
  known: number;
  /** Mean share of the points; null when nothing is known. */
  mean: Range | null;
  /** Alpha; null while fewer than five items are known well enough. */
  reliability: Range | null;
}

const leastKnown = 5;
/** Spread of facilities where too few are known to tell (common practice, no source). */
const usualSpread = 0.2;
const z = 1.96;
const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** The 95 % ranges hold the sampling of students seen before and, for items that nobody met, the spread of the others. */
export function forecast(items: readonly NotedItem[]): Forecast {
  const scored = items.filter(({ points }) => points > 0);
  const known = scored.filter(({ facility }) => facility !== null);
  return { items: scored.length, known: known.length, mean: meanOf(scored, known), reliability: reliabilityOf(scored) };
}

function meanOf(scored: readonly NotedItem[], known: readonly NotedItem[]): Range | null {
  if (known.length === 0) return null;
  const points = scored.reduce((sum, own) => sum + own.points, 0);
  const usual = known.reduce((sum, { facility }) => sum + facility!.value, 0) / known.length;
  const squares = known.reduce((sum, { facility }) => sum + (facility!.value - usual) ** 2, 0);
  const spread = known.length < 3 ? usualSpread : Math.sqrt(squares / (known.length - 1));
  let [mean, variance] = [0, 0];
  for (const { points: own, facility } of scored) {
    const weight = own / points;
    mean += weight * (facility?.value ?? usual);
    variance += weight ** 2 * (facility ? (facility.value * (1 - facility.value)) / facility.n : spread ** 2 * (1 + 1 / known.length)); // prettier-ignore
  }
  const half = z * Math.sqrt(variance);
  return { value: mean, low: clamp(mean - half, 0, 1), high: clamp(mean + half, 0, 1) };
}

/**
 * Alpha from the items' standard deviations and item-rest correlations: a test's variance is the sum over items of
 * their covariance with the whole, s_i^2 + r_i s_i S_rest (Lord and Novick 1968, 15.3, there with item-total
 * correlations; from memory). The rest's spread follows from the whole's, so the two are found by turns. What is
 * known of some items is stretched to all by Spearman-Brown.
 */
function reliabilityOf(scored: readonly NotedItem[]): Range | null {
  const known = scored.filter(({ facility, separation }) => facility !== null && separation !== null);
  if (known.length < leastKnown) return null;
  const alphaAt = (shift: number) => {
    // Items that are right or wrong: partly right answers spread a little less.
    const list = known.map(({ points, facility, separation }) => {
      const error = (1 - separation! ** 2) / Math.sqrt(Math.max(4, facility!.n) - 1);
      return { s: points * Math.sqrt(facility!.value * (1 - facility!.value)), r: separation! + (shift * error) / Math.sqrt(known.length) }; // prettier-ignore
    });
    const own = list.reduce((sum, { s }) => sum + s * s, 0);
    let whole = own;
    for (let turn = 0; turn < 200; turn++) {
      const next = list.reduce((sum, { s, r }) => {
        // cov(i, whole) = s² + r s S_rest, and S_rest² = whole - 2 cov(i, whole) + s² gives a square to solve for S_rest.
        const rest = -r * s + Math.sqrt(Math.max(0, r * r * s * s + whole - s * s));
        return sum + s * s + r * s * rest;
      }, 0);
      if (Math.abs(next - whole) < 1e-12 * whole) break;
      whole = Math.max(next, own * 0.01);
    }
    const k = list.length;
    const alpha = (k / (k - 1)) * (1 - own / whole);
    const stretch = scored.length / k;
    return clamp((stretch * alpha) / (1 + (stretch - 1) * alpha), -1, 1);
  };
  return { value: alphaAt(0), low: alphaAt(-z), high: alphaAt(z) };
}
