/**
 * Coming into a class and leaving it. A roll number is given once and stays; leaving hides what was not begun and keeps
 * what was; whoever comes is given what is open for the whole class.
 */
import type { Sequelize, Transaction } from 'sequelize';
import { insertedId, row, rows } from '../database/connect';

export interface NewStudent {
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: number | null;
  sourcedId: string | null;
}

/** Makes a student's account. It has no passcode until a sign-in slip gives one. */
export function createStudent(
  database: Sequelize,
  schoolId: number,
  own: NewStudent & { secretHash?: string },
  time: Date,
  transaction: Transaction,
): Promise<number> {
  return insertedId(
    database,
    `INSERT INTO accounts (school_id, role, given_name, family_name, student_number, email, grade, sourced_id, secret_hash, created_at)
     VALUES (:schoolId, 'student', :givenName, :familyName, :studentNumber, :email, :grade, :sourcedId, :secretHash, :time)`,
    {
      ...own,
      studentNumber: own.studentNumber || null,
      email: own.email || null,
      secretHash: own.secretHash ?? '',
      schoolId,
      time,
    },
    transaction,
  );
}

export async function enrol(
  database: Sequelize,
  own: { classId: number; studentId: number; rollNumber: number; bySelf?: boolean },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  await database.query(
    'INSERT INTO enrolments (class_id, student_id, roll_number, joined_by_self) VALUES (:classId, :studentId, :rollNumber, :bySelf)',
    { replacements: { ...own, bySelf: own.bySelf ?? false }, transaction },
  );
  await giveOpen(database, own.classId, own.studentId, time, transaction);
}

/** Back in the class, under the roll number of before. */
export async function comeBack(
  database: Sequelize,
  { classId, studentId }: { classId: number; studentId: number },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const values = { replacements: { classId, studentId }, transaction };
  await database.query(
    'UPDATE enrolments SET left_at = NULL WHERE class_id = :classId AND student_id = :studentId',
    values,
  );
  await database.query(
    'UPDATE assignment_students SET withdrawn_at = NULL WHERE class_id = :classId AND student_id = :studentId',
    values,
  );
  await giveOpen(database, classId, studentId, time, transaction);
}

export async function leave(
  database: Sequelize,
  { classId, studentId }: { classId: number; studentId: number },
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const values = { replacements: { classId, studentId, time }, transaction };
  await database.query(
    'UPDATE enrolments SET left_at = :time WHERE class_id = :classId AND student_id = :studentId AND left_at IS NULL',
    values,
  );
  await database.query(
    `UPDATE assignment_students g SET g.withdrawn_at = :time
      WHERE g.class_id = :classId AND g.student_id = :studentId AND g.withdrawn_at IS NULL
        AND NOT EXISTS (SELECT 1 FROM attempts t WHERE t.assignment_id = g.assignment_id AND t.student_id = g.student_id)`,
    values,
  );
}

const stillOpen = `a.taken_back_at IS NULL AND (a.closes_at IS NULL OR GREATEST(a.closes_at, COALESCE(a.late_until, a.closes_at)) > :time)`;

/** Assignments of the whole class that whoever comes into it can still sit. */
export async function countOpen(database: Sequelize, classId: number, time: Date): Promise<number> {
  const found = await row<{ n: number }>(
    database,
    `SELECT COUNT(*) AS n FROM assignment_classes ac JOIN assignments a ON a.id = ac.assignment_id WHERE ac.class_id = :classId AND ac.whole AND ${stillOpen}`,
    { classId, time },
  );
  return found!.n;
}

async function giveOpen(
  database: Sequelize,
  classId: number,
  studentId: number,
  time: Date,
  transaction: Transaction,
): Promise<void> {
  const open = await rows<{ id: number }>(
    database,
    `SELECT a.id FROM assignment_classes ac JOIN assignments a ON a.id = ac.assignment_id
      WHERE ac.class_id = :classId AND ac.whole AND ${stillOpen}
        AND NOT EXISTS (SELECT 1 FROM assignment_students g WHERE g.assignment_id = a.id AND g.student_id = :studentId)
      FOR UPDATE`,
    { classId, studentId, time },
    transaction,
  );
  for (const { id } of open) {
    // The next place of the deal, and the form that the fewest have.
    const place = await row<{ place: number }>(
      database,
      'SELECT COALESCE(MAX(place), -1) + 1 AS place FROM assignment_students WHERE assignment_id = :id',
      { id },
      transaction,
    );
    const form = await row<{ form: string | null }>(
      database,
      'SELECT form FROM assignment_students WHERE assignment_id = :id GROUP BY form ORDER BY COUNT(*), form LIMIT 1',
      { id },
      transaction,
    );
    await database.query(
      'INSERT INTO assignment_students (assignment_id, student_id, class_id, place, form) VALUES (:id, :studentId, :classId, :place, :form)',
      {
        replacements: { id, studentId, classId, place: place!.place, form: form?.form ?? null },
        transaction,
      },
    );
  }
}
