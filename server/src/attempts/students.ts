/** The students of an assignment with their attempts, and which of them can still answer. */
import { canStillAnswer, type AssignmentRules } from '@oaken/core/assignments';
import type { Database } from '../database/connect';
import type { AssignmentStudent, Attempt } from '../models';
import {
  exceptionsOf,
  schoolZone,
  attemptsSoFar,
  studentWindow,
  withAccommodation,
  type StoredTimes,
} from './times';

/** A student of an assignment, with the attempts at it. */
export interface StudentAttempts {
  student: AssignmentStudent;
  attempts: Attempt[];
  /** Number on the roster of the class through which it came; null for guests. */
  rosterNumber: number | null;
}

/** Class by class and in a class by the roster; guests last. */
export async function readStudentAttempts(
  { models }: Database,
  assignmentId: number,
): Promise<StudentAttempts[]> {
  const { AssignmentStudent, Attempt, Enrollment } = models;
  const students = await AssignmentStudent.findAll({
    where: { assignmentId },
    include: [withAccommodation, 'class'],
  });
  const attempts = await Attempt.findAll({
    attributes: ['id', 'studentId', 'number', 'handedInAt', 'seenAt', 'conditions'],
    where: { assignmentId },
    order: ['number'],
  });
  const enrollments = await Enrollment.findAll({
    where: {
      classId: [...new Set(students.flatMap(({ classId }) => classId ?? []))],
      studentId: students.map(({ studentId }) => studentId),
    },
  });
  return students
    .map((student) => ({
      student,
      attempts: attempts.filter(({ studentId }) => studentId === student.studentId),
      rosterNumber:
        enrollments.find(
          ({ classId, studentId }) =>
            classId === student.classId && studentId === student.studentId,
        )?.rosterNumber ?? null,
    }))
    .sort(byRoster);
}

/** By class and roster number; guests last, by name. */
const byRoster = (a: StudentAttempts, b: StudentAttempts) =>
  Number(a.student.class === null) - Number(b.student.class === null) ||
  (a.student.class?.name ?? '').localeCompare(b.student.class?.name ?? '') ||
  (a.rosterNumber ?? 0) - (b.rosterNumber ?? 0) ||
  familyName(a).localeCompare(familyName(b));

const familyName = ({ student }: StudentAttempts) => student.student?.familyName ?? '';

export const isWorking = ({ attempts }: StudentAttempts) =>
  attempts.some(({ handedInAt }) => handedInAt === null);

/** Students who were given it and can still give an answer. */
export async function whoCanAnswer(
  database: Database,
  assignmentId: number,
  stored: StoredTimes & { rules: AssignmentRules },
  now: number,
): Promise<number> {
  const zone = await schoolZone(database);
  const able = (await readStudentAttempts(database, assignmentId)).filter((line) => {
    const { student, attempts } = line;
    if (student.withdrawnAt !== null && attempts.length === 0) return false;
    const exceptions = exceptionsOf(student);
    const handedIn = attempts.filter(({ handedInAt }) => handedInAt !== null).length;
    const window = studentWindow(stored, exceptions, zone);
    const soFar = attemptsSoFar(window, exceptions, handedIn, isWorking(line));
    return canStillAnswer(stored.rules, soFar, now);
  });
  return able.length;
}

export const somebodyCanAnswer = async (...asked: Parameters<typeof whoCanAnswer>) =>
  (await whoCanAnswer(...asked)) > 0;
