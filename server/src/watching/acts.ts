/** What a teacher does to sittings under way. Each act is done for those who are in a state for it, and is kept with who did it. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { minute, windowEnd } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { couldKnow } from '../attempts/arriving';
import { recount } from '../attempts/counting';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven } from '../attempts/given';
import { handIn } from '../attempts/hand-in';
import { renewDeadlines } from '../assignments/changing';
import { schoolZone, studentWindow } from '../assignments/times';
import type { Context } from '../context';
import { row, rows, toMillis, type Database } from '../database/connect';
import { Problem } from '../http/problem';

type Body = BodyOf<typeof api.actOnSittings>;

export const note = (
  database: Database,
  attemptId: number,
  by: number | null,
  what: string,
  now: number,
  transaction?: Transaction,
) =>
  database.query(
    'INSERT INTO attempt_events (attempt_id, done_by, what, done_at) VALUES (:attemptId, :by, :what, :time)',
    {
      replacements: { attemptId, by, what, time: new Date(now) },
      ...(transaction && { transaction }),
    },
  );

interface Latest {
  id: number;
  studentId: number;
  handedInAt: Date | null;
  pausedAt: Date | null;
}

const latest = (
  database: Database,
  assignmentId: number,
  { studentIds }: Pick<Body, 'studentIds'>,
) =>
  rows<Latest>(
    database,
    `SELECT t.id, t.student_id AS studentId, t.handed_in_at AS handedInAt, t.paused_at AS pausedAt FROM attempts t
      WHERE t.assignment_id = :assignmentId AND (:all OR t.student_id IN (:ids))
        AND t.number = (SELECT MAX(l.number) FROM attempts l WHERE l.assignment_id = t.assignment_id AND l.student_id = t.student_id) ORDER BY t.id`,
    { assignmentId, all: studentIds === null, ids: studentIds ?? [0] },
  );

export async function actOnSittings(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  body: Body,
): Promise<AnswerOf<typeof api.actOnSittings>> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  if (body.act === 'take-back') return takeBackFrom(context, assignmentId, body);
  const sittings = await latest(database, assignmentId, body);
  const fit = sittings.filter(({ handedInAt, pausedAt }) =>
    body.act === 'reopen'
      ? handedInAt !== null
      : handedInAt === null &&
        (body.act === 'hand-in' || (pausedAt === null) === (body.act === 'pause')),
  );
  let students = 0;
  for (const { id } of fit) {
    if (body.act === 'hand-in') {
      await handIn(context, editions, id, { kind: 'teacher' });
      await note(database, id, me.account.id, body.act, context.now());
      students++;
    } else if (await change(context, editions, me, id, body)) students++;
  }
  if (students > 0 && body.act !== 'hand-in')
    await database.transaction((transaction) =>
      renewDeadlines(database, assignmentId, transaction),
    );
  return { students };
}

async function change(
  context: Context,
  editions: Editions,
  me: SignedIn,
  id: number,
  { act, minutes }: Body,
) {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, id, transaction);
    if (!attempt) return false;
    const now = context.now();
    const set = (columns: string, values: Record<string, unknown> = {}) =>
      database.query(`UPDATE attempts SET ${columns} WHERE id = :id`, {
        replacements: { id, time: new Date(now), ...values },
        transaction,
      });
    if (act === 'pause') {
      if (attempt.handedInAt !== null || attempt.pausedAt !== null) return false;
      await set('paused_at = :time');
    } else if (act === 'resume') {
      if (attempt.handedInAt !== null || attempt.pausedAt === null) return false;
      await letRun(set, now - toMillis(attempt.pausedAt));
    } else {
      if (attempt.handedInAt === null) return false;
      const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
      if (await couldKnow(context, attempt, given))
        throw new Problem(
          409,
          'It cannot be opened again: what is right could be read already.',
          'Take the release back first, or give another attempt.',
        );
      // The time since it was handed in did not run.
      await letRun(set, now - toMillis(attempt.handedInAt));
      await set(
        'handed_in_at = NULL, handed_in_by = NULL, arrived_at = NULL, late = FALSE, late_off = 0, points = NULL, counted = NULL, most = NULL, seen_at = NULL, scored_at = :time',
      );
      await database.query('DELETE FROM scores WHERE attempt_id = :id', {
        replacements: { id },
        transaction,
      });
      await stretch(
        database,
        attempt.assignmentId,
        attempt.studentId,
        minutes,
        windowEnd(studentWindow(given, given, await schoolZone(database))),
        now,
        transaction,
      );
      if (minutes > 0) await set('clock_at = clock_at + INTERVAL :minutes MINUTE', { minutes });
      await recount(
        database,
        attempt.assignmentId,
        given.rules.counts,
        attempt.studentId,
        transaction,
      );
    }
    await note(database, id, me.account.id, act, now, transaction);
    return true;
  });
}

/** Lets the clock go on after it stood still for so long. */
const letRun = (
  set: (columns: string, values?: Record<string, unknown>) => Promise<unknown>,
  length: number,
) =>
  set(
    'paused_at = NULL, paused_ms = paused_ms + :ms, clock_at = clock_at + INTERVAL :us MICROSECOND',
    { ms: length, us: length * 1000 },
  );

/** More minutes for one student, and a window that is long enough for them. */
async function stretch(
  database: Database,
  assignmentId: number,
  studentId: number,
  minutes: number,
  end: number | null,
  now: number,
  transaction: Transaction,
): Promise<void> {
  const until = now + minutes * minute;
  await database.query(
    `UPDATE assignment_students SET extra_minutes = LEAST(extra_minutes + :minutes, 10000), closes_at = IF(:short, GREATEST(COALESCE(closes_at, :until), :until), closes_at)
      WHERE assignment_id = :assignmentId AND student_id = :studentId`,
    {
      replacements: {
        assignmentId,
        studentId,
        minutes,
        short: end !== null && end < until,
        until: new Date(until),
      },
      transaction,
    },
  );
}

/** From those who have not begun. */
async function takeBackFrom(
  { database, now }: Context,
  assignmentId: number,
  { studentIds }: Body,
) {
  if (studentIds === null) throw new Problem(409, 'Pick from whom to take it back.');
  // Whoever begins at this very moment waits for the lock, and then finds it taken back.
  const taken = await database.transaction(async (transaction) => {
    const found = await rows<{ studentId: number }>(
      database,
      `SELECT g.student_id AS studentId FROM assignment_students g WHERE g.assignment_id = :assignmentId AND g.student_id IN (:studentIds) AND g.withdrawn_at IS NULL
          AND NOT EXISTS (SELECT 1 FROM attempts t WHERE t.assignment_id = g.assignment_id AND t.student_id = g.student_id) FOR UPDATE`,
      { assignmentId, studentIds },
      transaction,
    );
    await database.query(
      'UPDATE assignment_students SET withdrawn_at = :time WHERE assignment_id = :assignmentId AND student_id IN (:ids)',
      {
        replacements: {
          assignmentId,
          time: new Date(now()),
          ids: [0, ...found.map(({ studentId }) => studentId)],
        },
        transaction,
      },
    );
    return found;
  });
  return { students: taken.length };
}

export async function sayToStudents(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  { studentIds, text }: BodyOf<typeof api.sayToStudents>,
): Promise<void> {
  await insistOnRunningAssignment(database, me, assignmentId);
  if (studentIds !== null) {
    const own = await row<{ n: number }>(
      database,
      'SELECT COUNT(*) AS n FROM assignment_students WHERE assignment_id = :assignmentId AND student_id IN (:studentIds)',
      { assignmentId, studentIds },
    );
    if (own!.n !== new Set(studentIds).size)
      throw new Problem(404, 'One of the students was not found.');
  }
  await database.query(
    'INSERT INTO notices (assignment_id, student_id, said_by, text, said_at) VALUES :lines',
    {
      replacements: {
        lines: (studentIds ?? [null]).map((own) => [
          assignmentId,
          own,
          me.account.id,
          text,
          new Date(now()),
        ]),
      },
    },
  );
}
