/**
 * Filling blueprints from 10,000 items: 40 items with a mean difficulty to aim at, and two and three parallel forms.
 * The floor is the linear relaxation of the same first stage by the same solver: no program with whole numbers can be
 * quicker than that.
 */
import { assemble, type Assembled, type Blueprint, type PlannedItem, type Solve } from '@oaken/core/assembly';
import { randomFrom } from '@oaken/core/random';
import { highsSolve } from '../../server/src/assembly/highs';
import { report } from './figure';

const items = 10_000;
const standards = 25;

function bank(): PlannedItem[] {
  const random = randomFrom('bench bank');
  return Array.from({ length: items }, (_, at) => ({
    id: at + 1,
    standards: [[1 + random.below(standards)]],
    depth: 1 + random.below(4),
    points: 1 + random.below(3),
    seconds: 30 + random.below(200),
    facility: Math.min(0.98, Math.max(0.05, 0.6 + 0.2 * random.normal())),
    separation: 0.6 * random.next(),
    byHand: random.next() < 0.1,
  }));
}
const blueprint: Blueprint = {
  measure: 'items',
  byDepth: true,
  rows: Array.from({ length: 10 }, (_, at) => ({ standard: at + 1, wants: [1, 1, 1, 1] })),
  minutes: 60,
  facility: 0.62,
  unknownToo: false,
  byHand: 2,
  banks: [],
  grades: [],
  without: [],
};
const seconds = () => performance.now() / 1000;
const candidates = bank();

async function fill(forms: number, own = blueprint): Promise<{ found: Assembled; took: number }> {
  const began = seconds();
  const found = await assemble({ blueprint: own, candidates, keep: [], enemies: [], forms }, highsSolve, { seconds: 20, clock: seconds }); // prettier-ignore
  return { found: found!, took: seconds() - began };
}

/** The first program of a run, without whole numbers. */
async function floor(forms: number): Promise<number> {
  let took = Infinity;
  const relaxed: Solve = async (program, options) => {
    const began = seconds();
    const solved = await highsSolve({ ...program, whole: program.whole.map(() => false) }, options);
    took = Math.min(took, seconds() - began);
    return solved;
  };
  await assemble({ blueprint, candidates, keep: [], enemies: [], forms }, relaxed, { seconds: 20, clock: seconds });
  return took;
}

// The solver is loaded and compiled before anything is measured.
await floor(1);
const off = ({ means }: Assembled) => Math.max(...means.map((own) => Math.abs(own! - blueprint.facility!)));
for (const [forms, limit] of [
  [1, 5],
  [2, 20],
  [3, 20],
] as const) {
  // prettier-ignore
  const least = await floor(forms);
  const { found, took } = await fill(forms);
  const filled = found.shortfalls.length === 0 && found.forms.every(({ length }) => length === 40);
  report({ name: `blueprint: 40 of 10,000, ${forms === 1 ? 'one form' : `${forms} forms`}`, value: took, unit: 's', floor: least, holds: filled && took <= limit + 2 }); // prettier-ignore
  report({ name: `blueprint: farthest from the mean, ${forms === 1 ? 'one form' : `${forms} forms`}`, value: off(found), unit: 'facility', floor: 0, holds: off(found) <= 0.01 }); // prettier-ignore
  if (forms > 1) {
    const spread = Math.max(...found.means.map((own) => own!)) - Math.min(...found.means.map((own) => own!));
    report({ name: `blueprint: forms differ, ${forms} forms`, value: spread, unit: 'facility', floor: 0, holds: spread <= 0.005 }); // prettier-ignore
  }
  report({ name: `blueprint: gap to the optimum, ${forms === 1 ? 'one form' : `${forms} forms`}`, value: found.gap!, unit: 'facility', floor: 0, holds: found.gap! <= 0.005 }); // prettier-ignore
}
