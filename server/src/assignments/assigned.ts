/** Who an assignment was given to, in the order of a register. */
import { col } from 'sequelize';
import type { Database } from '../database/connect';
import type { Attempt } from '../models';

/** One student who was given an assignment. */
export interface Assigned {
  studentId: number;
  givenName: string;
  familyName: string;
  name: string;
  /** Null: a guest, or someone who was given it outside a class. */
  classId: number | null;
  className: string | null;
  rosterNumber: number | null;
  form: string | null;
  /** Since when the student has left the class; the work that was begun stays. */
  withdrawnAt: Date | null;
}

type Read = Omit<Assigned, 'name' | 'rosterNumber'>;

/** Everybody, class by class and in a class by the roster; those without a class come last. */
export async function readAssigned(
  { models }: Database,
  assignmentId: number,
): Promise<Assigned[]> {
  const lines = (await models.AssignmentStudent.findAll({
    attributes: [
      ...['studentId', 'classId', 'form', 'withdrawnAt'],
      [col('student.given_name'), 'givenName'],
      [col('student.family_name'), 'familyName'],
      [col('class.name'), 'className'],
    ],
    where: { assignmentId },
    include: [
      { association: 'student', attributes: [] },
      { association: 'class', attributes: [] },
    ],
    order: [
      ['class', 'name', 'ASC'],
      ['student', 'familyName', 'ASC'],
      ['studentId', 'ASC'],
    ],
    raw: true,
  })) as unknown as Read[];
  const classIds = [...new Set(lines.flatMap(({ classId }) => classId ?? []))];
  const enrollments = await models.Enrollment.findAll({
    attributes: ['classId', 'studentId', 'rosterNumber'],
    where: { classId: classIds },
    raw: true,
  });
  const key = (classId: number | null, studentId: number) => `${classId} ${studentId}`;
  const numbers = new Map(
    enrollments.map((enrollment) => [
      key(enrollment.classId, enrollment.studentId),
      enrollment.rosterNumber,
    ]),
  );
  const positions = new Map(classIds.map((id, index) => [id, index]));
  const orderOf = ({ classId }: Assigned) =>
    classId === null ? classIds.length : (positions.get(classId) ?? 0);
  return lines
    .map((line): Assigned => ({
      ...line,
      name: `${line.givenName} ${line.familyName}`.trim(),
      rosterNumber: numbers.get(key(line.classId, line.studentId)) ?? null,
    }))
    .sort((a, b) => orderOf(a) - orderOf(b) || (a.rosterNumber ?? 0) - (b.rosterNumber ?? 0));
}

/** The students with what each of them made; a student without any attempt stands once, with none. */
export const withAttempts = <Made extends Pick<Attempt, 'studentId'>>(
  students: readonly Assigned[],
  attempts: readonly Made[],
): [Assigned, Made | null][] => {
  const byStudent = new Map<number, Made[]>();
  for (const attempt of attempts)
    byStudent.set(attempt.studentId, [...(byStudent.get(attempt.studentId) ?? []), attempt]);
  return students.flatMap((student): [Assigned, Made | null][] => {
    const made = byStudent.get(student.studentId);
    if (made) return made.map((attempt) => [student, attempt]);
    return student.withdrawnAt === null ? [[student, null]] : [];
  });
};
