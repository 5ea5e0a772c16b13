/** Keeps up which of a student's attempts counts, and with how many points. */
import type { Counting } from '@oaken/core/assignments';
import { countAttempts } from '@oaken/core/attempts';
import type { Transaction } from 'sequelize';
import { rows, type Database } from '../database/connect';

/** @param studentId one student; null: all of them */
export async function recount(
  database: Database,
  assignmentId: number,
  counts: Counting,
  studentId: number | null,
  transaction: Transaction,
): Promise<void> {
  const all = await rows<{
    id: number;
    studentId: number;
    number: number;
    points: number | null;
    most: number | null;
  }>(
    database,
    `SELECT id, student_id AS studentId, number, points, most FROM attempts
      WHERE assignment_id = :assignmentId AND (:studentId IS NULL OR student_id = :studentId) ORDER BY student_id, number FOR UPDATE`,
    { assignmentId, studentId },
    transaction,
  );
  const byStudent = new Map<number, typeof all>();
  for (const own of all)
    byStudent.set(own.studentId, [...(byStudent.get(own.studentId) ?? []), own]);
  for (const own of byStudent.values()) {
    const { number, points } = countAttempts(own, counts);
    for (const one of own)
      await database.query(
        'UPDATE attempts SET counts = :counts, counted = :counted WHERE id = :id',
        {
          replacements: {
            id: one.id,
            counts: one.number === number,
            counted: one.number === number ? points : one.points,
          },
          transaction,
        },
      );
  }
}
