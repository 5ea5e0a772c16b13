/** What can be changed after a test was given: times, rules, words; more for some; stopping; taking back. */
import type { api, BodyOf } from '@oaken/contract';
import type { AssignmentRules } from '@oaken/core/assignments';
import type { Supports } from '@oaken/core/supports';
import { lastClockEnd } from '@oaken/core/stages';
import { deadlineOf, earlier, minute, windowEnd } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { recount } from '../attempts/counting';
import { stageColumns, stagedOf, type StoredStages } from '../attempts/staged';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis, toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { asDate, wishColumns, wishProblems } from './giving';
import {
  ownColumns,
  schoolZone,
  timeColumns,
  timeRules,
  windowOf,
  type StoredOwn,
  type StoredTimes,
} from './times';

type Stored = StoredTimes & { rules: AssignmentRules };

async function lock(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  transaction: Transaction,
): Promise<Stored> {
  await insistOnRunningAssignment(database, me, assignmentId, transaction);
  const own = await row<StoredTimes & { rules: unknown }>(
    database,
    `SELECT ${timeColumns}, a.rules FROM assignments a WHERE a.id = :assignmentId FOR UPDATE`,
    { assignmentId },
    transaction,
  );
  return { ...own!, rules: fromJson<AssignmentRules>(own!.rules) };
}

/** Deadlines of attempts under way follow the times; they were fixed when the attempt began, by the same sum. */
export async function renewDeadlines(
  database: Database,
  assignmentId: number,
  transaction: Transaction,
): Promise<void> {
  const stored = (await row<StoredTimes & { rules: unknown }>(
    database,
    `SELECT ${timeColumns}, a.rules FROM assignments a WHERE a.id = :assignmentId`,
    { assignmentId },
    transaction,
  ))!;
  const rules = fromJson<AssignmentRules>(stored.rules);
  const zone = await schoolZone(database);
  const working = await rows<
    StoredOwn &
      StoredStages & {
        id: number;
        beganAt: Date;
        given: unknown;
        pausedAt: Date | null;
        pausedMs: number;
      }
  >(
    database,
    `SELECT t.id, t.began_at AS beganAt, t.given, t.paused_at AS pausedAt, t.paused_ms AS pausedMs, ${stageColumns}, ${ownColumns}
       FROM attempts t JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id
       LEFT JOIN student_supports u ON u.student_id = g.student_id
      WHERE t.assignment_id = :assignmentId AND t.handed_in_at IS NULL ORDER BY t.id FOR UPDATE`,
    { assignmentId },
    transaction,
  );
  for (const own of working) {
    const given =
      own.given === null ? null : fromJson<{ supports: Supports | null }>(own.given).supports;
    const staged = stagedOf(own);
    const times = timeRules({ ...stored, rules }, own, zone, given);
    const whole = deadlineOf(
      { ...times, extra: (times.extra ?? 0) + own.pausedMs },
      toMillis(own.beganAt),
    );
    // While the clock stands still only the window can end it.
    const deadline =
      own.pausedAt !== null
        ? windowEnd(times)
        : earlier(whole, staged && lastClockEnd(staged.stages, staged.course));
    await database.query('UPDATE attempts SET deadline_at = :deadline WHERE id = :id', {
      replacements: { id: own.id, deadline: asDate(deadline) },
      transaction,
    });
  }
}

export async function changeAssignment(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  wanted: BodyOf<typeof api.changeAssignment>,
): Promise<void> {
  const wrong = wishProblems(wanted, now(), { given: true });
  if (wrong.length > 0)
    throw invalid(wrong.map(({ field, message }) => ({ pointer: `/${field}`, message })));
  await database.transaction(async (transaction) => {
    const before = await lock(database, me, assignmentId, transaction);
    const open = wanted.closesAt === null || wanted.closesAt > now();
    await database.query(
      `UPDATE assignments SET opens_at = :opensAt, closes_at = :closesAt, late_until = :lateUntil, late_off = :lateOff, visible_from = :visibleFrom,
         answers_from = :answersFrom, rules = :rules, word = :word, instructions = :instructions, note = :note,
         stopped_at = IF(:open, NULL, stopped_at) WHERE id = :assignmentId`,
      {
        replacements: {
          ...wishColumns(wanted),
          opensAt: new Date(wanted.opensAt),
          open,
          assignmentId,
        },
        transaction,
      },
    );
    await renewDeadlines(database, assignmentId, transaction);
    if (before.rules.counts !== wanted.rules.counts)
      await recount(database, assignmentId, wanted.rules.counts, null, transaction);
  });
}

/** Closes it now for everybody. What is saved counts; the server hands it in. */
export async function stopAssignment(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const stored = await lock(database, me, assignmentId, transaction);
    const end = windowEnd(windowOf(stored));
    const time = now();
    if (toMillis(stored.opensAt) > time)
      throw new Problem(409, 'It has not opened yet.', 'Change when it opens, or take it back.');
    if (stored.stoppedAt !== null || (end !== null && end <= time)) return;
    await database.query(
      'UPDATE assignments SET closes_at = LEAST(COALESCE(closes_at, :time), :time), late_until = NULL, stopped_at = :time WHERE id = :assignmentId',
      { replacements: { assignmentId, time: new Date(time) }, transaction },
    );
    // Longer times that somebody was given end too; one that is given afterwards opens it again for them alone.
    await database.query(
      'UPDATE assignment_students SET closes_at = NULL WHERE assignment_id = :assignmentId',
      { replacements: { assignmentId }, transaction },
    );
    await renewDeadlines(database, assignmentId, transaction);
  });
}

/** More for some students, or for all of them. */
export async function extendAssignment(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  { studentIds, closesAt, minutes, attempts }: BodyOf<typeof api.extendAssignment>,
): Promise<{ students: number }> {
  return database.transaction(async (transaction) => {
    const stored = await lock(database, me, assignmentId, transaction);
    const everybody = toMillisOrNull(stored.closesAt);
    if (closesAt !== null && closesAt <= now())
      throw invalid([{ pointer: '/closesAt', message: 'That time has already passed.' }]);
    if (closesAt !== null && (everybody === null || closesAt <= everybody))
      throw invalid([
        {
          pointer: '/closesAt',
          message:
            everybody === null
              ? 'It never closes for anybody.'
              : 'It is open longer than that for everybody.',
        },
      ]);
    if (closesAt === null && minutes === 0 && attempts === 0)
      throw invalid([{ pointer: '', message: 'Say what they get more of.' }]);
    const own = await rows<{ studentId: number }>(
      database,
      `SELECT student_id AS studentId FROM assignment_students WHERE assignment_id = :assignmentId AND withdrawn_at IS NULL
          AND (:all OR student_id IN (:ids)) FOR UPDATE`,
      { assignmentId, all: studentIds === null, ids: studentIds ?? [0] },
      transaction,
    );
    if (studentIds !== null && own.length !== new Set(studentIds).size)
      throw notFound('One of the students');
    // For everybody it is the assignment's own time that moves.
    if (studentIds === null && closesAt !== null)
      await database.query(
        'UPDATE assignments SET closes_at = :closesAt, stopped_at = NULL, late_until = IF(late_until <= :closesAt, NULL, late_until) WHERE id = :assignmentId',
        { replacements: { assignmentId, closesAt: new Date(closesAt) }, transaction },
      );
    const longer = studentIds === null ? null : closesAt;
    await database.query(
      `UPDATE assignment_students SET closes_at = IF(:longer IS NULL, closes_at, GREATEST(COALESCE(closes_at, :longer), :longer)),
         extra_minutes = LEAST(extra_minutes + :minutes, 10000), extra_attempts = LEAST(extra_attempts + :attempts, 100)
        WHERE assignment_id = :assignmentId AND student_id IN (:ids)`,
      {
        replacements: {
          assignmentId,
          longer: asDate(longer),
          minutes,
          attempts,
          ids: [0, ...own.map(({ studentId }) => studentId)],
        },
        transaction,
      },
    );
    // Where parts have times of their own, it is the present part that gets them.
    if (minutes > 0)
      await database.query(
        'UPDATE attempts SET clock_at = clock_at + INTERVAL :minutes MINUTE WHERE assignment_id = :assignmentId AND handed_in_at IS NULL AND student_id IN (:ids)',
        {
          replacements: {
            assignmentId,
            minutes,
            ids: [0, ...own.map(({ studentId }) => studentId)],
          },
          transaction,
        },
      );
    // Minutes that the window would cut off are no minutes: it stays open as long for those who work on.
    if (minutes > 0)
      await stretch(
        database,
        assignmentId,
        own.map(({ studentId }) => studentId),
        minutes,
        transaction,
      );
    await renewDeadlines(database, assignmentId, transaction);
    return { students: own.length };
  });
}

/** Lets a student go on with a sitting that was left. */
export async function letIn(
  { database }: Context,
  me: SignedIn,
  assignmentId: number,
  studentId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await lock(database, me, assignmentId, transaction);
    const own = await row<{ id: number }>(
      database,
      'SELECT id FROM attempts WHERE assignment_id = :assignmentId AND student_id = :studentId AND handed_in_at IS NULL FOR UPDATE',
      { assignmentId, studentId },
      transaction,
    );
    if (!own) throw notFound('The work of this student');
    await database.query('UPDATE attempts SET seen_at = NULL WHERE id = :id', {
      replacements: { id: own.id },
      transaction,
    });
  });
}

async function stretch(
  database: Database,
  assignmentId: number,
  ids: number[],
  minutes: number,
  transaction: Transaction,
) {
  const cut = await rows<{ studentId: number; deadlineAt: Date }>(
    database,
    `SELECT t.student_id AS studentId, t.deadline_at AS deadlineAt FROM attempts t JOIN assignments a ON a.id = t.assignment_id
      WHERE t.assignment_id = :assignmentId AND t.handed_in_at IS NULL AND t.student_id IN (:ids) AND a.closes_at IS NOT NULL AND a.stopped_at IS NULL
        AND t.deadline_at + INTERVAL :minutes MINUTE > GREATEST(a.closes_at, COALESCE(a.late_until, a.closes_at))`,
    { assignmentId, ids: [0, ...ids], minutes },
    transaction,
  );
  for (const { studentId, deadlineAt } of cut)
    await database.query(
      'UPDATE assignment_students SET closes_at = GREATEST(COALESCE(closes_at, :until), :until) WHERE assignment_id = :assignmentId AND student_id = :studentId',
      {
        replacements: {
          assignmentId,
          studentId,
          until: new Date(deadlineAt.getTime() + minutes * minute),
        },
        transaction,
      },
    );
}

export async function takeBack(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await lock(database, me, assignmentId, transaction);
    const begun = await row<{ n: number }>(
      database,
      'SELECT COUNT(DISTINCT student_id) AS n FROM attempts WHERE assignment_id = :assignmentId',
      { assignmentId },
      transaction,
    );
    if (begun!.n > 0)
      throw new Problem(
        409,
        'It cannot be taken back any more.',
        `${begun!.n} ${begun!.n === 1 ? 'student has' : 'students have'} begun.`,
      );
    // What was not sent yet is not sent any more.
    await database.query(
      'UPDATE letters SET given_up_at = :time WHERE assignment_id = :assignmentId AND sent_at IS NULL',
      { replacements: { assignmentId, time: new Date(now()) }, transaction },
    );
    await database.models.Assignment.update(
      { unassignedAt: new Date(now()) },
      { where: { id: assignmentId }, transaction },
    );
  });
}
