/**
 * What the next class may earn on a test, from what other classes earned on its items.
 *
 * The range is a prediction interval of a random-effects model: a new class differs from the mean of the known ones by
 * what classes differ, and that mean is itself known from few of them (Higgins, Thompson and Spiegelhalter, "A
 * re-evaluation of random-effects meta-analysis", J. R. Statist. Soc. A 172, 2009, section 4.1; from memory). How many
 * degrees of freedom its variance has follows Satterthwaite (1946).
 */
import { quantileOfT } from '../distributions';
import { classVarianceOf, type ClassVariance } from './classes';
import { total } from '../lists';
import { historiesOf, type ClassSums, type ItemHistory } from './history';

export interface Range {
  value: number;
  low: number;
  high: number;
}

export interface ForecastItem {
  item: number;
  points: number;
}

/** Students of a class where the history does not say (common practice, no source). */
const usualStudents = 25;
/** Spread of items' means where too few are known to tell (common practice, no source). */
const usualSpread = 0.2;
/**
 * What classes differ, as a part of what students differ altogether, where nothing tells: about 0.2
 * (Hedges and Hedberg 2007; from memory).
 */
const usualPartOfClasses = 0.2;
/** The degrees of freedom that such a general figure stands for, and the most that other tests' classes stand for. */
const usualFreedom = 3;
const poolFreedom = 12;
/** Covariance between two items where nothing tells: that of items right or wrong by half, correlated by 0.2. */
const usualCovariance = 0.05;

/**
 * @param sums what classes earned on the items of the test
 * @param pool how much classes differ over everything that the school has given; null while that is not known
 * @returns the mean share of the points with its 95% range, or null when no item has a history
 */
export function forecastScore(
  items: readonly ForecastItem[],
  sums: readonly ClassSums[],
  pool: ClassVariance | null,
): Range | null {
  const histories = historiesOf(sums);
  const points = total(items, (item) => item.points);
  const weighted = items.map((item) => ({
    weight: item.points / points,
    history: histories.get(item.item) ?? null,
  }));
  const known = weighted.filter((entry): entry is Known => entry.history !== null);
  if (known.length === 0 || points <= 0) return null;

  const level = total(known, ({ history }) => history.mean) / known.length;
  const value = total(weighted, ({ weight, history }) => weight * (history?.mean ?? level));
  const classes = classesIn(known);
  const students = classes.meanStudents || usualStudents;
  const { common, ownOfItem, freedom } = combined(classVarianceOf(sums), pool, known);
  const ofStudents = studentVariance(weighted, known) / students;
  const squares = total(weighted, ({ weight }) => weight ** 2);
  const between = Math.max(0, common + ownOfItem * squares);
  const ofClass = between + ofStudents;
  const variance = ofClass * (1 + classes.concentration) + unknownVariance(weighted, known);
  // Only what classes differ is known from few of them; the rest from all their students.
  const uncertain = between > 0 ? ofClass * (1 + classes.concentration) : 0;
  const satterthwaite =
    uncertain > 0 ? (freedom * variance ** 2) / uncertain ** 2 : classes.students;
  const half = quantileOfT(0.975, Math.max(1, satterthwaite)) * Math.sqrt(variance);
  return { value, low: Math.max(0, value - half), high: Math.min(1, value + half) };
}

interface Weighted {
  weight: number;
  history: ItemHistory | null;
}
interface Known extends Weighted {
  history: ItemHistory;
}

/**
 * The classes behind the items' means, and how much the test's mean leans on few of them: 1 for
 * one, 1/4 for four alike.
 */
function classesIn(known: readonly Known[]) {
  const leaning = new Map<number, number>();
  const students = new Map<number, number>();
  const whole = total(known, ({ weight }) => weight);
  for (const { weight, history } of known)
    for (const [id, n] of history.classes) {
      leaning.set(id, (leaning.get(id) ?? 0) + ((weight / whole) * n) / history.n);
      students.set(id, Math.max(students.get(id) ?? 0, n));
    }
  return {
    concentration: total(leaning.values(), (share) => share ** 2),
    students: total(students.values(), (n) => n),
    meanStudents: total(students.values(), (n) => n) / students.size,
  };
}

/** The variance between students of one class in the share that they earn of the whole test. */
function studentVariance(weighted: readonly Weighted[], known: readonly Known[]): number {
  const covariance = meanCovariance(known) ?? usualCovariance;
  const variances = known.flatMap(({ history }) => history.variance ?? []);
  const usual =
    variances.length > 0 ? total(variances, (variance) => variance) / variances.length : 0.25;
  const single = total(
    weighted,
    ({ weight, history }) => weight ** 2 * (history?.variance ?? usual),
  );
  const squares = total(weighted, ({ weight }) => weight ** 2);
  return single + (1 - squares) * Math.max(0, covariance);
}

/**
 * The mean covariance of items with the others that they were met with, weighted by their points;
 * null where none is known.
 */
export function meanCovariance(
  known: readonly { weight: number; history: ItemHistory }[],
): number | null {
  const told = known.flatMap(({ weight, history: { covariance } }) =>
    covariance === null ? [] : [{ weight, covariance }],
  );
  const whole = total(told, ({ weight }) => weight);
  return whole === 0 ? null : total(told, (item) => item.weight * item.covariance) / whole;
}

/** Items that nobody met lie as far from the others as those lie from each other. */
function unknownVariance(weighted: readonly Weighted[], known: readonly Known[]): number {
  const unknown = weighted.filter(({ history }) => history === null);
  if (unknown.length === 0) return 0;
  const level = total(known, ({ history }) => history.mean) / known.length;
  const squares = total(known, ({ history }) => (history.mean - level) ** 2);
  const spread = known.length < 3 ? usualSpread ** 2 : squares / (known.length - 1);
  const weight = total(unknown, (entry) => entry.weight);
  return spread * (total(unknown, (entry) => entry.weight ** 2) + weight ** 2 / known.length);
}

/**
 * What the test's own classes say, with what other tests' classes say, and with what is usual while
 * both say little.
 */
function combined(
  tests: ClassVariance | null,
  pool: ClassVariance | null,
  known: readonly Known[],
): ClassVariance {
  const covariance = Math.max(0, meanCovariance(known) ?? usualCovariance);
  const sources: ClassVariance[] = [];
  if (tests) sources.push(tests);
  if (pool) sources.push({ ...pool, freedom: Math.min(pool.freedom, poolFreedom) });
  const told = total(sources, ({ freedom }) => freedom);
  if (told < usualFreedom) {
    const common = (covariance * usualPartOfClasses) / (1 - usualPartOfClasses);
    sources.push({ common, ownOfItem: 0, freedom: usualFreedom - told });
  }
  const freedom = total(sources, (source) => source.freedom);
  const mean = (value: (source: ClassVariance) => number) =>
    total(sources, (source) => source.freedom * value(source)) / freedom;
  return {
    common: mean(({ common }) => common),
    ownOfItem: mean(({ ownOfItem }) => ownOfItem),
    freedom,
  };
}
