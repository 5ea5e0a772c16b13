/** What items are known by as they are asked now: how often they were answered, how well, and how well they separate. */
import { correlationIn } from '@oaken/core/analysis';
import { groupBy } from '@oaken/core/lists';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { everyGrade } from '../models/items';
import { writeItemFigures, type TotalsLine } from './queries';

/**
 * Fewer answers than this say too little about how well an item separates to be searched by (common
 * practice, no source).
 */
const leastToSeparate = 10;

const figuresFrom = (total: TotalsLine) => ({
  answerCount: total.answers,
  averageScore: total.answers === 0 ? 0 : total.earned / total.answers,
  itemRestCorrelation: total.answers < leastToSeparate ? null : correlationIn(total).value,
});

const noFigures: ReturnType<typeof figuresFrom> = {
  answerCount: 0,
  averageScore: 0,
  itemRestCorrelation: null,
};

/** Writes the figures of items down, from their totals as they are worded and keyed now. */
export async function storeFigures(
  database: Database,
  itemIds: readonly number[],
  transaction: Transaction,
): Promise<void> {
  if (itemIds.length === 0) return;
  const { ItemFigures } = database.models;
  const totals = groupBy(
    await totalsAsAskedNow(database, itemIds, transaction),
    ({ itemId }) => itemId,
  );
  const everybody = itemIds.map((itemId) => {
    const total = totals.get(itemId)?.find(({ grade }) => grade === everyGrade);
    // One that was asked otherwise, or whose every use was overridden or excused since, has none any more.
    return { itemId, ...(total ? figuresFrom(total) : noFigures) };
  });
  await writeItemFigures(database, everybody, transaction);
  await ItemFigures.destroy({ where: { itemId: [...itemIds] }, transaction });
  const ofGrades = [...totals.values()]
    .flat()
    .filter(({ grade, answers }) => grade >= 0 && answers > 0)
    .map((total) => ({ itemId: total.itemId, grade: total.grade, ...figuresFrom(total) }));
  await ItemFigures.bulkCreate(ofGrades, { transaction });
}

async function totalsAsAskedNow(
  { models }: Database,
  itemIds: readonly number[],
  transaction: Transaction,
): Promise<TotalsLine[]> {
  const items = await models.Item.findAll({
    attributes: ['id'],
    where: { id: [...itemIds] },
    include: [{ association: 'revision', attributes: ['asked'] }],
    transaction,
  });
  const asked = new Map(items.map(({ id, revision }) => [id, revision?.asked]));
  // With a lock, so that what another process has added since this transaction began is in them.
  const totals = await models.ItemTotals.findAll({
    where: { itemId: [...itemIds] },
    raw: true,
    transaction,
    lock: transaction.LOCK.SHARE,
  });
  return totals.filter((total) => total.asked === asked.get(total.itemId));
}
