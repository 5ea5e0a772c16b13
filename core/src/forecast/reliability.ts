/**
 * Alpha of a test within one class, from what is known of its items.
 *
 * A test's variance is the sum of its items' variances and of all covariances between them. The covariance of an item
 * with the mean of the others is kept instead of its correlation with them: that means the same whether the others were
 * five or fifty. The range is Feldt's (Feldt, "The approximate sampling distribution of Kuder-Richardson reliability
 * coefficient twenty", Psychometrika 30, 1965; from memory), widened where the covariances of some items are not known.
 */
import { quantileOfF } from '../distributions';
import { total } from '../lists';
import { historiesOf, type ClassSums, type ItemHistory } from './history';
import { meanCovariance, type ForecastItem, type Range } from './score';

const leastKnown = 5;

/** @returns null while fewer than five items are known */
export function forecastReliability(
  items: readonly ForecastItem[],
  sums: readonly ClassSums[],
): Range | null {
  const histories = historiesOf(sums);
  const points = total(items, (item) => item.points);
  const known = items.flatMap((item) => {
    const history = histories.get(item.item);
    return history && history.variance !== null && history.covariance !== null
      ? [
          {
            weight: item.points / points,
            history,
            variance: history.variance,
            covariance: history.covariance,
          },
        ]
      : [];
  });
  if (known.length < leastKnown) return null;
  const squares = total(items, (item) => (item.points / points) ** 2);
  const knownSquares = total(known, ({ weight }) => weight ** 2);
  // Items that nobody met vary as the known ones do.
  const single =
    (total(known, ({ weight, variance }) => weight ** 2 * variance) / knownSquares) * squares;
  const covariance = meanCovariance(known);
  if (covariance === null) return null;
  const whole = single + (1 - squares) * covariance;
  if (single <= 0 || whole <= 0) return null;
  const count = items.length;
  const alpha = (count / (count - 1)) * (1 - single / whole);

  const freedom = freedomOf(known, covariance, alpha);
  if (freedom < 1) return null;
  const sampling = (2 / freedom) * (count / (count - 1));
  const widened = sampling + unknownPart(known, count, covariance, alpha);
  const numerator = (2 / widened) * (count / (count - 1));
  const denominator = numerator * (count - 1);
  const limitAt = (share: number) => 1 - (1 - alpha) * quantileOfF(share, numerator, denominator);
  return { value: alpha, low: Math.max(-1, limitAt(0.975)), high: limitAt(0.025) };
}

/**
 * Students that the figures rest on, less one for each class; classes that only few items rest on
 * count for less, and so do those that met the items in a test less reliable than this one: there
 * chance has more part in a covariance.
 */
function freedomOf(
  known: readonly { history: ItemHistory }[],
  covariance: number,
  alpha: number,
): number {
  const leaning = new Map<number, { noise: number; students: number }>();
  for (const { history } of known)
    for (const [id, n] of history.classes) {
      const held = leaning.get(id) ?? { noise: 0, students: 0 };
      const share = n / history.n / known.length;
      leaning.set(id, {
        noise: held.noise + share * noiseIn(history, covariance, alpha),
        students: Math.max(held.students, n),
      });
    }
  return (
    1 / total(leaning.values(), ({ noise, students }) => noise ** 2 / Math.max(1, students - 1))
  );
}

/** The reliability of this test over that of the items that this one was met with, in reason. */
function noiseIn({ restVariance }: ItemHistory, covariance: number, alpha: number): number {
  if (restVariance === null || restVariance <= 0 || covariance <= 0 || alpha <= 0) return 1;
  const ofRest = Math.min(1, covariance / restVariance);
  return Math.min(4, Math.max(0.5, alpha / ofRest));
}

/** Variance of log(1 - alpha) for want of some items' covariances. */
function unknownPart(
  known: readonly { covariance: number }[],
  count: number,
  covariance: number,
  alpha: number,
): number {
  const unknown = count - known.length;
  if (unknown === 0 || covariance <= 0) return 0;
  const squares = total(known, (item) => (item.covariance - covariance) ** 2) / (known.length - 1);
  // An item's covariance goes with its own slope, that of all items with the square of the mean slope.
  const relative =
    4 * (squares / covariance ** 2) * (unknown / count) ** 2 * (1 / known.length + 1 / unknown);
  const steepness = Math.max(0, Math.min(0.99, alpha)) * (1 + 1 / (count - 1));
  return relative * steepness ** 2;
}
