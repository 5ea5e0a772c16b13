/** What can be changed after a test was given: times, rules, words; stopping; taking back. */
import type { api, BodyOf } from '@oaken/contract';
import { lastClockEnd } from '@oaken/core/stages';
import { deadlineOf, earlier, windowEnd } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { recount } from '../attempts/counting';
import { stagedOf } from '../attempts/staged';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { asDate, wishColumns, wishProblems } from './giving';
import {
  schoolZone,
  timeRules,
  windowOf,
  type StoredOwn,
  exceptionsOf,
  timesOf,
  withAccommodation,
} from '../attempts/times';
import type { Assignment, Attempt } from '../models';
import { present } from '@oaken/core/certain';

/** An assignment that I run, locked for a change. */
export async function lock(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  transaction: Transaction,
): Promise<Assignment> {
  const assignment = await database.models.Assignment.scope(rule('runBy', me)).findOne({
    where: { id: assignmentId },
    lock: true,
    transaction,
  });
  if (!assignment) throw notFound('assignment');
  return assignment;
}

/** Deadlines of attempts under way follow the times; they were fixed when the attempt began, by the same sum. */
export async function renewDeadlines(
  database: Database,
  assignmentId: number,
  transaction: Transaction,
): Promise<void> {
  const { Assignment, AssignmentStudent, Attempt } = database.models;
  const assignment = present(
    await Assignment.findByPk(assignmentId, { transaction }),
    'assignment',
  );
  const zone = await schoolZone(database);
  const working = await Attempt.findAll({
    where: { assignmentId, handedInAt: null },
    order: ['id'],
    lock: true,
    transaction,
  });
  const lines = await AssignmentStudent.findAll({
    where: { assignmentId, studentId: working.map(({ studentId }) => studentId) },
    include: [withAccommodation],
    transaction,
  });
  const lineOf = new Map(lines.map((line) => [line.studentId, line]));
  for (const attempt of working) {
    const line = present(lineOf.get(attempt.studentId), 'line of the student');
    const deadline = deadlineFor(assignment, attempt, exceptionsOf(line), zone);
    await attempt.update({ deadlineAt: asDate(deadline) }, { transaction });
  }
}

function deadlineFor(
  assignment: Assignment,
  attempt: Attempt,
  exceptions: StoredOwn,
  zone: string,
): number | null {
  const stored = { ...timesOf(assignment), rules: assignment.rules };
  const times = timeRules(stored, exceptions, zone, attempt.conditions?.accommodations ?? null);
  // While the clock stands still only the window can end it.
  if (attempt.pausedAt !== null) return windowEnd(times);
  const extra = (times.extra ?? 0) + attempt.pausedMs;
  const staged = stagedOf(attempt);
  return earlier(
    deadlineOf({ ...times, extra }, toMillis(attempt.beganAt)),
    staged && lastClockEnd(staged.stages, staged.course),
  );
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
    const { counts } = before.rules;
    await before.update(
      {
        ...wishColumns(wanted),
        opensAt: new Date(wanted.opensAt),
        stoppedAt: open ? null : before.stoppedAt,
      },
      { transaction },
    );
    await renewDeadlines(database, assignmentId, transaction);
    if (counts !== wanted.rules.counts)
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
    const end = windowEnd(windowOf(timesOf(stored)));
    const time = now();
    if (toMillis(stored.opensAt) > time) throw problem('not-open-to-stop');
    if (stored.stoppedAt !== null || (end !== null && end <= time)) return;
    const closesAt = new Date(Math.min(toMillisOrNull(stored.closesAt) ?? time, time));
    await stored.update({ closesAt, lateUntil: null, stoppedAt: new Date(time) }, { transaction });
    // Longer times that somebody was given end too; one that is given afterwards opens it again for them alone.
    await database.models.AssignmentStudent.update(
      { closesAt: null },
      { where: { assignmentId }, transaction },
    );
    await renewDeadlines(database, assignmentId, transaction);
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
    const attempt = await database.models.Attempt.findOne({
      where: { assignmentId, studentId, handedInAt: null },
      lock: true,
      transaction,
    });
    if (!attempt) throw notFound('workOfStudent');
    await attempt.update({ seenAt: null }, { transaction });
  });
}

export async function takeBack(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const assignment = await lock(database, me, assignmentId, transaction);
    const { Attempt, Letter } = database.models;
    const begun = await Attempt.count({
      where: { assignmentId },
      distinct: true,
      col: 'studentId',
      transaction,
    });
    if (begun > 0) throw problem('already-begun', { students: begun });
    // What was not sent yet is not sent any more.
    const time = new Date(now());
    await Letter.update(
      { abandonedAt: time },
      { where: { assignmentId, sentAt: null }, transaction },
    );
    await assignment.update({ unassignedAt: time }, { transaction });
  });
}
