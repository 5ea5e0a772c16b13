/** What items' answers add up to over all assignments, kept as assignments are added and taken away. */
import { emptyPool, poolOf, pooled, type PairSums } from '@oaken/core/analysis';
import { present } from '@oaken/core/certain';
import { groupBy } from '@oaken/core/lists';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { everyGrade } from '../models/items';
import { addToTotals, type ItemAnswerSums, type TotalsLine } from './queries';

/** What was asked by each revision. */
export type AskedOf = (revisionId: number) => string;

export async function readAsked(
  { models }: Database,
  revisionIds: readonly number[],
  transaction?: Transaction,
): Promise<AskedOf> {
  const revisions = await models.Revision.findAll({
    attributes: ['id', 'asked'],
    where: { id: [...new Set(revisionIds)] },
    raw: true,
    transaction,
  });
  const asked = new Map(revisions.map((revision) => [revision.id, revision.asked ?? '']));
  return (revisionId) => present(asked.get(revisionId), 'revision');
}

const sumOf = (parts: readonly ItemAnswerSums[], pick: (part: ItemAnswerSums) => number) =>
  parts.reduce((sum, part) => sum + Number(pick(part)), 0);

/** The sums of several classes or grades of one sitting, taken as one. */
const together = (parts: readonly ItemAnswerSums[]): PairSums => ({
  n: sumOf(parts, ({ n }) => n),
  x: sumOf(parts, ({ x }) => x),
  y: sumOf(parts, ({ y }) => y),
  xx: sumOf(parts, ({ xx }) => xx),
  yy: sumOf(parts, ({ yy }) => yy),
  xy: sumOf(parts, ({ xy }) => xy),
});

function lineOf(
  which: Pick<TotalsLine, 'itemId' | 'asked' | 'grade'>,
  parts: readonly ItemAnswerSums[],
): TotalsLine {
  return {
    ...which,
    answers: sumOf(parts, ({ answers }) => answers),
    earned: sumOf(parts, ({ earned }) => earned),
    ...poolOf(together(parts)),
  };
}

/** What one assignment adds to the totals: of each item by grade, and over all grades. */
export function totalsOf(sums: readonly ItemAnswerSums[], asked: AskedOf): TotalsLine[] {
  const byItem = groupBy(sums, ({ itemId, revisionId }) => `${itemId} ${asked(revisionId)}`);
  return [...byItem.values()].flatMap((parts) => {
    const { itemId, revisionId } = present(parts[0], 'sums of an item');
    const which = { itemId, asked: asked(revisionId) };
    return [
      lineOf({ ...which, grade: everyGrade }, parts),
      ...[...groupBy(parts, ({ grade }) => grade)].map(([grade, ofGrade]) =>
        lineOf({ ...which, grade }, ofGrade),
      ),
    ];
  });
}

const keyOf = ({ itemId, asked, grade }: TotalsLine) => `${itemId} ${asked} ${grade}`;

/** @param times 1 adds, -1 takes away */
const added = (a: TotalsLine, b: TotalsLine, times: 1 | -1): TotalsLine => ({
  ...a,
  answers: a.answers + times * b.answers,
  earned: a.earned + times * b.earned,
  ...pooled(a, b, times),
});

/** Lines of several sittings, those of the same item, wording and grade as one. */
export function summed(lines: readonly TotalsLine[]): TotalsLine[] {
  const sums = new Map<string, TotalsLine>();
  for (const line of lines) {
    const held = sums.get(keyOf(line));
    sums.set(keyOf(line), held ? added(held, line, 1) : line);
  }
  return [...sums.values()];
}

/**
 * From one state of an assignment to the next, in the order of the table so that two who write never
 * wait for each other.
 */
export function changesOf(before: readonly TotalsLine[], after: readonly TotalsLine[]) {
  const changes = new Map(after.map((line) => [keyOf(line), line]));
  for (const line of before) {
    const nothing = { ...line, answers: 0, earned: 0, ...emptyPool };
    changes.set(keyOf(line), added(changes.get(keyOf(line)) ?? nothing, line, -1));
  }
  return [...changes.values()].sort(
    (a, b) => a.itemId - b.itemId || (a.asked < b.asked ? -1 : 1) || a.grade - b.grade,
  );
}

/** Replaces what an assignment gave to the totals by what it gives now. */
export async function moveTotals(
  database: Database,
  before: readonly ItemAnswerSums[],
  after: readonly ItemAnswerSums[],
  transaction: Transaction,
): Promise<void> {
  const revisionIds = [...before, ...after].map(({ revisionId }) => revisionId);
  const asked = await readAsked(database, revisionIds, transaction);
  const changes = changesOf(totalsOf(before, asked), totalsOf(after, asked));
  await addToTotals(database, changes, transaction);
}
