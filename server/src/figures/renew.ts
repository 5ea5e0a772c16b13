/**
 * Keeps each item's observed figures beside it, from all work that was ever handed in on it as it is
 * worded and keyed now: over all, and by grade. Sums are kept of each assignment, and totals of each
 * item, so that new work costs what it adds, whatever came before. They are read without locks; only
 * writing them down is a transaction, and a short one.
 */
import { col, fn, literal, Op, type Transaction } from 'sequelize';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import type { Attempt } from '../models';
import { storeFigures } from './items';
import { staleFigures, sumsOfAssignment, type ItemAnswerSums, type StaleFigures } from './queries';
import { moveTotals } from './totals';

/** Assignments that are renewed in one turn. */
const atOnce = 50;

/** Work that is not in the figures as it is now. */
type StaleWork = Pick<
  Attempt,
  'id' | 'counts' | 'excused' | 'inFigures' | 'handedInAt' | 'scoredAt'
>;

const isCounting = ({ counts, excused, handedInAt }: StaleWork) =>
  Boolean(counts) && !excused && handedInAt !== null;

/** Two of them are the same work as long as nobody scored, excused or reopened it. */
const versionOf = ({ id, counts, excused, handedInAt, scoredAt }: StaleWork) =>
  [
    id,
    Number(counts),
    Number(excused),
    handedInAt && toMillis(handedInAt),
    scoredAt && toMillis(scoredAt),
  ].join(' ');

const attributes = [
  ...['id', 'counts', 'excused', 'inFigures', 'handedInAt', 'scoredAt'],
] as const satisfies readonly (keyof StaleWork)[];

/** Also what is counted and does not count any more, because another attempt does now. */
async function readStale(
  { models }: Database,
  assignmentId: number,
  transaction?: Transaction,
): Promise<StaleWork[]> {
  const outdated = { inFigures: true, [Op.or]: [{ counts: false }, { excused: true }] };
  return models.Attempt.findAll({
    attributes: [...attributes],
    where: { assignmentId, [Op.or]: [{ figuresStale: true }, outdated] },
    order: ['id'],
    raw: true,
    transaction,
  });
}

/** Locks the work that was read. @returns whether it is still the same, and all that is stale */
async function holdSame(
  database: Database,
  assignmentId: number,
  works: readonly StaleWork[],
  transaction: Transaction,
): Promise<boolean> {
  const held = await database.models.Attempt.findAll({
    attributes: [...attributes],
    where: { id: works.map(({ id }) => id) },
    order: ['id'],
    raw: true,
    transaction,
    lock: true,
  });
  const stale = await readStale(database, assignmentId, transaction);
  const versions = works.map(versionOf).join();
  return held.map(versionOf).join() === versions && stale.map(versionOf).join() === versions;
}

/** Renews the figures of items in assignments with work that was handed in or scored since their last figures. */
export async function renewFigures(context: Pick<Context, 'database' | 'now'>): Promise<number> {
  const stale = await staleFigures(context.database, atOnce);
  for (const assignment of stale) await renew(context, assignment);
  return stale.length;
}

async function renew(
  { database, now }: Pick<Context, 'database' | 'now'>,
  { id, figuresAt, kind }: StaleFigures,
): Promise<void> {
  const works = await readStale(database, id);
  // What is asked in class is talked about between, and kept apart from what was sat.
  const isKept = kind !== 'round';
  const isWhole = figuresAt === null || works.some(({ inFigures }) => inFigures);
  const counting = works.filter(isCounting).map((work) => work.id);
  const sums = isKept ? await sumsOfAssignment(database, id, isWhole ? null : counting) : [];
  await database.transaction(async (transaction) => {
    // The work first, then the assignment, and then its items: a rescoring locks them in this order too.
    if (!(await holdSame(database, id, works, transaction))) return;
    const [taken] = await database.models.Assignment.update(
      { figuresAt: new Date(now()) },
      { where: { id, figuresAt }, transaction },
    );
    // Something was scored while the sums were read: it is all for the next turn.
    if (taken === 0) return;
    if (isKept) await keepSums(database, id, { sums, isWhole }, transaction);
    await settle(database, works, isKept, transaction);
  });
}

/** Notes which work is in the figures, and as which version. */
async function settle(
  { models }: Database,
  works: readonly StaleWork[],
  isKept: boolean,
  transaction: Transaction,
): Promise<void> {
  const inFigures = isKept ? literal('counts AND NOT excused AND handed_in_at IS NOT NULL') : false;
  await models.Attempt.update(
    { figuresAt: fn('COALESCE', col('scored_at'), col('handed_in_at')), inFigures },
    { where: { id: works.map(({ id }) => id) }, transaction },
  );
}

const sumsKey = ({ itemId, revisionId, classId, grade }: ItemAnswerSums) =>
  [itemId, revisionId, classId, grade].join(' ');

const added = (a: ItemAnswerSums, b: ItemAnswerSums): ItemAnswerSums => ({
  ...a,
  answers: a.answers + Number(b.answers),
  earned: a.earned + b.earned,
  n: a.n + Number(b.n),
  x: a.x + b.x,
  y: a.y + b.y,
  xx: a.xx + b.xx,
  yy: a.yy + b.yy,
  xy: a.xy + b.xy,
});

/** Puts new sums in place of those of an assignment, or adds them, and moves the figures of its items. */
async function keepSums(
  database: Database,
  assignmentId: number,
  { sums, isWhole }: { sums: readonly ItemAnswerSums[]; isWhole: boolean },
  transaction: Transaction,
): Promise<void> {
  const { ItemSums } = database.models;
  const before: ItemAnswerSums[] = await ItemSums.findAll({
    where: { assignmentId },
    raw: true,
    transaction,
  });
  const kept = new Map(
    isWhole ? [] : before.map((line) => [sumsKey(line), line as ItemAnswerSums]),
  );
  const changed = sums.map((line) => {
    const held = kept.get(sumsKey(line));
    return held ? added(held, line) : line;
  });
  for (const line of changed) kept.set(sumsKey(line), line);
  if (isWhole) await ItemSums.destroy({ where: { assignmentId }, transaction });
  await ItemSums.bulkCreate(changed, {
    updateOnDuplicate: ['answers', 'earned', 'n', 'x', 'y', 'xx', 'yy', 'xy'],
    transaction,
  });
  await moveTotals(database, before, [...kept.values()], transaction);
  const itemIds = [...new Set([...before, ...sums].map(({ itemId }) => itemId))];
  await storeFigures(
    database,
    itemIds.sort((a, b) => a - b),
    transaction,
  );
}
