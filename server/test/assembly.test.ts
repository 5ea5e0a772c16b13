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
  Array.from({ length: n }, (_, at) => ({
    id: at + 1,
    standards: [[1 + random.below(standards), 99]],
    depth: 1 + random.below(2),
    points: 1 + random.below(2),
    seconds: 30 + 30 * random.below(6),
    facility: Math.round(100 * (0.2 + 0.7 * random.next())) / 100,
    separation: random.next(),
    byHand: random.below(4) === 0,
  }));
const plain: Blueprint = { measure: 'items', byDepth: true, rows: [], minutes: null, facility: null, unknownToo: false, byHand: null, banks: [], grades: [], without: [] }; // prettier-ignore
const run = (own: Partial<Wish> & { blueprint: Blueprint; candidates: PlannedItem[] }) =>
  assemble({ keep: [], enemies: [], forms: 1, ...own }, highsSolve, { seconds: 20, clock: () => performance.now() / 1000 }) as Promise<Assembled>; // prettier-ignore

function* subsets(n: number): Generator<number[]> {
  for (let bits = 0; bits < 2 ** n; bits++) yield Array.from({ length: n }, (_, at) => at).filter((at) => bits & (1 << at)); // prettier-ignore
}
/** What a choice misses, counted as the program prices it. */
function missed(blueprint: Blueprint, items: PlannedItem[], enemies: readonly (readonly [number, number])[]): number {
  const ids = new Set(items.map(({ id }) => id));
  if (enemies.some(([a, b]) => ids.has(a) && ids.has(b))) return Infinity;
  const cells = cellStates(blueprint, items).reduce((sum, { want, have }) => sum + Math.abs(want - have), 0);
  const minutes = Math.max(0, items.reduce((sum, { seconds }) => sum + seconds / 60, 0) - (blueprint.minutes ?? Infinity)); // prettier-ignore
  const byHand = Math.max(0, items.filter((own) => own.byHand).length - (blueprint.byHand ?? Infinity));
  return cells + minutes + byHand;
}
const off = (items: PlannedItem[], target: number) => Math.abs(items.reduce((sum, { facility }) => sum + facility! - target, 0)); // prettier-ignore

test('one form: the least that can be missed, and then the nearest mean, are those of trying every choice', async () => {
  let [whole, short] = [0, 0];
  for (let n = 0; n < 24; n++) {
    const random = randomFrom(`brute ${n}`);
    const candidates = bank(11, random);
    const enemies: [number, number][] = [[1, 2], [3, 4]]; // prettier-ignore
    const blueprint: Blueprint = {
      ...plain,
      measure: n % 3 === 0 ? 'points' : 'items',
      rows: [{ standard: 1, wants: [random.below(3), random.below(3)] }, { standard: 2, wants: [random.below(3), 1] }],
      minutes: n % 2 === 0 ? 3 + random.below(6) : null,
      byHand: n % 4 === 0 ? 1 : null,
      facility: 0.5,
    }; // prettier-ignore
    const usable = candidates.filter((own) => {
      const cell = cellOf(blueprint, own);
      return cell !== null && (blueprint.rows[cell.row]!.wants[cell.column] ?? 0) > 0;
    });
    let best = { missed: Infinity };
    for (const chosen of subsets(usable.length)) {
      const own = missed(blueprint, chosen.map((at) => usable[at]!), enemies); // prettier-ignore
      if (own < best.missed) best = { missed: own };
    }
    const found = await run({ blueprint, candidates, enemies });
    const items = found.forms[0]!.map((id) => candidates.find((own) => own.id === id)!);
    expect(missed(blueprint, items, enemies)).toBeCloseTo(best.missed, 5);
    expect(found.shortfalls.reduce((sum, { by }) => sum + by, 0)).toBeCloseTo(best.missed, 1);
    expect(found.nearest).toBe(true);
    if (best.missed > 0) short++;
    else {
      whole++;
      let nearest = Infinity;
      for (const chosen of subsets(usable.length)) {
        const own = chosen.map((at) => usable[at]!);
        if (missed(blueprint, own, enemies) === 0) nearest = Math.min(nearest, off(own, 0.5));
      }
      // The program stops within a thousandth of the mean.
      expect(off(items, 0.5)).toBeLessThanOrEqual(nearest + 0.0011 * Math.max(1, items.length));
    }
  }
  expect(Math.min(whole, short)).toBeGreaterThan(3);
});

test('two forms have no item in common and the smallest difference that there is', async () => {
  for (let n = 0; n < 6; n++) {
    const candidates = bank(9, randomFrom(`pair ${n}`), 1);
    const inDepth = [1, 2].map((depth) => candidates.filter((own) => own.depth === depth).length);
    const wants = inDepth.map((all) => Math.min(2, Math.floor(all / 2)));
    const blueprint: Blueprint = { ...plain, rows: [{ standard: 1, wants }] };
    let best = Infinity;
    const halves = [...subsets(candidates.length)].map((chosen) => chosen.map((at) => candidates[at]!)).filter((own) => missed(blueprint, own, []) === 0); // prettier-ignore
    for (const a of halves)
      for (const b of halves)
        if (a.every((own) => !b.includes(own))) best = Math.min(best, Math.abs(a.reduce((s, o) => s + o.facility!, 0) - b.reduce((s, o) => s + o.facility!, 0))); // prettier-ignore
    const found = await run({ blueprint, candidates, forms: 2 });
    const [a, b] = found.forms as [number[], number[]];
    expect(a.filter((id) => b.includes(id))).toEqual([]);
    expect(found.shortfalls).toEqual([]);
    const size = Math.max(1, a.length);
    expect(Math.abs(found.means[0]! - found.means[1]!) * size).toBeLessThanOrEqual(best + 0.0011 * size);
    expect(found.gap!).toBeLessThanOrEqual(0.0011);
  }
});

test('cells that count points: parallel forms have items of the same points in the same cells', async () => {
  const candidates = bank(60, randomFrom('points'), 3);
  const blueprint: Blueprint = { ...plain, measure: 'points', rows: [1, 2, 3].map((standard) => ({ standard, wants: [4, 3] })), facility: 0.6 }; // prettier-ignore
  const found = await run({ blueprint, candidates, forms: 2 });
  const byId = new Map(candidates.map((own) => [own.id, own]));
  const shape = (ids: number[]) => ids.map((id) => byId.get(id)!).map((own) => `${JSON.stringify(cellOf(blueprint, own))} ${own.points}`).sort(); // prettier-ignore
  expect(shape(found.forms[0]!)).toEqual(shape(found.forms[1]!));
  expect(found.shortfalls).toEqual([]);
});

test('what is kept stays, what is kept out or unknown never comes, and strands take what lies below them', async () => {
  const candidates = bank(30, randomFrom('kept'));
  candidates[5]!.facility = null;
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 99, wants: [6] }, { standard: 2, wants: [1] }], facility: 0.5, without: [7, 8] }; // prettier-ignore
  const found = await run({ blueprint, candidates, keep: [3, 4] });
  const ids = found.forms[0]!;
  expect(ids).toEqual(expect.arrayContaining([3, 4]));
  expect(ids.filter((id) => [6, 7, 8].includes(id))).toEqual([]);
  expect(found.unknown).toBe(1);
  const taken = await run({
    blueprint: { ...blueprint, byDepth: false, rows: [{ standard: 99, wants: [28] }], unknownToo: true },
    candidates,
  });
  expect([taken.unknown, taken.forms[0]!.includes(6)]).toEqual([0, true]);
  // A row for a standard takes it out of the row of its strand.
  expect(cellStates(blueprint, ids.map((id) => candidates.find((own) => own.id === id)!)).map(({ have }) => have)).toEqual([6, 1]); // prettier-ignore
  // More kept than a cell wants cannot be: it says so, and keeps them.
  const over = await run({ blueprint: { ...blueprint, facility: null, rows: [{ standard: 99, wants: [1] }] }, candidates, keep: [1, 2, 3] }); // prettier-ignore
  expect(over.shortfalls).toEqual([{ what: 'over', row: 0, column: 0, form: 0, by: 2 }]);
});

test('a solver that runs out of time: what was found is not called the nearest, and nothing is not called something', async () => {
  const candidates = bank(8, randomFrom('late'));
  const blueprint: Blueprint = { ...plain, byDepth: false, rows: [{ standard: 1, wants: [9] }] };
  const wish: Wish = { blueprint, candidates, keep: [], enemies: [], forms: 1 };
  const options = { seconds: 1, clock: () => 0 };
  const late = await assemble(
    wish,
    async (program, own) => ({ ...(await highsSolve(program, own))!, bound: 0 }),
    options,
  );
  expect([late!.nearest, late!.shortfalls[0]!.what]).toEqual([false, 'short']);
  expect(await assemble(wish, async () => null, options)).toBeNull();
});

describe('threads that fill blueprints', () => {
  const wish: Wish = { blueprint: plain, candidates: [], keep: [], enemies: [], forms: 1 };
  const script = (body: string) => new URL(`data:text/javascript,${encodeURIComponent(`import { parentPort } from 'node:worker_threads'; ${body}`)}`); // prettier-ignore
  const assembled: Assembled = { forms: [[1]], shortfalls: [], nearest: true, means: [null], gap: null, unknown: 0 };

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
    const first = remote.fill({ wish, seconds: 600, step: (what) => (steps.push(what), stop.abort()), signal: stop.signal }); // prettier-ignore
    const second = remote.fill({ wish: { ...wish, forms: 2 }, seconds: 600, step: () => {}, signal: new AbortController().signal }); // prettier-ignore
    await expect(first).rejects.toThrow('It was stopped.');
    expect(steps).toEqual(['fitting']);
    expect(await second).toEqual(assembled);
  });

  test('that break say so', async () => {
    const remote = new RemoteAssembler(script(`throw new Error('out of memory');`));
    await expect(remote.fill({ wish, seconds: 600, step: () => {}, signal: new AbortController().signal })).rejects.toThrow('out of memory'); // prettier-ignore
  });
});
