/** A student puts themselves on the roll of a class that is open for it; the teacher sees who did. */
import { foldName, mostInClass } from '@oaken/core/rosters';
import { createStudent, enrol } from '../classes/enrolling';
import type { Context } from '../context';
import { Problem } from '../http/problem';
import { hashSecret, newPasscode } from './secrets';

interface OpenClass {
  id: number;
  schoolId: number;
  grade: number;
  joiningUntil: Date | null;
}

export async function joinClass(
  { database, now }: Pick<Context, 'database' | 'now'>,
  own: OpenClass,
  {
    givenName,
    familyName,
    studentNumber,
  }: { givenName: string; familyName: string; studentNumber: string },
): Promise<{ studentId: number; passcode: string }> {
  const time = new Date(now());
  if (own.joiningUntil === null || own.joiningUntil <= time)
    throw new Problem(
      403,
      'This class is not open for joining.',
      'Ask your teacher to put you on the list.',
    );
  const passcode = newPasscode();
  const secretHash = await hashSecret(passcode);
  return database.transaction(async (transaction) => {
    const { Account, Enrollment, SchoolClass } = database.models;
    await SchoolClass.findByPk(own.id, { transaction, lock: true });
    const roster = await Enrollment.findAll({
      where: { classId: own.id },
      include: 'student',
      transaction,
    });
    const name = foldName(`${givenName} ${familyName}`);
    if (roster.some(({ student }) => student && foldName(student.fullName) === name))
      throw new Problem(
        409,
        'That name is on the list of this class already.',
        'Choose it from the list, or ask your teacher for your passcode.',
      );
    if (roster.filter(({ leftAt }) => leftAt === null).length >= mostInClass)
      throw new Problem(409, 'This class is full.', 'Ask your teacher.');
    const taken =
      studentNumber !== '' &&
      (await Account.count({ where: { schoolId: own.schoolId, studentNumber }, transaction }));
    if (taken)
      throw new Problem(
        409,
        'Somebody at this school has that student number.',
        'Check it, or ask your teacher to put you on the list.',
      );
    const student = {
      givenName,
      familyName,
      studentNumber,
      email: '',
      grade: own.grade,
      sourcedId: null,
      secretHash,
    };
    const studentId = await createStudent(database, own.schoolId, student, time, transaction);
    const rollNumber = Math.max(0, ...roster.map(({ rosterNumber }) => rosterNumber)) + 1;
    await enrol(
      database,
      { classId: own.id, studentId, rollNumber, bySelf: true },
      time,
      transaction,
    );
    return { studentId, passcode };
  });
}
