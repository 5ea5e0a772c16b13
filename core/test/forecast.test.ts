/** Ranges of the forecast against simulated classes: a range that says 95 % holds in about 95 of 100 of them. */
import { analyse } from '@oaken/core/analysis';
import {
  classVarianceOf,
  forecast,
  type ClassSums,
  type ClassVariance,
} from '@oaken/core/forecast';
import { randomFrom, type Random } from '@oaken/core/random';

interface SimulatedItem {
  id: number;
  difficulty: number;
  slope: number;
}

const right = (ability: number, { difficulty, slope }: SimulatedItem) =>
  1 / (1 + Math.exp(-1.7 * slope * (ability - difficulty)));

const simulatedItems = (count: number, from: number, random: Random): SimulatedItem[] =>
  Array.from({ length: count }, (_, place) => ({
    id: from + place,
    difficulty: 0.9 * random.normal() - 0.4,
    slope: 0.75 * Math.exp(0.25 * random.normal()),
  }));

/** One class sits a test. @returns each student's answers, 0 or 1 */
function sitting(
  items: readonly SimulatedItem[],
  level: number,
  students: number,
  random: Random,
): number[][] {
  return Array.from({ length: students }, () => {
    const ability = level + random.normal();
    return items.map((item) => (random.next() < right(ability, item) ? 1 : 0));
  });
}

function sumsOf(
  items: readonly SimulatedItem[],
  answers: readonly number[][],
  classId: number,
): ClassSums[] {
  const totals = answers.map((row) => row.reduce((sum, answer) => sum + answer, 0));
  return items.map(({ id }, place) => {
    const sums: ClassSums = { item: id, class: classId, n: 0, x: 0, y: 0, xx: 0, yy: 0, xy: 0 };
    answers.forEach((row, student) => {
      const x = row[place]!;
      const y = (totals[student]! - x) / (items.length - 1);
      sums.n++;
      sums.x += x;
      sums.y += y;
      sums.xx += x * x;
      sums.yy += y * y;
      sums.xy += x * y;
    });
    return sums;
  });
}

/** Nodes of a standard normal distribution with their weights, close enough for figures to three places. */
const nodes = Array.from({ length: 21 }, (_, place) => (place - 10) / 2.5).map((value) => ({
  value,
  weight: Math.exp(-(value ** 2) / 2),
}));
const nodesWeight = nodes.reduce((sum, { weight }) => sum + weight, 0);
const mean = (values: readonly number[]) =>
  values.reduce((sum, value, place) => sum + value * nodes[place]!.weight, 0) / nodesWeight;

/** Alpha within classes of everybody there could ever be. */
function trueAlpha(items: readonly SimulatedItem[], difference: number): number {
  const perLevel = (difference === 0 ? [nodes[10]!] : nodes).map(({ value: level, weight }) => {
    const shares = nodes.map(({ value }) =>
      items.map((item) => right(difference * level + value, item)),
    );
    const sums = shares.map((row) => row.reduce((sum, share) => sum + share, 0));
    const noise = shares.map((row) => row.reduce((sum, share) => sum + share * (1 - share), 0));
    const average = mean(sums);
    const single = items.reduce((sum, _, place) => {
      const share = mean(shares.map((row) => row[place]!));
      return sum + share * (1 - share);
    }, 0);
    return { weight, single, whole: mean(noise) + mean(sums.map((sum) => (sum - average) ** 2)) };
  });
  const over = (value: (level: (typeof perLevel)[number]) => number) =>
    perLevel.reduce((sum, level) => sum + level.weight * value(level), 0);
  return (
    (items.length / (items.length - 1)) *
    (1 - over(({ single }) => single) / over(({ whole }) => whole))
  );
}

const students = 25;

/** What a school knows of how much its classes differ, from a test of its own with twelve classes. */
function schoolPool(difference: number, random: Random): ClassVariance {
  const items = simulatedItems(12, 1000, random);
  const sums = Array.from({ length: 12 }, (_, classId) =>
    sumsOf(items, sitting(items, difference * random.normal(), students, random), 500 + classId),
  ).flat();
  return classVarianceOf(sums)!;
}

interface Setting {
  classes: number;
  count: number;
  name: string;
  difference: number;
}
const settings: Setting[] = [1, 4, 20].flatMap((classes) =>
  [
    { name: 'alike', difference: 0 },
    { name: 'different', difference: 0.5 },
  ].flatMap((kind) => [10, 20, 40].map((count) => ({ classes, count, ...kind }))),
);
const repetitions = 300;

/** How often the ranges hold what comes, over many simulated schools. */
function coverageOf(
  { classes, name, count, difference }: Setting,
  /** The tests in which classes met the items, and those that the new test takes. */
  designOf: (random: Random) => { tests: SimulatedItem[][]; chosen: SimulatedItem[] },
) {
  const held = { mean: 0, reliability: 0 };
  for (let repetition = 0; repetition < repetitions; repetition++) {
    const random = randomFrom(`range ${classes} ${name} ${count} ${repetition}`);
    const { tests, chosen } = designOf(random);
    const level = () => difference * random.normal();
    const sums = tests.flatMap((items, test) =>
      Array.from({ length: classes }, (_, id) =>
        sumsOf(items, sitting(items, level(), students, random), 100 * test + id),
      ).flat(),
    );
    const answer = forecast(
      chosen.map(({ id }) => ({ item: id, points: 1 })),
      sums,
      schoolPool(difference, random),
    );
    const next = sitting(chosen, level(), students, random);
    const earned = next.flat().reduce((sum, right) => sum + right, 0) / (students * chosen.length);
    const alpha = trueAlpha(chosen, difference);
    if (answer.mean!.low <= earned && earned <= answer.mean!.high) held.mean++;
    if (answer.reliability!.low <= alpha && alpha <= answer.reliability!.high) held.reliability++;
  }
  return { mean: held.mean / repetitions, reliability: held.reliability / repetitions };
}

/** Printed at the end, one line a setting: what a range says against what it holds. */
const printed: string[] = [];
declare const console: { info(text: string): void };
afterAll(() => console.info(printed.join('\n')));

function expectHeld(setting: string, coverage: ReturnType<typeof coverageOf>): void {
  const shown = `coverage after ${setting}: mean ${coverage.mean.toFixed(3)}, reliability ${coverage.reliability.toFixed(3)}`;
  printed.push(shown);
  for (const share of Object.values(coverage)) {
    expect(share).toBeGreaterThanOrEqual(0.92);
    expect(share).toBeLessThanOrEqual(0.98);
  }
}

test.each(settings)(
  'ranges after $classes known classes, $name, of $count items hold as often as they say',
  (setting) => {
    const coverage = coverageOf(setting, (random) => {
      const items = simulatedItems(setting.count, 1, random);
      return { tests: [items], chosen: items };
    });
    expectHeld(`${setting.classes} classes, ${setting.name}, ${setting.count} items`, coverage);
  },
);

test('ranges hold for items that classes met in a short test and in a long one', () => {
  const setting = { classes: 4, count: 20, name: 'short and long', difference: 0.5 };
  const coverage = coverageOf(setting, (random) => {
    const tests = [simulatedItems(8, 1, random), simulatedItems(40, 101, random)];
    return { tests, chosen: [...tests[0]!, ...tests[1]!.slice(0, 12)] };
  });
  expectHeld('4 classes each in tests of 8 and 40 items', coverage);
});

test('where half of the items were never met the ranges hold too, and are wider', () => {
  const setting = { classes: 4, count: 20, name: 'half', difference: 0.5 };
  const coverage = coverageOf(setting, (random) => {
    const chosen = simulatedItems(20, 1, random);
    return { tests: [chosen.slice(0, 10)], chosen };
  });
  expectHeld('4 classes, half of 20 items', coverage);
});

test('of the very test that the figures are from the forecast is its own mean and alpha', () => {
  const random = randomFrom('itself');
  const items = simulatedItems(20, 1, random);
  const answers = sitting(items, 0, 60, random);
  const table = {
    students: 60,
    items: 20,
    points: Float64Array.from(answers.flat()),
    maxPoints: new Float64Array(20).fill(1),
  };
  const figures = analyse(table);
  const { mean, reliability } = forecast(
    items.map(({ id }) => ({ item: id, points: 1 })),
    sumsOf(items, answers, 1),
    null,
  );
  expect(mean!.value).toBeCloseTo(figures.spread.mean.value! / 20, 10);
  expect(reliability!.value).toBeCloseTo(figures.reliability.alpha.value!, 10);
});

test('what classes differ is found where they differ, and is nothing where they do not', () => {
  const random = randomFrom('components');
  const items = simulatedItems(30, 1, random);
  const classVariances = [0, 0.5].map((difference) =>
    classVarianceOf(
      Array.from({ length: 400 }, (_, id) =>
        sumsOf(items, sitting(items, difference * random.normal(), students, random), id),
      ).flat(),
    ),
  );
  expect(classVariances[0]!.common).toBeLessThan(0.0004);
  // A class half a standard deviation above the others moves the mean share by 0.5 times the slope of its curve.
  const slope = mean(
    nodes.map(
      ({ value }) =>
        items.reduce(
          (sum, item) => sum + (right(value + 0.01, item) - right(value - 0.01, item)) / 0.02,
          0,
        ) / 30,
    ),
  );
  expect(classVariances[1]!.common / (0.5 * slope) ** 2).toBeGreaterThan(0.8);
  expect(classVariances[1]!.common / (0.5 * slope) ** 2).toBeLessThan(1.2);
  expect(classVariances[1]!.freedom).toBeCloseTo(399, 6);
});

test('nothing is said where nothing is known', () => {
  const items = [1, 2].map((item) => ({ item, points: 1 }));
  expect(forecast(items, [], null)).toEqual({
    items: 2,
    known: 0,
    classes: 0,
    mean: null,
    reliability: null,
  });
});
