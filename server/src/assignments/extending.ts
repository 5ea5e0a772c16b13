/** More for some students, or for all of them: a later closing time, minutes, attempts. */
import type { api, BodyOf } from '@oaken/contract';
import { classWindow } from '@oaken/core/assignments';
import { present } from '@oaken/core/certain';
import { minute, windowEnd } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { timesOf, windowOf } from '../attempts/times';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Assignment, AssignmentStudent } from '../models';
import { invalid, notFound } from '../problems/problem';
import { lock, renewDeadlines } from './changing';
import { asDate } from './giving';
import { extendStudents } from './queries';
import { sentence } from './sentences';

type More = BodyOf<typeof api.extendAssignment>;

/** @throws Problem 422 for a time that gives nothing more, or where nothing is asked for */
function insistOnMore(
  { closesAt, minutes, attempts }: More,
  everybody: number | null,
  now: number,
): void {
  if (closesAt !== null && closesAt <= now)
    throw invalid([{ pointer: '/closesAt', message: sentence('thatTimeHasAlreadyPassed') }]);
  if (closesAt !== null && (everybody === null || closesAt <= everybody))
    throw invalid([
      {
        pointer: '/closesAt',
        message:
          everybody === null ? sentence('neverClosesForAnybody') : sentence('isOpenLongerThanThat'),
      },
    ]);
  if (closesAt === null && minutes === 0 && attempts === 0)
    throw invalid([{ pointer: '', message: sentence('chooseWhatTheyGetMore') }]);
}

/** When it closes for the first of some students; for everybody where none are named. */
function closingOf(assignment: Assignment, lines: readonly AssignmentStudent[]): number | null {
  const times = timesOf(assignment);
  const everybody = windowOf(times);
  const closing = lines.map(
    ({ classId }) => classWindow(everybody, times.hours, classId).closesAt ?? Infinity,
  );
  const first = Math.min(everybody.closesAt ?? Infinity, ...closing);
  return first === Infinity ? null : first;
}

/** More for some students, or for all of them. */
export async function extendAssignment(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  more: More,
): Promise<{ students: number }> {
  const { studentIds, closesAt, minutes, attempts } = more;
  return database.transaction(async (transaction) => {
    const stored = await lock(database, me, assignmentId, transaction);
    const lines = await database.models.AssignmentStudent.findAll({
      where: {
        assignmentId,
        withdrawnAt: null,
        ...(studentIds === null ? {} : { studentId: studentIds }),
      },
      lock: true,
      transaction,
    });
    if (studentIds !== null && lines.length !== new Set(studentIds).size)
      throw notFound('oneOfStudents');
    insistOnMore(more, closingOf(stored, studentIds === null ? [] : lines), now());
    const chosen = lines.map(({ studentId }) => studentId);
    // For everybody it is the assignment's own time that moves.
    if (studentIds === null && closesAt !== null)
      await stored.update(
        {
          closesAt: new Date(closesAt),
          stoppedAt: null,
          lateUntil:
            stored.lateUntil && toMillis(stored.lateUntil) > closesAt ? stored.lateUntil : null,
        },
        { transaction },
      );
    await extendStudents(
      database,
      {
        assignmentId,
        studentIds: chosen,
        closesAt: asDate(studentIds === null ? null : closesAt),
        minutes,
        attempts,
      },
      transaction,
    );
    if (minutes > 0) await lengthen(database, stored, chosen, minutes * minute, transaction);
    await renewDeadlines(database, assignmentId, transaction);
    return { students: chosen.length };
  });
}

/** Minutes for those who are working on it. */
async function lengthen(
  { models }: Database,
  assignment: Assignment,
  studentId: number[],
  more: number,
  transaction: Transaction,
): Promise<void> {
  const working = await models.Attempt.findAll({
    where: { assignmentId: assignment.id, studentId, handedInAt: null },
    order: ['id'],
    lock: true,
    transaction,
  });
  const lines = await models.AssignmentStudent.findAll({
    where: { assignmentId: assignment.id, studentId },
    transaction,
  });
  const lineOf = new Map(lines.map((line) => [line.studentId, line]));
  const times = timesOf(assignment);
  for (const attempt of working) {
    const line = present(lineOf.get(attempt.studentId), 'line of the student');
    const end = windowEnd(classWindow(windowOf(times), times.hours, line.classId));
    // Where parts have times of their own, it is the present part that gets them.
    if (attempt.clockAt !== null)
      await attempt.update(
        { clockAt: new Date(toMillis(attempt.clockAt) + more) },
        { transaction },
      );
    const until = attempt.deadlineAt === null ? null : toMillis(attempt.deadlineAt) + more;
    // Minutes that the window would cut off are no minutes: it stays open as long for those who work on.
    if (until !== null && end !== null && until > end && assignment.stoppedAt === null)
      await keepOpen(line, until, transaction);
  }
}

async function keepOpen(
  line: AssignmentStudent,
  until: number,
  transaction: Transaction,
): Promise<void> {
  const closesAt = Math.max(toMillisOrNull(line.closesAt) ?? until, until);
  await line.update({ closesAt: new Date(closesAt) }, { transaction });
}
