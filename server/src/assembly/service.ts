/** What a blueprint may be filled from, and the answer as it comes. */
import type { FillLine } from '@oaken/contract/assessments';
import type { BodyOf, api } from '@oaken/contract';
import {
  blueprintProblems,
  type Assembled,
  type Blueprint,
  type PlannedItem,
} from '@oaken/core/assembly';
import { mostEntries } from '@oaken/core/assessments';
import { chainsOf } from '@oaken/core/tree';
import { Op, type WhereOptions } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { makesItself } from '../banks/fairness';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { enemiesAmong } from '../assessments/reading';
import type { Item, Revision } from '../models';
import { present } from '@oaken/core/certain';
import { placedBelow } from '../curriculum-lines';
import { usableBanks } from '../banks/rights';
import { valuesOf } from '../models/subquery';
import { sentence } from './sentences';

/** What an item without an estimate is taken to need, in seconds; the page's footing counts the same. */
const usualSeconds = 60;

type Wanted = BodyOf<typeof api.fillBlueprint>;

export async function insistOnFillable(
  { database }: Context,
  me: SignedIn,
  testId: number,
  { blueprint }: Wanted,
) {
  const test = await database.models.Test.scope(rule('editableBy', me)).count({
    where: { id: testId, removedAt: null },
  });
  if (test === 0) throw notFound('test');
  const problems = blueprintProblems(blueprint, mostEntries);
  if (problems.length > 0)
    throw invalid(problems.map((message) => ({ pointer: '/blueprint', message })));
}

/** Fills it, and says what is being done in lines. */
export async function* fillBlueprint(
  context: Context,
  me: SignedIn,
  testId: number,
  wanted: Wanted,
  signal: AbortSignal,
): AsyncGenerator<FillLine> {
  const began = performance.now();
  yield { line: 'step', what: 'reading', candidates: 0 };
  const { candidates, copies } = await candidatesFor(context.database, me, testId, wanted);
  const ids = candidates.map(({ id }) => id);
  const enemies = [...(await enemiesAmong(context.database, ids)), ...copies];
  const steps: FillLine[] = [];
  let wake = () => {};
  const say = (what: 'fitting' | 'balancing') => {
    steps.push({ line: 'step', what, candidates: candidates.length });
    wake();
  };
  const { blueprint, keep, forms, seconds } = wanted;
  let outcome: { assembled: Assembled | null } | { error: unknown } | null = null;
  const filling = context.assembler
    .fill({ wish: { blueprint, candidates, keep, enemies, forms }, seconds, step: say, signal })
    .then((assembled) => (outcome = { assembled }))
    .catch((error: unknown) => (outcome = { error }))
    .finally(() => wake());
  while (outcome === null) {
    await new Promise<void>((resolve) => {
      wake = resolve;
      if (outcome !== null || steps.length > 0) resolve();
    });
    yield* steps.splice(0);
  }
  await filling;
  const ended = outcome as { assembled: Assembled | null } | { error: unknown };
  if ('error' in ended) {
    context.log.error({ err: ended.error }, 'a blueprint could not be filled');
    yield {
      line: 'failed',
      words: sentence('machineCouldNotFinishNothing'),
    };
    return;
  }
  const { assembled } = ended;
  if (!assembled) {
    yield {
      line: 'failed',
      words: sentence('nothingThatFitsWasFound', { seconds }),
    };
    return;
  }
  yield {
    line: 'done',
    ...assembled,
    forms: await Promise.all(
      assembled.forms.map((form) => readItems(context.database, me, form, { retired: true })),
    ),
    candidates: candidates.length,
    seconds: (performance.now() - began) / 1000,
  };
}

/**
 * Items of my usable banks on the blueprint's standards, with those of the test that are kept, whatever bank they come
 * from; and which are copies of each other.
 */
async function candidatesFor(
  database: Database,
  me: SignedIn,
  testId: number,
  { blueprint, keep }: Wanted,
) {
  const { Item, Revision, Standard, TestRevision } = database.models;
  const standards = await Standard.findAll({ attributes: ['id', 'parentId'] });
  const chain = chainsOf(standards);
  const rowsOf = new Set(blueprint.rows.map(({ standard }) => standard));
  const below = standards
    .map(({ id }) => id)
    .filter((id) => chain(id).some((standard) => rowsOf.has(standard)));
  const pinned = valuesOf(Revision, 'itemId', {
    id: { [Op.in]: valuesOf(TestRevision, 'revisionId', { testId }) },
  });
  const fitting =
    below.length === 0
      ? []
      : await Item.findAll({
          where: await fittingItems(database, me, blueprint),
          include: [{ ...withRevision, where: fittingRevisions(database, blueprint, below) }],
        });
  const kept = await Item.findAll({
    where: { [Op.and]: [{ id: keep }, { id: { [Op.in]: pinned } }] },
    include: [withRevision],
  });
  const items = new Map([...fitting, ...kept].map((item) => [item.id, item]));
  const copies = [...items.values()].flatMap(({ id, sourceItemId }): [number, number][] =>
    sourceItemId !== null && items.has(sourceItemId) ? [[id, sourceItemId]] : [],
  );
  const candidates = [...items.values()]
    .sort((a, b) => a.id - b.id)
    .map((item) => planned(item, chain));
  return { candidates, copies };
}

/** Of an item only what is planned with. */
const withRevision = {
  association: 'revision',
  required: true,
  attributes: ['id', 'depth', 'points', 'seconds', 'markedBy'],
  include: [{ association: 'revisionStandards', separate: true }],
};

async function fittingItems(
  database: Database,
  me: SignedIn,
  { banks, curriculumLine }: Blueprint,
): Promise<WhereOptions<Item>> {
  const usable = [...(await usableBanks(database, me))];
  const bankId = banks.length > 0 ? usable.filter((id) => banks.includes(id)) : usable;
  if (curriculumLine === null) return { retiredAt: null, bankId };
  const { items } = await placedBelow(database, me, curriculumLine);
  return { retiredAt: null, bankId, id: items };
}

function fittingRevisions(
  { models }: Database,
  { grades, variantsOnly }: Blueprint,
  standards: number[],
): WhereOptions<Revision> {
  const onStandards = valuesOf(models.RevisionStandard, 'revisionId', { standardId: standards });
  const forGrades = valuesOf(models.RevisionGrade, 'revisionId', { grade: grades });
  return {
    // What gives no points measures nothing.
    points: { [Op.gt]: 0 },
    ...(variantsOnly && makesItself),
    [Op.and]: [
      { id: { [Op.in]: onStandards } },
      ...(grades.length > 0 ? [{ id: { [Op.in]: forGrades } }] : []),
    ],
  };
}

function planned(item: Item, chain: (standard: number) => number[]): PlannedItem {
  const {
    depth,
    points,
    seconds,
    markedBy,
    revisionStandards = [],
  } = present(item.revision, 'revision of the item');
  return {
    id: item.id,
    depth,
    points,
    seconds: seconds ?? usualSeconds,
    facility: item.answerCount > 0 ? item.averageScore : null,
    itemRestCorrelation: item.itemRestCorrelation,
    byHand: markedBy === 'hand',
    standards: revisionStandards.map(({ standardId }) => chain(standardId)),
  };
}
