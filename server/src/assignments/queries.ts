/** What of assignments stays SQL. */
import { QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';

export interface Progress {
  assignmentId: number;
  /** Students who have begun. */
  begun: number;
  /** Students with an attempt under way. */
  working: number;
  /** Mean share of the points over work that is marked whole; null where there is none. */
  meanShare: number | null;
}

/**
 * How far the students of assignments are. SQL, because it sums over every attempt of a term of
 * which a few numbers for each assignment are wanted. Measured: 7.4 ms for 600 students, one row
 * by its key 1.1 ms.
 */
export async function progressOf(
  database: Database,
  assignmentIds: readonly number[],
): Promise<Map<number, Progress>> {
  if (assignmentIds.length === 0) return new Map();
  const progress = await database.query<Progress>(
    `SELECT t.assignment_id AS assignmentId, CAST(SUM(t.counts) AS UNSIGNED) AS begun,
            COUNT(DISTINCT IF(t.handed_in_at IS NULL, t.student_id, NULL)) AS working,
            AVG(IF(t.counts AND NOT t.excused AND NOT EXISTS (SELECT 1 FROM scores s WHERE s.attempt_id = t.id
            AND s.needs_marking),
                   t.counted_points / NULLIF(t.max_points, 0), NULL)) AS meanShare
       FROM attempts t WHERE t.assignment_id IN (:assignmentIds) GROUP BY t.assignment_id`,
    { type: QueryTypes.SELECT, replacements: { assignmentIds } },
  );
  return new Map(progress.map((line) => [line.assignmentId, line]));
}

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
