/**
 * What a teacher decides about one student's work: excused, other points, points besides. All of it
 * is kept with its reason.
 */
import type { api, BodyOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import { type Transaction, Op } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { attemptForm, lockAttempt, readGiven } from '../attempts/given';
import type { Context } from '../context';
import { invalid, notFound, problem } from '../problems/problem';
import { sentence } from './sentences';

interface WorkPath {
  assignmentId: number;
  studentId: number;
}

/** The attempt of a student that counts, locked. */
async function lockCounting(
  { database }: Context,
  { assignmentId, studentId }: WorkPath,
  transaction: Transaction,
) {
  const row = await database.models.Attempt.findOne({
    attributes: ['id'],
    where: { assignmentId, studentId, counts: true },
    transaction,
  });
  const attempt = row && (await lockAttempt(database, row.id, transaction));
  if (!attempt || attempt.handedInAt === null) throw problem('no-work-yet');
  return attempt;
}

async function follow(
  context: Context,
  editions: Editions,
  attempt: Awaited<ReturnType<typeof lockCounting>>,
  transaction: Transaction,
) {
  const { database } = context;
  const { Adjustment, Attempt } = database.models;
  const wholeWork = { attemptId: attempt.id, entryId: '', kind: 'excused' as const };
  const excused = await Adjustment.count({ where: { ...wholeWork, undoneAt: null }, transaction });
  await Attempt.update({ excused: excused > 0 }, { where: { id: attempt.id }, transaction });
  await scoreAnew(
    database,
    editions,
    attempt,
    await readGiven(database, attempt.studentId, attempt.assignmentId, transaction),
    context.now(),
    transaction,
  );
}

export async function adjust(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: WorkPath,
  { kind, entry, points, reason }: BodyOf<typeof api.adjust>,
): Promise<{ id: number }> {
  const { database, now } = context;
  if (kind === 'override' && entry === null)
    throw invalid([{ pointer: '/entry', message: sentence('sayWhichQuestionGetsOther') }]);
  if (kind === 'bonus' && entry !== null)
    throw invalid([{ pointer: '/entry', message: sentence('pointsBesidesBelongToWhole') }]);
  if (kind !== 'excused' && points === null)
    throw invalid([{ pointer: '/points', message: sentence('sayHowManyPoints') }]);
  if (kind === 'bonus' && points === 0)
    throw invalid([{ pointer: '/points', message: sentence('sayHowManyPoints0') }]);
  await insistOnRunningAssignment(database, me, path.assignmentId);
  return database.transaction(async (transaction) => {
    const attempt = await lockCounting(context, path, transaction);
    const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
    if (entry !== null) {
      const { edition } = await editions.get(given.editionId);
      const editionEntry = entriesOf({
        sections: attemptForm(edition, attempt, given.rules).sections,
      }).find(({ id }) => id === entry);
      if (!editionEntry) throw notFound('questionOfStudent');
      if (kind === 'override' && points !== null && points > editionEntry.points)
        throw invalid([
          {
            pointer: '/points',
            message: sentence('questionGivesAtMostPoints', { points: editionEntry.points }),
          },
        ]);
    }
    // A later decision about the same thing takes the place of the earlier one; points besides add up.
    const { Adjustment } = database.models;
    const time = new Date(now());
    const about = { attemptId: attempt.id, entryId: entry ?? '' };
    if (kind !== 'bonus')
      await Adjustment.update(
        { undoneBy: me.account.id, undoneAt: time },
        { where: { ...about, kind: { [Op.ne]: 'bonus' }, undoneAt: null }, transaction },
      );
    const adjustment = await Adjustment.create(
      {
        ...about,
        kind,
        points: kind === 'excused' ? null : points,
        reason,
        madeBy: me.account.id,
        madeAt: time,
      },
      { transaction },
    );
    await follow(context, editions, attempt, transaction);
    return { id: adjustment.id };
  });
}

export async function takeAdjustmentBack(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId, adjustmentId }: WorkPath & { adjustmentId: number },
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  await database.transaction(async (transaction) => {
    const adjustment = await database.models.Adjustment.findOne({
      where: { id: adjustmentId },
      include: [{ association: 'attempt', attributes: [], where: { assignmentId, studentId } }],
      transaction,
    });
    if (!adjustment) throw notFound('decision');
    const attempt = await lockAttempt(database, adjustment.attemptId, transaction);
    if (!attempt || attempt.handedInAt === null) throw problem('open-again-to-decide');
    if (adjustment.undoneAt !== null) return;
    await adjustment.update(
      { undoneBy: me.account.id, undoneAt: new Date(now()) },
      { transaction },
    );
    await follow(context, editions, attempt, transaction);
  });
}
