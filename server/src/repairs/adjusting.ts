/** What a teacher decides about one student's work: excused, other points, points besides. All of it is kept with its reason. */
import type { api, BodyOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { attemptForm, lockAttempt, readGiven } from '../attempts/given';
import type { Context } from '../context';
import { insertedId, row } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';

interface Place {
  assignmentId: number;
  studentId: number;
}

/** The attempt of a student that counts, locked. */
async function lockCounting(
  { database }: Context,
  { assignmentId, studentId }: Place,
  transaction: Transaction,
) {
  const found = await row<{ id: number }>(
    database,
    'SELECT id FROM attempts WHERE assignment_id = :assignmentId AND student_id = :studentId AND counts',
    { assignmentId, studentId },
    transaction,
  );
  const attempt = found && (await lockAttempt(database, found.id, transaction));
  if (!attempt || attempt.handedInAt === null)
    throw new Problem(
      409,
      'There is no work of this student to decide about.',
      'It has to be handed in first.',
    );
  return attempt;
}

async function follow(
  context: Context,
  editions: Editions,
  attempt: Awaited<ReturnType<typeof lockCounting>>,
  transaction: Transaction,
) {
  const { database } = context;
  await database.query(
    `UPDATE attempts SET excused = EXISTS (SELECT 1 FROM adjustments x WHERE x.attempt_id = :id AND x.entry_id = '' AND x.kind = 'excused' AND x.undone_at IS NULL)
      WHERE id = :id`,
    { replacements: { id: attempt.id }, transaction },
  );
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
  place: Place,
  { kind, entry, points, reason }: BodyOf<typeof api.adjust>,
): Promise<{ id: number }> {
  const { database, now } = context;
  if (kind === 'override' && entry === null)
    throw invalid([{ pointer: '/entry', message: 'Say which question gets other points.' }]);
  if (kind === 'bonus' && entry !== null)
    throw invalid([{ pointer: '/entry', message: 'Points besides belong to the whole work.' }]);
  if (kind !== 'excused' && points === null)
    throw invalid([{ pointer: '/points', message: 'Say how many points.' }]);
  if (kind === 'bonus' && points === 0)
    throw invalid([{ pointer: '/points', message: 'Say how many points: 0 adds nothing.' }]);
  await insistOnRunningAssignment(database, me, place.assignmentId);
  return database.transaction(async (transaction) => {
    const attempt = await lockCounting(context, place, transaction);
    const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
    if (entry !== null) {
      const { edition } = await editions.get(given.editionId);
      const own = entriesOf({ sections: attemptForm(edition, attempt, given.rules).sections }).find(
        ({ id }) => id === entry,
      );
      if (!own) throw notFound('This question among the student’s');
      if (kind === 'override' && points! > own.points)
        throw invalid([
          {
            pointer: '/points',
            message: `The question gives at most ${own.points}. Points above that are points besides.`,
          },
        ]);
    }
    // A later decision about the same thing takes the place of the earlier one; points besides add up.
    if (kind !== 'bonus')
      await database.query(
        `UPDATE adjustments SET undone_by = :me, undone_at = :time WHERE attempt_id = :id AND entry_id = :entry AND kind <> 'bonus' AND undone_at IS NULL`,
        {
          replacements: {
            id: attempt.id,
            entry: entry ?? '',
            me: me.account.id,
            time: new Date(now()),
          },
          transaction,
        },
      );
    const id = await insertedId(
      database,
      `INSERT INTO adjustments (attempt_id, entry_id, kind, points, reason, made_by, made_at) VALUES (:id, :entry, :kind, :points, :reason, :me, :time)`,
      {
        id: attempt.id,
        entry: entry ?? '',
        kind,
        points: kind === 'excused' ? null : points,
        reason,
        me: me.account.id,
        time: new Date(now()),
      },
      transaction,
    );
    await follow(context, editions, attempt, transaction);
    return { id };
  });
}

export async function takeAdjustmentBack(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId, adjustmentId }: Place & { adjustmentId: number },
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  await database.transaction(async (transaction) => {
    const own = await row<{ attemptId: number; undoneAt: Date | null }>(
      database,
      `SELECT x.attempt_id AS attemptId, x.undone_at AS undoneAt FROM adjustments x JOIN attempts t ON t.id = x.attempt_id
        WHERE x.id = :adjustmentId AND t.assignment_id = :assignmentId AND t.student_id = :studentId`,
      { adjustmentId, assignmentId, studentId },
      transaction,
    );
    if (!own) throw notFound('The decision');
    const attempt = await lockAttempt(database, own.attemptId, transaction);
    if (!attempt || attempt.handedInAt === null)
      throw new Problem(409, 'It is open again.', 'Decide once it is handed in.');
    if (own.undoneAt !== null) return;
    await database.query(
      'UPDATE adjustments SET undone_by = :me, undone_at = :time WHERE id = :adjustmentId',
      { replacements: { adjustmentId, me: me.account.id, time: new Date(now()) }, transaction },
    );
    await follow(context, editions, attempt, transaction);
  });
}
