/**
 * Coming into a class and leaving it. A roster number is given once and stays; leaving hides what
 * was not begun and keeps what was; whoever comes is given what is open for the whole class.
 */
import { type Transaction, Op, type WhereOptions } from 'sequelize';
import { type Database } from '../database/connect';
import type { Assignment, AssignmentStudent } from '../models';
import { valuesOf } from '../models/subquery';

export interface NewStudent {
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: number | null;
  sourcedId: string | null;
}

/** Makes a student's account. It has no passcode until a sign-in slip gives one. */
export async function createStudent(
  database: Database,
  schoolId: number,
  student: NewStudent & { secretHash?: string },
  createdAt: Date,
  transaction: Transaction,
): Promise<number> {
  const { id } = await database.models.Account.create(
    {
      ...student,
      schoolId,
      role: 'student',
      studentNumber: student.studentNumber || null,
      email: student.email || null,
      secretHash: student.secretHash ?? '',
      createdAt,
    },
    { transaction },
  );
  return id;
}

export async function enrol(
  database: Database,
  enrollment: { classId: number; studentId: number; rosterNumber: number; bySelf?: boolean },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const {
    classId,
    studentId,
    rosterNumber: rosterNumber,
    bySelf: joinedBySelf = false,
  } = enrollment;
  await database.models.Enrollment.create(
    { classId, studentId, rosterNumber, joinedBySelf },
    { transaction },
  );
  await giveOpen(database, classId, studentId, time, transaction);
}

/** Back in the class, under the roster number of before. */
export async function comeBack(
  database: Database,
  { classId, studentId }: { classId: number; studentId: number },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const { AssignmentStudent, Enrollment } = database.models;
  const chosen = { where: { classId, studentId }, transaction };
  await Enrollment.update({ leftAt: null }, chosen);
  await AssignmentStudent.update({ withdrawnAt: null }, chosen);
  await giveOpen(database, classId, studentId, time, transaction);
}

export async function leave(
  database: Database,
  { classId, studentId }: { classId: number; studentId: number },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const { AssignmentStudent, Attempt, Enrollment } = database.models;
  await Enrollment.update(
    { leftAt: time },
    { where: { classId, studentId, leftAt: null }, transaction },
  );
  const begun = valuesOf(Attempt, 'assignmentId', { studentId });
  await AssignmentStudent.update(
    { withdrawnAt: time },
    {
      where: { classId, studentId, withdrawnAt: null, assignmentId: { [Op.notIn]: begun } },
      transaction,
    },
  );
}

/** Assignments that can still be sat at a time. */
const stillOpen = (time: Date): WhereOptions<Assignment> => ({
  unassignedAt: null,
  [Op.or]: [{ closesAt: null }, { closesAt: { [Op.gt]: time } }, { lateUntil: { [Op.gt]: time } }],
});

/** Assignments of the whole class that whoever comes into it can still sit. */
export const countOpen = (database: Database, classId: number, time: Date): Promise<number> =>
  database.models.AssignmentClass.count({
    where: { classId, wholeClass: true },
    include: { association: 'assignment', where: stillOpen(time), required: true },
  });

async function giveOpen(
  database: Database,
  classId: number,
  studentId: number,
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const { Assignment, AssignmentClass, AssignmentStudent } = database.models;
  const open = await Assignment.findAll({
    attributes: ['id'],
    where: {
      ...stillOpen(time),
      id: {
        [Op.in]: valuesOf(AssignmentClass, 'assignmentId', { classId, wholeClass: true }),
        [Op.notIn]: valuesOf(AssignmentStudent, 'assignmentId', { studentId }),
      },
    },
    lock: true,
    transaction,
  });
  for (const { id: assignmentId } of open) {
    const given = await AssignmentStudent.findAll({ where: { assignmentId }, transaction });
    await AssignmentStudent.create(
      { assignmentId, studentId, classId, seat: nextSeat(given), form: rarestForm(given) },
      { transaction },
    );
  }
}

/** The next place of the deal. */
export const nextSeat = (given: readonly Pick<AssignmentStudent, 'seat'>[]) =>
  Math.max(-1, ...given.map(({ seat }) => seat)) + 1;

/** The form that the fewest have; of several, the first. */
export function rarestForm(given: readonly Pick<AssignmentStudent, 'form'>[]): string | null {
  const counts = new Map<string | null, number>();
  for (const { form } of given) counts.set(form, (counts.get(form) ?? 0) + 1);
  const [rarest] = [...counts].sort(([a, n], [b, m]) => n - m || (a ?? '').localeCompare(b ?? ''));
  return rarest?.[0] ?? null;
}
