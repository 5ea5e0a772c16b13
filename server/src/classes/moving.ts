/** Moving a student from one class to another, in one step. */
import type { api, AnswerOf } from '@oaken/contract';
import { mostInClass } from '@oaken/core/rosters';
import type { Transaction } from 'sequelize';
import { insistOnRunning } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { comeBack, enrol } from './enrolling';
import { setLeft } from './roster';
import { sentence } from './sentences';

/**
 * Lets a student leave one class and come into another of mine; one who was there before has the
 * number of before.
 *
 * @throws Problem 404 for what I do not run, 409 where the class is full, 422 where it is the same
 */
export async function moveStudent(
  context: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  to: number,
): Promise<AnswerOf<typeof api.moveStudent>> {
  const { database, now } = context;
  if (to === classId) throw invalid([{ pointer: '/to', message: sentence('chooseAnotherClass') }]);
  return database.transaction(async (transaction) => {
    await insistOnRunning(database, me, to, transaction);
    const { working } = await setLeft(context, me, { classId, studentId }, true, transaction);
    const place = { classId: to, studentId };
    const rosterNumber = await comeInto(database, place, new Date(now()), transaction);
    return { rosterNumber, working };
  });
}

async function comeInto(
  database: Database,
  { classId, studentId }: { classId: number; studentId: number },
  time: Date,
  transaction: Transaction,
): Promise<number> {
  const { Enrollment, SchoolClass } = database.models;
  // Two who come at once must not get the same number.
  if (!(await SchoolClass.findByPk(classId, { lock: true, transaction }))) throw notFound('class');
  const roster = await Enrollment.findAll({ where: { classId }, transaction });
  const before = roster.find((enrollment) => enrollment.studentId === studentId);
  if (before?.leftAt === null)
    throw invalid([{ pointer: '/to', message: sentence('studentIsInThatClass') }]);
  if (roster.filter(({ leftAt }) => leftAt === null).length >= mostInClass)
    throw problem('class-full');
  if (before) {
    await comeBack(database, { classId, studentId }, time, transaction);
    return before.rosterNumber;
  }
  const rosterNumber = Math.max(0, ...roster.map((enrollment) => enrollment.rosterNumber)) + 1;
  await enrol(database, { classId, studentId, rosterNumber }, time, transaction);
  return rosterNumber;
}
