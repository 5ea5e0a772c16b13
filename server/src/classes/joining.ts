/** A student puts themselves on the roster of a class that is open for it; the teacher sees who did. */
import { foldName, mostInClass } from '@oaken/core/rosters';
import { createStudent, enrol } from './enrolling';
import type { Transaction } from 'sequelize';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Enrollment } from '../models';
import { problem } from '../problems/problem';
import { hashSecret, newPasscode } from '../accounts/secrets';

interface OpenClass {
  id: number;
  schoolId: number;
  grade: number;
  joiningUntil: Date | null;
}

/** @throws Problem 409 where the name is on the list already, or the class is full */
function insistOnRoom(
  roster: readonly Enrollment[],
  { givenName, familyName }: { givenName: string; familyName: string },
): void {
  const name = foldName(`${givenName} ${familyName}`);
  if (roster.some(({ student }) => student && foldName(student.fullName) === name))
    throw problem('name-on-list');
  if (roster.filter(({ leftAt }) => leftAt === null).length >= mostInClass)
    throw problem('class-full');
}

/** @throws Problem 409 where somebody of the school has the number */
async function insistOnFreeNumber(
  { models }: Database,
  schoolId: number,
  studentNumber: string,
  transaction: Transaction,
): Promise<void> {
  if (studentNumber === '') return;
  if ((await models.Account.count({ where: { schoolId, studentNumber }, transaction })) > 0)
    throw problem('student-number-taken');
}

export async function joinClass(
  { database, now }: Pick<Context, 'database' | 'now'>,
  openClass: OpenClass,
  {
    givenName,
    familyName,
    studentNumber,
  }: { givenName: string; familyName: string; studentNumber: string },
): Promise<{ studentId: number; passcode: string }> {
  const time = new Date(now());
  if (openClass.joiningUntil === null || openClass.joiningUntil <= time)
    throw problem('not-open-for-joining');
  const passcode = newPasscode();
  const secretHash = await hashSecret(passcode);
  return database.transaction(async (transaction) => {
    const { Enrollment, SchoolClass } = database.models;
    await SchoolClass.findByPk(openClass.id, { transaction, lock: true });
    const roster = await Enrollment.findAll({
      where: { classId: openClass.id },
      include: 'student',
      transaction,
    });
    insistOnRoom(roster, { givenName, familyName });
    await insistOnFreeNumber(database, openClass.schoolId, studentNumber, transaction);
    const student = {
      givenName,
      familyName,
      studentNumber,
      email: '',
      grade: openClass.grade,
      sourcedId: null,
      secretHash,
    };
    const studentId = await createStudent(database, openClass.schoolId, student, time, transaction);
    const rosterNumber = Math.max(0, ...roster.map(({ rosterNumber }) => rosterNumber)) + 1;
    await enrol(
      database,
      { classId: openClass.id, studentId, rosterNumber, bySelf: true },
      time,
      transaction,
    );
    return { studentId, passcode };
  });
}
