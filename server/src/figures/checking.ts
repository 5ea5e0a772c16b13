/**
 * Recomputes what is kept from the scores themselves, one assignment after the other, while nothing
 * waits for its figures: what differs is said in the log and mended.
 */
import { groupBy } from '@oaken/core/lists';
import { Op, Transaction } from 'sequelize';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { storeFigures } from './items';
import { staleFigures, sumsOfAssignment, type ItemAnswerSums, type TotalsLine } from './queries';
import { changesOf, readAsked, summed, totalsOf } from './totals';

type Checks = Pick<Context, 'database' | 'log'>;

/** Adding and taking away rounds; a mistake is larger by far. */
const rounding = 1e-6;

/** Walks round all assignments that have figures, one at each turn. */
export class FiguresCheck {
  private last = 0;

  constructor(private readonly context: Checks) {}

  /** @returns whether something was wrong, and is right now; null where there was no time or nothing to check */
  async next(): Promise<boolean | null> {
    const { database } = this.context;
    if ((await staleFigures(database, 1)).length > 0) return null;
    const { Assignment } = database.models;
    const assignment = await Assignment.findOne({
      attributes: ['id'],
      where: {
        id: { [Op.gt]: this.last },
        figuresAt: { [Op.ne]: null },
        kind: { [Op.ne]: 'round' },
      },
      order: ['id'],
    });
    this.last = assignment?.id ?? 0;
    return assignment ? checkFigures(this.context, assignment.id) : null;
  }
}

/** Checks the sums of one assignment and the totals of its items. @returns whether they were wrong */
export async function checkFigures(
  { database, log }: Checks,
  assignmentId: number,
): Promise<boolean> {
  // Both sides as of the same moment, so that work that arrives meanwhile is in neither.
  const snapshot = { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ };
  return database.transaction(snapshot, async (transaction) => {
    const { Assignment, Attempt, ItemSums } = database.models;
    const stale = await Attempt.count({ where: { assignmentId, figuresStale: true }, transaction });
    if (stale > 0) return false;
    const kept: ItemAnswerSums[] = await ItemSums.findAll({
      where: { assignmentId },
      raw: true,
      transaction,
    });
    const worked = await sumsOfAssignment(database, assignmentId, null, transaction);
    const asked = await readAsked(
      database,
      [...kept, ...worked].map(({ revisionId }) => revisionId),
      transaction,
    );
    const sumsDiffer = changesOf(totalsOf(kept, asked), totalsOf(worked, asked)).some(isDifferent);
    if (sumsDiffer) {
      log.warn(
        { assignmentId },
        'the kept sums of an assignment are not those of its scores; they are made anew',
      );
      // The next turn reads them all again, and moves the totals by what was wrong.
      await Assignment.update({ figuresAt: null }, { where: { id: assignmentId }, transaction });
    }
    const itemIds = [...new Set(kept.map(({ itemId }) => itemId))].sort((a, b) => a - b);
    const itemsDiffer = await checkTotals(database, itemIds, transaction);
    if (itemsDiffer.length > 0)
      log.warn(
        { itemIds: itemsDiffer },
        'the kept totals of items are not those of their sums; they are made anew',
      );
    return sumsDiffer || itemsDiffer.length > 0;
  });
}

const isDifferent = (change: TotalsLine): boolean => {
  const scale = Math.max(1, Math.abs(change.scaleX), Math.abs(change.scaleY), change.answers);
  return (
    change.answers !== 0 ||
    change.n !== 0 ||
    [change.earned, change.xx, change.yy, change.xy].some(
      (value) => Math.abs(value) > rounding * scale,
    )
  );
};

/** Compares the totals of items with all their sums. @returns the items whose totals were wrong and are written anew */
async function checkTotals(
  database: Database,
  itemIds: readonly number[],
  transaction: Transaction,
): Promise<number[]> {
  if (itemIds.length === 0) return [];
  const { ItemSums, ItemTotals } = database.models;
  const where = { itemId: [...itemIds] };
  const sums: ItemAnswerSums[] = await ItemSums.findAll({ where, raw: true, transaction });
  const kept: TotalsLine[] = await ItemTotals.findAll({ where, raw: true, transaction });
  const asked = await readAsked(
    database,
    sums.map(({ revisionId }) => revisionId),
    transaction,
  );
  const bySitting = [...groupBy(sums, (line) => line.assignmentId).values()];
  const worked = summed(bySitting.flatMap((sitting) => totalsOf(sitting, asked)));
  const different = changesOf(kept, worked)
    .filter(isDifferent)
    .map(({ itemId }) => itemId);
  const wrong = [...new Set(different)];
  if (wrong.length === 0) return [];
  await ItemTotals.destroy({ where: { itemId: wrong }, transaction });
  await ItemTotals.bulkCreate(
    worked.filter(({ itemId }) => wrong.includes(itemId)),
    { transaction },
  );
  await storeFigures(database, wrong, transaction);
  return wrong;
}
