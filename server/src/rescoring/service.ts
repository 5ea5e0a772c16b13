/** Repairs: said before they are done, done in one transaction, kept with who did it, and undone in one step. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { present, valueOf } from '@oaken/core/certain';
import { type Edition, entriesOf } from '@oaken/core/forms';
import { effectOf } from '@oaken/core/rescoring';
import { roundPoints } from '@oaken/core/scoring';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { replaceScores } from '../attempts/queries';
import { storeEdition } from '../attempts/store-edition';
import type { Context } from '../context';
import { type Database, toMillis } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { changed, find, type Rescoreable, worths } from './changing';
import { writeWorths } from './queries';
import { readEdition, readStored, compute } from './computing';

/** What the whole is worth; of a draw its number of items. */
const pointsOf = ({ sections }: Edition) =>
  roundPoints(
    sections.reduce((sum, { draw, entries }) => {
      const counting = entries.filter(({ override }) => override !== 'dropped');
      const all = counting.reduce((value, { points }) => value + points, 0);
      return sum + (draw == null || draw >= counting.length ? all : (all / counting.length) * draw);
    }, 0),
  );

async function keepEdition(
  database: Database,
  before: number,
  after: Edition,
  now: number,
  transaction: Transaction,
) {
  const { testId, itemCount } = present(
    await database.models.Edition.findByPk(before, {
      attributes: ['testId', 'itemCount'],
      transaction,
    }),
    'edition before',
  );
  const edition = { testId, itemCount, content: after, points: pointsOf(after) };
  return storeEdition(database, edition, now, transaction);
}

/** Scores all that was handed in under `edition` and makes it the assignment's, within the caller's transaction. */
export async function rescore(
  { database }: Context,
  assignment: Rescoreable,
  editionId: number,
  edition: Edition,
  transaction: Transaction,
): Promise<{ attempts: number; gained: number; lost: number }> {
  const stored = await readStored(database, assignment.id, assignment.rules, transaction);
  const old = compute(stored, await readEdition(database, assignment.editionId, transaction));
  const made = compute(stored, edition);
  const was = new Map(old.lines.map((line) => [line.id, line]));
  // Only what differs is written; everything is computed.
  const differing = made.lines.flatMap(({ id, scores }) => {
    const before = valueOf(was, id).scores;
    const entryScores = scores.filter(
      (score, index) => JSON.stringify(score) !== JSON.stringify(before[index]),
    );
    return entryScores.length > 0 ? [{ attemptId: id, scores: entryScores }] : [];
  });
  await replaceScores(database, differing, transaction);
  const worth = made.lines.map(({ id, studentId, number, points, maxPoints }) => {
    const counted = present(made.counted.get(studentId), 'counting attempt');
    const counts = counted.attempt.number === number;
    return {
      id,
      points,
      maxPoints: maxPoints,
      counts,
      countedPoints: counts ? counted.points : points,
    };
  });
  await writeWorths(database, worth, transaction);
  // The items' own figures follow from the scores.
  await database.models.Assignment.update(
    { editionId, figuresAt: null },
    { where: { id: assignment.id }, transaction },
  );
  const { gain, lose } = effectOf(worths(old, made), []);
  return { attempts: made.lines.length, gained: gain.length, lost: lose.length };
}

/** Locks the work first and then the assignment: whoever hands in does so in this order too. */
async function lockAll(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  transaction: Transaction,
) {
  await insistOnRunningAssignment(context.database, me, assignmentId);
  await context.database.models.Attempt.findAll({
    attributes: ['id'],
    where: { assignmentId },
    order: ['id'],
    lock: true,
    transaction,
  });
  return find(context, me, assignmentId, transaction);
}

export async function makeRescore(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  { change, edition: lookedAt, reason, tell }: BodyOf<typeof api.makeRescore>,
): Promise<AnswerOf<typeof api.makeRescore>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    if (assignment.editionId !== lookedAt) throw problem('rescored-meanwhile');
    const { after, words } = await changed(
      await readEdition(database, assignment.editionId, transaction),
      change,
    );
    const editionId = await keepEdition(database, assignment.editionId, after, now(), transaction);
    const done = await rescore(context, assignment, editionId, after, transaction);
    const { id } = await database.models.Rescore.create(
      {
        assignmentId,
        entryId: change.entry,
        editionBefore: assignment.editionId,
        editionAfter: editionId,
        summary: words.join(' ').slice(0, 4000),
        reason,
        gainedCount: done.gained,
        lostCount: done.lost,
        studentsTold: tell,
        madeBy: me.account.id,
        madeAt: new Date(now()),
      },
      { transaction },
    );
    return { id, ...done };
  });
}

export async function undoRescore(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  rescoreId: number,
): Promise<AnswerOf<typeof api.undoRescore>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    const rescored = await database.models.Rescore.findOne({
      where: { id: rescoreId, assignmentId },
      lock: true,
      transaction,
    });
    if (!rescored) throw notFound('change');
    const { editionBefore, editionAfter, undoneAt } = rescored;
    if (undoneAt !== null) return { attempts: 0 };
    if (editionAfter !== assignment.editionId) throw problem('rescored-after');
    const { attempts } = await rescore(
      context,
      assignment,
      editionBefore,
      await readEdition(database, editionBefore, transaction),
      transaction,
    );
    await rescored.update({ undoneBy: me.account.id, undoneAt: new Date(now()) }, { transaction });
    return { attempts };
  });
}

export async function readRescores(
  context: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.readRescores>> {
  const { database } = context;
  const { editionId, mayRescore } = await find(context, me, assignmentId);
  const order = new Map(
    entriesOf(await readEdition(database, editionId)).map(({ id }, index) => [id, index + 1]),
  );
  const rescores = await database.models.Rescore.findAll({
    where: { assignmentId },
    include: ['maker', 'undoer'],
    order: [['id', 'DESC']],
  });
  return {
    rescores: rescores.map((rescored) => ({
      id: rescored.id,
      entry: rescored.entryId,
      words: rescored.summary,
      reason: rescored.reason,
      gained: rescored.gainedCount,
      lost: rescored.lostCount,
      told: rescored.studentsTold,
      by: rescored.maker?.fullName ?? '',
      number: order.get(rescored.entryId) ?? null,
      at: toMillis(rescored.madeAt),
      undone:
        rescored.undoneAt === null
          ? null
          : { by: rescored.undoer?.fullName ?? '', at: toMillis(rescored.undoneAt) },
      mayUndo: mayRescore && rescored.undoneAt === null && rescored.editionAfter === editionId,
    })),
  };
}
