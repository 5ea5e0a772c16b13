/**
 * What a teacher does to sittings under way. Each act is done for those who are in a state for it,
 * and is kept with who did it.
 */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { minute, windowEnd } from '@oaken/core/timing';
import { type Transaction, Op } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { couldKnow } from '../attempts/arriving';
import { recount } from '../attempts/counting';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven, type StudentsAttempt } from '../attempts/given';
import { handIn } from '../attempts/hand-in';
import { renewDeadlines } from '../assignments/changing';
import { schoolZone, studentWindow } from '../attempts/times';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { problem } from '../problems/problem';
import type { Attempt } from '../models';
import { extendStudents } from '../assignments/queries';
import { present } from '@oaken/core/certain';
import { valuesOf } from '../models/subquery';

type Body = BodyOf<typeof api.actOnSittings>;

export const note = (
  { models }: Database,
  attemptId: number,
  by: number | null,
  what: string,
  now: number,
  transaction?: Transaction,
) =>
  models.AttemptEvent.create(
    { attemptId, doneBy: by, event: what, doneAt: new Date(now) },
    { transaction },
  );

/** The latest attempt of each student. */
async function latest(
  { models }: Database,
  assignmentId: number,
  { studentIds }: Pick<Body, 'studentIds'>,
): Promise<Attempt[]> {
  const attempts = await models.Attempt.findAll({
    attributes: ['id', 'studentId', 'number', 'handedInAt', 'pausedAt'],
    where: studentIds === null ? { assignmentId } : { assignmentId, studentId: studentIds },
    order: ['number'],
  });
  const byStudent = new Map(attempts.map((attempt) => [attempt.studentId, attempt]));
  return [...byStudent.values()].sort((a, b) => a.id - b.id);
}

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
    const { Attempt } = database.models;
    const stored = present(await Attempt.findByPk(id, { transaction }), 'attempt');
    if (act === 'pause') {
      if (attempt.handedInAt !== null || attempt.pausedAt !== null) return false;
      await stored.update({ pausedAt: new Date(now) }, { transaction });
    } else if (act === 'resume') {
      if (attempt.handedInAt !== null || attempt.pausedAt === null) return false;
      await letRun(stored, now - toMillis(attempt.pausedAt), transaction);
    } else {
      if (attempt.handedInAt === null) return false;
      await reopen(context, attempt, stored, minutes, transaction);
    }
    await note(database, id, me.account.id, act, now, transaction);
    return true;
  });
}

/** @throws Problem 409 where what is right could be read already */
async function reopen(
  context: Context,
  attempt: StudentsAttempt,
  stored: Attempt,
  minutes: number,
  transaction: Transaction,
): Promise<void> {
  const { database } = context;
  const now = context.now();
  const { assignmentId, studentId } = attempt;
  const given = await readGiven(database, studentId, assignmentId, transaction);
  if (await couldKnow(context, attempt, given)) throw problem('cannot-reopen');
  // The time since it was handed in did not run.
  const handedInAt = present(attempt.handedInAt, 'time of handing in');
  await letRun(stored, now - toMillis(handedInAt), transaction);
  await stored.update(
    {
      ...{ handedInAt: null, handedInBy: null, arrivedAt: null, late: false, lateDeduction: 0 },
      ...{ points: null, countedPoints: null, maxPoints: null, seenAt: null },
      scoredAt: new Date(now),
    },
    { transaction },
  );
  await database.models.Score.destroy({ where: { attemptId: attempt.id }, transaction });
  const end = windowEnd(studentWindow(given, given, await schoolZone(database)));
  await stretch(database, assignmentId, studentId, minutes, end, now, transaction);
  if (minutes > 0) await moveClock(stored, minutes * minute, transaction);
  await recount(database, assignmentId, given.rules.counts, studentId, transaction);
}

/** Lets the clock go on after it stood still for so long. */
async function letRun(attempt: Attempt, length: number, transaction: Transaction): Promise<void> {
  await attempt.update({ pausedAt: null, pausedMs: attempt.pausedMs + length }, { transaction });
  await moveClock(attempt, length, transaction);
}

/** Where the present part has a time of its own, it ends so much later. */
async function moveClock(
  attempt: Attempt,
  length: number,
  transaction: Transaction,
): Promise<void> {
  if (attempt.clockAt === null) return;
  await attempt.update({ clockAt: new Date(toMillis(attempt.clockAt) + length) }, { transaction });
}

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
  const closesAt = end !== null && end < until ? new Date(until) : null;
  await extendStudents(
    database,
    { assignmentId, studentIds: [studentId], closesAt, minutes, attempts: 0 },
    transaction,
  );
}

/** From those who have not begun. */
async function takeBackFrom(
  { database, now }: Context,
  assignmentId: number,
  { studentIds }: Body,
) {
  if (studentIds === null) throw problem('nobody-picked');
  // Whoever begins at this very moment waits for the lock, and then finds it taken back.
  const taken = await database.transaction(async (transaction) => {
    const { AssignmentStudent, Attempt } = database.models;
    const assignmentStudents = await AssignmentStudent.findAll({
      where: {
        assignmentId,
        withdrawnAt: null,
        studentId: {
          [Op.in]: studentIds,
          [Op.notIn]: valuesOf(Attempt, 'studentId', { assignmentId }),
        },
      },
      lock: true,
      transaction,
    });
    await AssignmentStudent.update(
      { withdrawnAt: new Date(now()) },
      {
        where: { assignmentId, studentId: assignmentStudents.map(({ studentId }) => studentId) },
        transaction,
      },
    );
    return assignmentStudents;
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
    const given = await database.models.AssignmentStudent.count({
      where: { assignmentId, studentId: studentIds },
    });
    if (given !== new Set(studentIds).size) throw problem('student-not-found');
  }
  await database.models.Notice.bulkCreate(
    (studentIds ?? [null]).map((studentId) => ({
      assignmentId,
      studentId,
      sentBy: me.account.id,
      text,
      sentAt: new Date(now()),
    })),
  );
}
