/**
 * Filling blueprints from 10,000 items: 40 items with a mean difficulty to aim at, and two and three parallel forms.
 * The floor is the linear relaxation of the same first stage by the same solver: no program with whole numbers can be
 * quicker than that.
 */
import {
  assemble,
  type Assembled,
  type Blueprint,
  type PlannedItem,
  type Solve,
} from '@oaken/core/assembly';
import { randomFrom } from '@oaken/core/random';
import { highsSolve } from '../../server/src/assembly/highs';
import { report } from './figure';

const items = 10_000;
const standards = 25;

function bank(): PlannedItem[] {
  const random = randomFrom('bench bank');
  return Array.from({ length: items }, (_, index) => ({
    id: index + 1,
    standards: [[1 + random.below(standards)]],
    depth: 1 + random.below(4),
    points: 1 + random.below(3),
    seconds: 30 + random.below(200),
    facility: Math.min(0.98, Math.max(0.05, 0.6 + 0.2 * random.normal())),
    itemRestCorrelation: 0.6 * random.next(),
    byHand: random.next() < 0.1,
  }));
}
const blueprint: Blueprint = {
  measure: 'items',
  byDepth: true,
  rows: Array.from({ length: 10 }, (_, index) => ({ standard: index + 1, wants: [1, 1, 1, 1] })),
  minutes: 60,
  facility: 0.62,
  unknownToo: false,
  level: 'any',
  variantsOnly: false,
  byHand: 2,
  banks: [],
  curriculumLine: null,
  grades: [],
  without: [],
};
const seconds = () => performance.now() / 1000;
const candidates = bank();

async function fill(forms: number, plan = blueprint): Promise<{ found: Assembled; took: number }> {
  const began = seconds();
  const assembled = await assemble(
    { blueprint: plan, candidates, keep: [], enemies: [], forms },
    highsSolve,
    { seconds: 20, clock: seconds },
  );
  return { found: assembled!, took: seconds() - began };
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
  await assemble({ blueprint, candidates, keep: [], enemies: [], forms }, relaxed, {
    seconds: 20,
    clock: seconds,
  });
  return took;
}

// The solver is loaded and compiled before anything is measured.
await floor(1);
/** Shares of the points by which the forms' expected scores miss the aim, and each other. */
const shares = ({ figures }: Assembled) => figures.map(({ expected, points }) => expected / points);
const spreadOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
const limits = [
  { forms: 1, seconds: 5, name: 'one form' },
  { forms: 2, seconds: 20, name: '2 forms' },
  { forms: 3, seconds: 20, name: '3 forms' },
];
for (const { forms, seconds: limit, name } of limits) {
  const least = await floor(forms);
  const { found, took } = await fill(forms);
  const filled = found.shortfalls.length === 0 && found.forms.every(({ length }) => length === 40);
  const off = Math.max(...shares(found).map((share) => Math.abs(share - blueprint.facility!)));
  const between = (value: (form: Assembled['figures'][number]) => number) =>
    spreadOf(found.figures.map(value));
  const score = found.score!;
  const figure = (what: string, value: number, unit: string, holds: boolean, under = 0) =>
    report({ name: `blueprint: ${what}, ${name}`, value, unit, floor: under, holds });
  figure('40 of 10,000', took, 's', filled && took <= limit + 2, least);
  figure('farthest from the mean', off, 'of the points', off <= 0.01);
  figure(
    'score to what is proved',
    score.value - score.bound,
    'points',
    score.value - score.bound <= 0.3,
  );
  if (forms === 1)
    figure(
      'sharpness to what is proved',
      found.sharpness!.bound - found.sharpness!.value,
      '',
      true,
    );
  else {
    figure(
      'forms differ',
      spreadOf(shares(found)),
      'of the points',
      spreadOf(shares(found)) <= 0.005,
    );
    figure(
      'points differ',
      between(({ points }) => points),
      'points',
      between(({ points }) => points) === 0,
    );
    figure(
      'minutes differ',
      between(({ minutes }) => minutes),
      'min',
      between(({ minutes }) => minutes) <= 2,
    );
    figure(
      'difficulties differ in spread',
      between(({ spread }) => spread),
      'of the points',
      between(({ spread }) => spread) <= 0.03,
    );
  }
}
