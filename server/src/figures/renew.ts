/**
 * Keeps each item's observed figures beside it, from all work that was ever handed in on it as it
 * is worded and keyed now: over all, and by grade. What was handed in on another wording or key is
 * kept apart. The sums of each assignment are kept, so that new work costs what its own assignment
 * costs, whatever came before. They are read without locks; only writing them down is a
 * transaction, and a short one.
 */
import { pooledCorrelation } from '@oaken/core/analysis';
import type { Transaction } from 'sequelize';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { present } from '@oaken/core/certain';
import {
  staleFigures,
  sumsAsAskedNow,
  sumsOfAssignment,
  type ItemAnswerSums,
  type StaleFigures,
} from './queries';

/**
 * Fewer answers than this say too little about how well an item separates to be searched by (common
 * practice, no source).
 */
const leastToSeparate = 10;
/** Scores bear the time at which their transaction began; one that ends later than the sums were read is not missed. */
const overlap = 5_000;
/** Assignments that are renewed in one turn. */
const atOnce = 50;

/** Figures of an item from its sums, each sitting apart: a harder class does not look like a worse item. */
function figuresFrom(all: ItemAnswerSums[]) {
  const answerCount = all.reduce((sum, part) => sum + part.answers, 0);
  const earned = all.reduce((sum, part) => sum + part.earned, 0);
  const sittings = new Map<number, ItemAnswerSums>();
  for (const part of all) {
    const held = sittings.get(part.assignmentId);
    sittings.set(part.assignmentId, held ? added(held, part) : part);
  }
  return {
    answerCount,
    averageScore: earned / answerCount,
    itemRestCorrelation:
      answerCount < leastToSeparate ? null : pooledCorrelation([...sittings.values()]).value,
  };
}

const noFigures: ReturnType<typeof figuresFrom> = {
  answerCount: 0,
  averageScore: 0,
  itemRestCorrelation: null,
};

const added = (a: ItemAnswerSums, b: ItemAnswerSums): ItemAnswerSums => ({
  ...a,
  n: a.n + b.n,
  x: a.x + b.x,
  y: a.y + b.y,
  xx: a.xx + b.xx,
  yy: a.yy + b.yy,
  xy: a.xy + b.xy,
});

function by<Key>(
  all: ItemAnswerSums[],
  keyOf: (sums: ItemAnswerSums) => Key,
): Map<Key, ItemAnswerSums[]> {
  const groups = new Map<Key, ItemAnswerSums[]>();
  for (const sums of all) {
    const group = groups.get(keyOf(sums));
    if (group) group.push(sums);
    else groups.set(keyOf(sums), [sums]);
  }
  return groups;
}

async function storeSums(
  { models: { ItemSums } }: Database,
  assignmentId: number,
  sums: ItemAnswerSums[],
  transaction: Transaction,
): Promise<void> {
  await ItemSums.destroy({ where: { assignmentId }, transaction });
  await ItemSums.bulkCreate(sums, { transaction });
}

/**
 * Writes the figures of items down, from the sums of all assignments that asked them as they are
 * worded and keyed now.
 */
export async function storeFigures(
  database: Database,
  itemIds: number[],
  transaction: Transaction,
): Promise<void> {
  const { Item, ItemFigures } = database.models;
  const known = by(await sumsAsAskedNow(database, itemIds, transaction), ({ itemId }) => itemId);
  for (const itemId of itemIds) {
    const parts = known.get(itemId);
    // One that was asked otherwise, or whose every use was overridden or excused since, has no figures any more.
    const figures = parts ? figuresFrom(parts) : noFigures;
    await Item.update(figures, { where: { id: itemId }, transaction });
  }
  await ItemFigures.destroy({ where: { itemId: itemIds }, transaction });
  const ofGrades = [...known].flatMap(([itemId, parts]) =>
    [...by(parts, ({ grade }) => grade)]
      .filter(([grade]) => grade >= 0)
      .map(([grade, part]) => ({ itemId, grade, ...figuresFrom(part) })),
  );
  await ItemFigures.bulkCreate(ofGrades, { transaction });
}

async function renew(
  { database, now }: Pick<Context, 'database' | 'now'>,
  { id, figuresAt }: StaleFigures,
): Promise<void> {
  const { Assignment } = database.models;
  const time = new Date(now() - overlap);
  const itemIds = await itemsOfAssignment(database, id);
  const sums = await sumsOfAssignment(database, id);
  await database.transaction(async (transaction) => {
    // The assignment first and then its items: a rescoring locks them in this order too. What was
    // changed while the sums were read has put the mark back, and is renewed in the next turn.
    await Assignment.update({ figuresAt: time }, { where: { id, figuresAt }, transaction });
    await storeSums(database, id, sums, transaction);
    if (itemIds.length > 0) await storeFigures(database, itemIds, transaction);
  });
}

/** What an assignment asks now, and what it asked before a change of its edition. */
async function itemsOfAssignment({ models }: Database, assignmentId: number): Promise<number[]> {
  const { Assignment, EditionRevision, ItemSums } = models;
  const assignment = await Assignment.findByPk(assignmentId, { attributes: ['editionId'] });
  const { editionId } = present(assignment, 'assignment');
  const asked = await EditionRevision.findAll({ where: { editionId }, raw: true });
  const summed = await ItemSums.findAll({ where: { assignmentId }, raw: true });
  const itemIds = [...asked, ...summed].map(({ itemId }) => itemId);
  // In their order, so that two who write figures never wait for each other's items.
  return [...new Set(itemIds)].sort((a, b) => a - b);
}

/** Renews the figures of items in assignments with work that was handed in or scored since their last figures. */
export async function renewFigures(context: Pick<Context, 'database' | 'now'>): Promise<number> {
  const stale = await staleFigures(context.database, atOnce);
  for (const assignment of stale) await renew(context, assignment);
  return stale.length;
}
