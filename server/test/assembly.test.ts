/** What the solver finds for blueprints, against trying everything. */
import {
  assemble,
  cellOf,
  cellStates,
  type Assembled,
  type Blueprint,
  type PlannedItem,
  type Wish,
} from '@oaken/core/assembly';
import { randomFrom, type Random } from '@oaken/core/random';
import { RemoteAssembler } from '../src/assembly/assembler';
import { highsSolve } from '../src/assembly/highs';

const bank = (n: number, random: Random, standards = 2): PlannedItem[] =>
  Array.from({ length: n }, (_, index) => ({
    id: index + 1,
    standards: [[1 + random.below(standards), 99]],
    depth: 1 + random.below(2),
    points: 1 + random.below(2),
    seconds: 30 + 30 * random.below(6),
    facility: Math.round(100 * (0.2 + 0.7 * random.next())) / 100,
    itemRestCorrelation: random.next(),
    byHand: random.below(4) === 0,
  }));
const plain: Blueprint = {
  measure: 'items',
  byDepth: true,
  rows: [],
  minutes: null,
  facility: null,
  unknownToo: false,
  level: 'any',
  variantsOnly: false,
  byHand: null,
  banks: [],
  curriculumLine: null,
  grades: [],
  without: [],
};
const run = (wish: Partial<Wish> & { blueprint: Blueprint; candidates: PlannedItem[] }) =>
  assemble({ keep: [], enemies: [], forms: 1, ...wish }, highsSolve, {
    // Only a machine that does other work beside needs so much.
    seconds: 60,
    clock: () => performance.now() / 1000,
  }) as Promise<Assembled>;

function* subsets(n: number): Generator<number[]> {
  for (let bits = 0; bits < 2 ** n; bits++)
    yield Array.from({ length: n }, (_, index) => index).filter((index) => bits & (1 << index));
}
/** What a choice misses, counted as the program prices it. */
function missed(
  blueprint: Blueprint,
  items: PlannedItem[],
  enemies: readonly (readonly [number, number])[],
): number {
  const ids = new Set(items.map(({ id }) => id));
  if (enemies.some(([a, b]) => ids.has(a) && ids.has(b))) return Infinity;
  const cells = cellStates(blueprint, items).reduce(
    (sum, { want, have }) => sum + Math.abs(want - have),
    0,
  );
  const minutes = Math.max(
    0,
    items.reduce((sum, { seconds }) => sum + seconds / 60, 0) - (blueprint.minutes ?? Infinity),
  );
  const byHand = Math.max(
    0,
    items.filter((item) => item.byHand).length - (blueprint.byHand ?? Infinity),
  );
  return cells + minutes + byHand;
}
/** Points by which the expected score misses its aim. */
const scoreOff = (items: PlannedItem[], share: number) =>
  Math.abs(items.reduce((sum, { facility, points }) => sum + points * (facility! - share), 0));
const expectedScore = (items: PlannedItem[]) =>
  items.reduce((sum, { facility, points }) => sum + points * facility!, 0);
const pointsOf = (items: PlannedItem[]) => items.reduce((sum, { points }) => sum + points, 0);
/** What the solver may leave of the score's distance, and what is held of it afterwards. */
const tolerance = (items: PlannedItem[]) => 0.0021 * Math.max(1, pointsOf(items)) + 1e-6;
const chosenFrom = (candidates: PlannedItem[], ids: number[]) =>
  ids.map((id) => candidates.find((candidate) => candidate.id === id)!);

/** Every choice of the items that some cell wants. */
function everyChoice(blueprint: Blueprint, candidates: PlannedItem[]): PlannedItem[][] {
  const usable = candidates.filter((item) => {
    const cell = cellOf(blueprint, item);
    return cell !== null && (blueprint.rows[cell.row]!.wants[cell.column] ?? 0) > 0;
  });
  return [...subsets(usable.length)].map((places) => places.map((place) => usable[place]!));
}

test('one form: the least that can be missed, and then the nearest score, are those of trying every choice', async () => {
  const counts = { whole: 0, short: 0 };
  for (let n = 0; n < 24; n++) {
    const random = randomFrom(`brute ${n}`);
    const candidates = bank(11, random);
    const enemies: [number, number][] = [
      [1, 2],
      [3, 4],
    ];
    const blueprint: Blueprint = {
      ...plain,
      measure: n % 3 === 0 ? 'points' : 'items',
      rows: [
        { standard: 1, wants: [random.below(3), random.below(3)] },
        { standard: 2, wants: [random.below(3), 1] },
      ],
      minutes: n % 2 === 0 ? 3 + random.below(6) : null,
      byHand: n % 4 === 0 ? 1 : null,
      facility: 0.5,
    };
    const choices = everyChoice(blueprint, candidates);
    const least = Math.min(...choices.map((items) => missed(blueprint, items, enemies)));
    counts[least > 0 ? 'short' : 'whole']++;
    const nearest = Math.min(
      ...choices
        .filter((items) => missed(blueprint, items, enemies) < least + 1e-6)
        .map((items) => scoreOff(items, 0.5)),
    );
    const answer = await run({ blueprint, candidates, enemies });
    const items = chosenFrom(candidates, answer.forms[0]!);
    expect(missed(blueprint, items, enemies)).toBeCloseTo(least, 4);
    expect(answer.shortfalls.reduce((sum, { by }) => sum + by, 0)).toBeCloseTo(least, 1);
    expect(answer.nearest).toBe(true);
    expect(scoreOff(items, 0.5)).toBeLessThanOrEqual(nearest + tolerance(items));
    // What is claimed holds: the score is the one of the items, and no choice passes the bound.
    expect(answer.score!.value).toBeCloseTo(scoreOff(items, 0.5), 6);
    expect(answer.score!.bound).toBeLessThanOrEqual(nearest + 1e-6);
  }
  expect(Math.min(counts.whole, counts.short)).toBeGreaterThan(3);
});

test('what must be missed somewhere is missed where the score comes nearest', async () => {
  const item = (id: number, standard: number, facility: number): PlannedItem => ({
    id,
    standards: [[standard]],
    depth: 1,
    points: 1,
    seconds: 60,
    facility,
    itemRestCorrelation: 0.3,
    byHand: false,
  });
  const rows = [1, 2].map((standard) => ({ standard, wants: [1] }));
  for (const [first, second] of [
    [0.5, 0.585],
    [0.585, 0.5],
  ] as const) {
    const candidates = [item(1, 1, first), item(2, 2, second)];
    const answer = await run({
      blueprint: { ...plain, byDepth: false, rows, facility: 0.5 },
      candidates,
      enemies: [[1, 2]],
    });
    expect(chosenFrom(candidates, answer.forms[0]!).map(({ facility }) => facility)).toEqual([0.5]);
  }
});

test('two forms: as many items in each cell, least missed, and the nearest scores, as of trying every pair', async () => {
  const counts = { whole: 0, short: 0 };
  for (let n = 0; n < 10; n++) {
    const random = randomFrom(`pair ${n}`);
    const candidates = bank(8, random, 1);
    const blueprint: Blueprint = {
      ...plain,
      rows: [{ standard: 1, wants: [1 + random.below(2), random.below(4)] }],
    };
    const inCells = (items: PlannedItem[]) =>
      cellStates(blueprint, items)
        .map(({ have }) => have)
        .join();
    const choices = everyChoice(blueprint, candidates);
    const pairs = choices.flatMap((first) =>
      choices
        .filter(
          (second) =>
            inCells(first) === inCells(second) && first.every((item) => !second.includes(item)),
        )
        .map((second) => [first, second] as const),
    );
    const missedBy = (pair: readonly PlannedItem[][]) =>
      pair.reduce((sum, form) => sum + missed(blueprint, form, []), 0);
    const least = Math.min(...pairs.map(missedBy));
    counts[least > 0 ? 'short' : 'whole']++;
    const full = pairs.filter((pair) => missedBy(pair) === least);
    const pointsDiffer = ([first, second]: readonly PlannedItem[][]) =>
      ['1/1', '1/2', '2/1', '2/2'].reduce((sum, key) => {
        const times = (form: PlannedItem[]) =>
          form.filter(({ depth, points }) => `${depth}/${points}` === key).length;
        return sum + Math.abs(times(first!) - times(second!));
      }, 0);
    const alike = full.filter((pair) => pointsDiffer(pair) === Math.min(...full.map(pointsDiffer)));
    const nearest = Math.min(
      ...alike.map(([first, second]) => Math.abs(expectedScore(first) - expectedScore(second))),
    );

    const answer = await run({ blueprint, candidates, forms: 2 });
    const [first, second] = answer.forms.map((ids) => chosenFrom(candidates, ids)) as [
      PlannedItem[],
      PlannedItem[],
    ];
    expect(first.filter((item) => second.includes(item))).toEqual([]);
    expect(inCells(first)).toBe(inCells(second));
    expect(missedBy([first, second])).toBe(least);
    expect(pointsDiffer([first, second])).toBe(pointsDiffer(alike[0]!));
    const difference = Math.abs(expectedScore(first) - expectedScore(second));
    expect(difference).toBeLessThanOrEqual(nearest + tolerance(first));
    // Nothing is claimed where points do not match.
    expect(answer.score?.bound ?? 0).toBeLessThanOrEqual(nearest + 1e-6);
  }
  expect(Math.min(counts.whole, counts.short)).toBeGreaterThan(1);
});

test('three forms from too few items are short alike', async () => {
  const candidates = bank(23, randomFrom('too few'), 1).map((item) => ({ ...item, points: 1 }));
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 1, wants: [23] }] };
  const answer = await run({ blueprint, candidates, forms: 3 });
  expect(answer.figures.map(({ items }) => items)).toEqual([7, 7, 7]);
  expect(answer.shortfalls.map(({ what, form, by }) => [what, form, by])).toEqual([
    ['short', 0, 16],
    ['short', 1, 16],
    ['short', 2, 16],
  ]);
  expect(answer.nearest).toBe(true);
});

/** The largest difference between two tallies. */
function farthest(left: [key: number, n: number][], other: [key: number, n: number][]): number {
  const [first, second] = [new Map(left), new Map(other)];
  const keys = [...first.keys(), ...second.keys()];
  return Math.max(...keys.map((key) => Math.abs((first.get(key) ?? 0) - (second.get(key) ?? 0))));
}

test('three forms from a rich bank match in every figure, and what each says is what its items add up to', async () => {
  const random = randomFrom('rich');
  const candidates = bank(240, random, 3).map((item, place) => ({
    ...item,
    facility: place % 7 ? item.facility : null,
  }));
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 99, wants: [10] }] };
  const answer = await run({ blueprint, candidates, forms: 3 });
  const [first, ...others] = answer.figures;
  for (const form of others) {
    expect([form.items, form.points]).toEqual([first!.items, first!.points]);
    expect(Math.abs(form.expected - first!.expected)).toBeLessThan(0.06);
    // How near the rest comes is a matter of time on a slow machine; forms chosen for the score alone are far apart.
    expect(Math.abs(form.minutes - first!.minutes)).toBeLessThanOrEqual(6);
    expect(Math.abs(form.spread - first!.spread)).toBeLessThan(0.08);
    expect(farthest(form.depths, first!.depths)).toBeLessThanOrEqual(1);
    expect(farthest(form.standards, first!.standards)).toBeLessThanOrEqual(2);
  }
  const items = chosenFrom(candidates, answer.forms[1]!);
  expect(others[0]!.minutes).toBeCloseTo(
    items.reduce((sum, { seconds }) => sum + seconds / 60, 0),
    9,
  );
  expect(others[0]!.unknown).toBe(items.filter(({ facility }) => facility === null).length);
});

test('of a large bank the items that separate best are taken, as many as there are', async () => {
  const candidates = bank(3000, randomFrom('sharp'));
  const blueprint: Blueprint = {
    ...plain,
    rows: [1, 2].map((standard) => ({ standard, wants: [5, 5] })),
  };
  const best = blueprint.rows.flatMap((_, row) =>
    [0, 1].map((column) => {
      const inCell = candidates.filter((item) => {
        const cell = cellOf(blueprint, item)!;
        return cell.row === row && cell.column === column;
      });
      return inCell
        .map(({ itemRestCorrelation }) => itemRestCorrelation!)
        .sort((a, b) => b - a)
        .slice(0, 5)
        .reduce((a, b) => a + b, 0);
    }),
  );
  const total = best.reduce((a, b) => a + b, 0);
  const answer = await run({ blueprint, candidates });
  expect(answer.sharpness!.value).toBeGreaterThan(total - 0.03);
  expect(answer.sharpness!.bound).toBeGreaterThanOrEqual(total - 1e-6);
  expect(answer.sharpness!.bound).toBeLessThan(total + 0.03);
});

test('a kept item stands in a further form only where nothing can stand for it', async () => {
  const candidates = bank(5, randomFrom('few'), 1).map((item) => ({
    ...item,
    depth: 1,
    points: 1,
  }));
  const blueprint: Blueprint = { ...plain, rows: [{ standard: 1, wants: [3] }] };
  const answer = await run({ blueprint, candidates, keep: [1, 2, 3], forms: 2 });
  expect([...answer.forms[0]!].sort()).toEqual([1, 2, 3]);
  expect(answer.forms[1]).toEqual(expect.arrayContaining([4, 5]));
  expect(answer.figures.map(({ items, shared }) => [items, shared])).toEqual([
    [3, 0],
    [3, 1],
  ]);
  // The one that both have stands in its own place.
  const shared = answer.forms[1]!.findIndex((id) => id <= 3);
  expect(answer.forms[1]![shared]).toBe(answer.forms[0]![shared]);
});

test('an item in a place that gives other points than its bank is named, and nothing is claimed of the score', async () => {
  const points = [1, 1, 1, 2];
  const candidates = bank(4, randomFrom('uneven'), 1).map((item, place) => ({
    ...item,
    depth: 1,
    points: points[place]!,
  }));
  const blueprint: Blueprint = { ...plain, rows: [{ standard: 1, wants: [2] }] };
  const answer = await run({ blueprint, candidates, forms: 2 });
  const figures = answer.figures.map(({ items, points: sum, otherPoints }) => [
    items,
    sum,
    otherPoints,
  ]);
  expect(figures[0]).toEqual([2, figures[1]![1], 0]);
  expect([figures[1]![2], answer.score]).toEqual([1, null]);
});

test('cells that count points: parallel forms have items of the same points in the same cells, place by place', async () => {
  const candidates = bank(60, randomFrom('points'), 3);
  const blueprint: Blueprint = {
    ...plain,
    measure: 'points',
    rows: [1, 2, 3].map((standard) => ({ standard, wants: [4, 3] })),
    facility: 0.6,
  };
  const answer = await run({ blueprint, candidates, forms: 2 });
  const shape = (ids: number[]) =>
    chosenFrom(candidates, ids).map(
      (item) => `${JSON.stringify(cellOf(blueprint, item))} ${item.points}`,
    );
  expect(shape(answer.forms[0]!)).toEqual(shape(answer.forms[1]!));
  expect(answer.shortfalls).toEqual([]);
});

test('what is kept stays, what is kept out or unknown never comes, and strands take what lies below them', async () => {
  const candidates = bank(30, randomFrom('kept'));
  candidates[5]!.facility = null;
  const blueprint: Blueprint = {
    ...plain,
    byDepth: false,
    rows: [
      { standard: 99, wants: [6] },
      { standard: 2, wants: [1] },
    ],
    facility: 0.5,
    without: [7, 8],
  };
  const assembled = await run({ blueprint, candidates, keep: [3, 4] });
  const ids = assembled.forms[0]!;
  expect(ids).toEqual(expect.arrayContaining([3, 4]));
  expect(ids.filter((id) => [6, 7, 8].includes(id))).toEqual([]);
  expect(assembled.unknown).toBe(1);
  const taken = await run({
    blueprint: {
      ...blueprint,
      byDepth: false,
      rows: [{ standard: 99, wants: [28] }],
      unknownToo: true,
      level: 'any',
      variantsOnly: false,
    },
    candidates,
  });
  expect([taken.unknown, taken.forms[0]!.includes(6)]).toEqual([0, true]);
  // A row for a standard takes it out of the row of its strand.
  expect(
    cellStates(
      blueprint,
      ids.map((id) => candidates.find((candidate) => candidate.id === id)!),
    ).map(({ have }) => have),
  ).toEqual([6, 1]);
  // More kept than a cell wants cannot be: it says so, and keeps them.
  const over = await run({
    blueprint: { ...blueprint, facility: null, rows: [{ standard: 99, wants: [1] }] },
    candidates,
    keep: [1, 2, 3],
  });
  expect(over.shortfalls).toEqual([{ what: 'over', row: 0, column: 0, form: 0, by: 2 }]);
});

describe('a level', () => {
  // Facilities 0.05, 0.10, … 0.90, the hardest first.
  const candidates = Array.from({ length: 18 }, (_, index): PlannedItem => ({
    id: index + 1,
    standards: [[1]],
    depth: 1,
    points: 1,
    seconds: 60,
    facility: (index + 1) / 20,
    // What separates best stands in the middle.
    itemRestCorrelation: 0.5 - Math.abs(index - 9) / 40,
    byHand: false,
  }));
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 1, wants: [6] }] };
  const taken = async (
    level: Blueprint['level'],
    more: Partial<Pick<Wish, 'forms' | 'keep'>> = {},
  ) => {
    const { forms } = await run({ blueprint: { ...blueprint, level }, candidates, ...more });
    return forms.map((form) => chosenFrom(candidates, form).map(({ facility }) => facility!));
  };

  test.each([
    ['easy', 0.65, 0.9],
    ['middle', 0.35, 0.6],
    ['hard', 0.05, 0.3],
  ] as const)('%s takes its third', async (level, least, largest) => {
    const [facilities] = await taken(level);
    expect(facilities).toHaveLength(6);
    for (const facility of facilities!) {
      expect(facility).toBeGreaterThanOrEqual(least);
      expect(facility).toBeLessThanOrEqual(largest);
    }
  });

  test('from easy to hard takes as many of each third, the easiest first', async () => {
    const { forms } = await run({ blueprint: { ...blueprint, level: 'easy-to-hard' }, candidates });
    const facilities = forms[0]!.map((id) => id / 20);
    expect(facilities).toEqual([...facilities].sort((a, b) => b - a));
    const thirds = facilities.map((facility) => Math.floor((18 - facility * 20) / 6));
    expect([0, 1, 2].map((third) => thirds.filter((of) => of === third).length)).toEqual([2, 2, 2]);
  });

  test('several forms have as many of each third', async () => {
    const forms = await taken('easy-to-hard', { forms: 2 });
    for (const form of forms) {
      const hard = form.filter((facility) => facility <= 0.3).length;
      const easy = form.filter((facility) => facility >= 0.65).length;
      expect([easy, hard]).toEqual([2, 2]);
    }
  });

  test('what is kept stays, however hard it is', async () => {
    const [facilities] = await taken('easy', { keep: [1] });
    expect(facilities).toContain(0.05);
  });
});

test('a solver that runs out of time: what was found is not called the nearest, and nothing is not called something', async () => {
  const candidates = bank(8, randomFrom('late'));
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 1, wants: [9] }] };
  const wish: Wish = { blueprint, candidates, keep: [], enemies: [], forms: 1 };
  const options = { seconds: 1, clock: () => 0 };
  const late = await assemble(
    wish,
    async (program, solveOptions) => ({ ...(await highsSolve(program, solveOptions))!, bound: 0 }),
    options,
  );
  expect([late!.nearest, late!.shortfalls[0]!.what]).toEqual([false, 'short']);
  expect(await assemble(wish, async () => null, options)).toBeNull();
});

describe('threads that fill blueprints', () => {
  const wish: Wish = { blueprint: plain, candidates: [], keep: [], enemies: [], forms: 1 };
  const script = (body: string) =>
    new URL(
      `data:text/javascript,${encodeURIComponent(`import { parentPort } from 'node:worker_threads'; ${body}`)}`,
    );
  const assembled: Assembled = {
    forms: [[1]],
    shortfalls: [],
    nearest: true,
    figures: [],
    score: null,
    sharpness: null,
    unknown: 0,
  };

  test('are ended when nobody waits any more, and the next one has its turn', async () => {
    // Answers only whoever asks for two forms; anything else would go on for ever.
    const remote = new RemoteAssembler(
      script(`import { workerData } from 'node:worker_threads';
      parentPort.postMessage({ step: 'fitting' });
      if (workerData.wish.forms === 2) parentPort.postMessage({ assembled: ${JSON.stringify(assembled)} });
      else setInterval(() => {}, 1000);`),
    );
    const stop = new AbortController();
    const steps: string[] = [];
    const first = remote.fill({
      wish,
      seconds: 600,
      step: (what) => (steps.push(what), stop.abort()),
      signal: stop.signal,
    });
    const second = remote.fill({
      wish: { ...wish, forms: 2 },
      seconds: 600,
      step: () => {},
      signal: new AbortController().signal,
    });
    await expect(first).rejects.toThrow('It was stopped.');
    expect(steps).toEqual(['fitting']);
    expect(await second).toEqual(assembled);
  });

  test('that break say so', async () => {
    const remote = new RemoteAssembler(script(`throw new Error('out of memory');`));
    await expect(
      remote.fill({ wish, seconds: 600, step: () => {}, signal: new AbortController().signal }),
    ).rejects.toThrow('out of memory');
  });
});
