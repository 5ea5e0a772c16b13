/** The roll of one class, and what is done to one student on it. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { noAccommodations, type Accommodations } from '@oaken/core/accommodations';
import { type Transaction, Op } from 'sequelize';
import { insistOnRunning } from '../access';
import { hashSecret, newPasscode } from '../accounts/secrets';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { comeBack, leave } from './enrolling';
import { readClasses } from './rows';
import type { ClassGroup, Enrollment } from '../models';
import { present } from '@oaken/core/certain';
import { valuesOf } from '../models/subquery';
import { sentence } from './sentences';

export async function readClassRoster(
  database: Database,
  me: SignedIn,
  classId: number,
): Promise<AnswerOf<typeof api.readClass>> {
  const [schoolClass] = await readClasses(database, me, classId);
  if (!schoolClass) throw notFound('class');
  const { AssignmentClass, ClassGroup, Enrollment } = database.models;
  const enrollments = await Enrollment.findAll({
    where: { classId },
    include: [{ association: 'student', include: ['accommodation'] }],
    order: ['rosterNumber'],
  });
  const groups = await ClassGroup.findAll({
    where: { classId },
    include: [{ association: 'members', separate: true }],
    order: ['name'],
  });
  const handedIn = await handedInBy(database, classId);
  return {
    class: schoolClass,
    roster: enrollments.map((enrollment) =>
      lineOf(enrollment, groups, handedIn.get(enrollment.studentId) ?? 0),
    ),
    groups: groups.map(({ id, name }) => ({ id, name })),
    assignments: await AssignmentClass.count({ where: { classId } }),
  };
}

function lineOf(
  { student: enrolled, rosterNumber, joinedBySelf, leftAt }: Enrollment,
  groups: readonly ClassGroup[],
  handedIn: number,
): AnswerOf<typeof api.readClass>['roster'][number] {
  const student = present(enrolled, 'student of the class');
  return {
    id: student.id,
    rosterNumber: rosterNumber,
    givenName: student.givenName,
    familyName: student.familyName,
    studentNumber: student.studentNumber ?? '',
    email: student.email ?? '',
    grade: student.grade,
    signedInAt: toMillisOrNull(student.signedInAt),
    hasPasscode: student.secretHash !== '',
    joinedBySelf,
    leftAt: toMillisOrNull(leftAt),
    handedIn,
    groups: groups
      .filter(({ members = [] }) => members.some(({ studentId }) => studentId === student.id))
      .map(({ id }) => id),
    accommodations: student.accommodation?.content ?? noAccommodations,
  };
}

/** How many assignments of the class each student has handed in. */
async function handedInBy({ models }: Database, classId: number): Promise<Map<number, number>> {
  const { Assignment, AssignmentStudent, Attempt } = models;
  const assigned = await AssignmentStudent.findAll({
    attributes: ['assignmentId', 'studentId'],
    where: {
      classId,
      assignmentId: { [Op.in]: valuesOf(Assignment, 'id', { unassignedAt: null }) },
    },
  });
  const attempts = await Attempt.findAll({
    attributes: ['assignmentId', 'studentId'],
    where: {
      assignmentId: [...new Set(assigned.map(({ assignmentId }) => assignmentId))],
      handedInAt: { [Op.ne]: null },
    },
  });
  const work = new Set(
    attempts.map(({ assignmentId, studentId }) => `${assignmentId} ${studentId}`),
  );
  const counts = new Map<number, number>();
  for (const { assignmentId, studentId } of assigned)
    if (work.has(`${assignmentId} ${studentId}`))
      counts.set(studentId, (counts.get(studentId) ?? 0) + 1);
  return counts;
}

/** Students of the class, by their ids; one who is not, or has left, is not found. */
export async function insistOnStudents(
  { models }: Database,
  classId: number,
  students: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  const ids = [...new Set(students)];
  const where = { classId, studentId: ids, leftAt: null };
  if ((await models.Enrollment.count({ where, transaction })) !== ids.length)
    throw notFound(ids.length === 1 ? 'student' : 'oneOfStudents');
}

export async function describeStudent(
  { database }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  facts: BodyOf<typeof api.describeStudent>,
): Promise<void> {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, [studentId]);
  const { Account } = database.models;
  const { givenName, familyName, grade } = facts;
  const studentNumber = facts.studentNumber || null;
  const other =
    studentNumber &&
    (await Account.findOne({
      where: { schoolId: me.account.schoolId, studentNumber, id: { [Op.ne]: studentId } },
    }));
  if (other)
    throw invalid([
      {
        pointer: '/studentNumber',
        message: sentence('thatIsSStudentNumber', { fullName: other.fullName }),
      },
    ]);
  await Account.update(
    { givenName, familyName, studentNumber, email: facts.email || null, grade },
    { where: { id: studentId } },
  );
}

/**
 * @param within the change that it is a part of
 * @returns how many attempts the student is working on: they go on and count
 */
export async function setLeft(
  { database, now }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  left: boolean,
  within?: Transaction,
): Promise<{ working: number }> {
  const set = async (transaction: Transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const { AssignmentStudent, Attempt, Enrollment } = database.models;
    const enrollment = await Enrollment.findOne({
      where: { classId, studentId },
      lock: true,
      transaction,
    });
    if (!enrollment) throw notFound('student');
    const time = new Date(now());
    if ((enrollment.leftAt !== null) !== left)
      await (left ? leave : comeBack)(database, { classId, studentId }, time, transaction);
    const assigned = valuesOf(AssignmentStudent, 'assignmentId', { studentId, classId });
    const working = await Attempt.count({
      where: { studentId, handedInAt: null, assignmentId: { [Op.in]: assigned } },
      transaction,
    });
    return { working };
  };
  return within ? set(within) : database.transaction(set);
}

/** New passcodes; the old ones and their sessions end, and so does waiting for wrong tries. */
export async function renewPasscodes(
  { database, throttle }: Context,
  me: SignedIn,
  classId: number,
  students: readonly number[],
) {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, students);
  const slips = await Promise.all(
    [...new Set(students)].map(async (studentId) => {
      const passcode = newPasscode();
      return { studentId, passcode, hash: await hashSecret(passcode) };
    }),
  );
  await database.transaction(async (transaction) => {
    const { Account, Session } = database.models;
    for (const { studentId, hash } of slips)
      await Account.update(
        { secretHash: hash },
        { where: { id: studentId, role: 'student' }, transaction },
      );
    const accountId = slips.map(({ studentId }) => studentId);
    await Session.destroy({ where: { accountId }, transaction });
  });
  await throttle.forgive(slips.map(({ studentId }) => `student ${studentId}`));
  return slips.map(({ studentId, passcode }) => ({ studentId, passcode }));
}

export async function setAccommodations(
  { database, now }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  content: Accommodations,
): Promise<void> {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, [studentId]);
  const none = JSON.stringify(content) === JSON.stringify(noAccommodations);
  const { Accommodation } = database.models;
  if (none) await Accommodation.destroy({ where: { studentId } });
  else
    await Accommodation.upsert({
      studentId,
      content,
      changedBy: me.account.id,
      changedAt: new Date(now()),
    });
}

export const groupNameTaken = (name: string) =>
  problem(
    'group-name-taken',
    { name },
    { errors: [{ pointer: '/name', message: sentence('thereIsGroupThisName') }] },
  );
