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
import { chainsOf, type TreeRow } from '@oaken/core/tree';
import { asking, editableTest, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import { row, rows, type Database } from '../database/connect';
import { invalid, notFound } from '../http/problem';
import { enemiesAmong } from '../assessments/reading';

/** What an item without an estimate is taken to need, in seconds; the page's footing counts the same. */
const usualSeconds = 60;

interface Row extends Omit<PlannedItem, 'standards' | 'byHand'> {
  standards: string | null;
  byHand: number;
  source: number | null;
}

type Wanted = BodyOf<typeof api.fillBlueprint>;

export async function insistOnFillable(
  { database }: Context,
  me: SignedIn,
  testId: number,
  { blueprint }: Wanted,
) {
  const test = await row(
    database,
    `SELECT t.id FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${editableTest}`,
    { ...asking(me), testId },
  );
  if (!test) throw notFound('The test');
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
      words: 'The machine could not finish. Nothing was changed; try again.',
    };
    return;
  }
  const { assembled } = ended;
  if (!assembled) {
    yield {
      line: 'failed',
      words: `Nothing that fits was found within ${seconds} seconds. Give it more time, or ask for less.`,
    };
    return;
  }
  yield {
    line: 'done',
    ...assembled,
    forms: await Promise.all(
      assembled.forms.map((own) => readItems(context.database, me, own, { retired: true })),
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
  const standards = await rows<TreeRow>(
    database,
    'SELECT id, parent_id AS parentId FROM standards',
  );
  const chain = chainsOf(standards);
  const rowsOf = new Set(blueprint.rows.map(({ standard }) => standard));
  const below = standards
    .map(({ id }) => id)
    .filter((id) => chain(id).some((own) => rowsOf.has(own)));
  const found = await rows<Row>(
    database,
    `SELECT i.id, r.depth, r.points, COALESCE(r.seconds, :usualSeconds) AS seconds,
            CASE WHEN i.seen_n > 0 THEN i.seen_share END AS facility, i.separation, r.marked_by = 'hand' AS byHand,
            i.source_item_id AS source, GROUP_CONCAT(rs.standard_id) AS standards
       FROM items i STRAIGHT_JOIN banks b ON b.id = i.bank_id STRAIGHT_JOIN revisions r ON r.id = i.revision_id
       LEFT JOIN revision_standards rs ON rs.revision_id = r.id
      WHERE (i.id IN (:keep) AND i.id IN (SELECT own.item_id FROM test_revisions tr JOIN revisions own ON own.id = tr.revision_id WHERE tr.test_id = :testId))
         OR (${usableBank} AND ${condition(blueprint, below.length > 0)})
      GROUP BY i.id`,
    { ...asking(me), ...blueprint, usualSeconds, testId, keep: [0, ...keep], below },
  );
  const ids = new Set(found.map(({ id }) => id));
  const copies = found.flatMap(({ id, source }): [number, number][] =>
    source !== null && ids.has(source) ? [[id, source]] : [],
  );
  const candidates = found.map(({ standards: list, byHand, source: _, ...own }): PlannedItem => ({
    ...own,
    byHand: Boolean(byHand),
    standards: (list?.split(',') ?? []).map((id) => chain(Number(id))),
  }));
  return { candidates, copies };
}

function condition({ banks, grades }: Blueprint, anyStandard: boolean): string {
  if (!anyStandard) return 'FALSE';
  return [
    'i.retired_at IS NULL',
    'r.id IN (SELECT own.revision_id FROM revision_standards own WHERE own.standard_id IN (:below))',
    // What gives no points measures nothing.
    'r.points > 0',
    ...(banks.length > 0 ? ['i.bank_id IN (:banks)'] : []),
    ...(grades.length > 0
      ? ['r.id IN (SELECT g.revision_id FROM revision_grades g WHERE g.grade IN (:grades))']
      : []),
  ].join(' AND ');
}
