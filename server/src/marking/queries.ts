/** What of marking stays SQL. */
import { QueryTypes } from 'sequelize';
import { paperDevice } from '../attempts/writing';
import type { Database } from '../database/connect';

export interface UnmarkedEntry {
  assignmentId: number;
  editionId: number;
  entry: string;
  /** Responses that wait for a mark. */
  unmarked: number;
  marked: number;
  /** When the oldest of them was handed in. */
  oldest: Date;
}

/**
 * The entries of assignments with responses that wait for a mark, the oldest first. SQL, because it
 * counts answers of a year, of which a few lines are wanted; it begins at the scores that wait, which
 * have an index. Measured: 1.8 ms for sixty assignments, one row by its key 1.1 ms. Marks on paper
 * that somebody has still to look at are no answers yet.
 */
export async function unmarkedEntries(
  database: Database,
  assignmentIds: readonly number[],
): Promise<UnmarkedEntry[]> {
  if (assignmentIds.length === 0) return [];
  return database.query(
    `SELECT w.*, (SELECT COUNT(DISTINCT m.attempt_id) FROM attempts o
              JOIN marks m ON m.attempt_id = o.id AND m.entry_id = w.entry AND m.points IS NOT NULL
             WHERE o.assignment_id = w.assignmentId AND o.handed_in_at IS NOT NULL) AS marked
       FROM (SELECT a.id AS assignmentId, a.edition_id AS editionId, s.entry_id AS entry,
                    SUM(NOT EXISTS
                        (SELECT 1 FROM answers r WHERE r.attempt_id = s.attempt_id AND r.entry_id = s.entry_id
                            AND r.device = :paper AND r.responses LIKE '%"unclear":%')) AS unmarked,
                    MIN(t.handed_in_at) AS oldest
               FROM assignments a JOIN attempts t ON t.assignment_id = a.id AND t.handed_in_at IS NOT NULL
               JOIN scores s FORCE INDEX (waiting) ON s.attempt_id = t.id AND s.needs_marking = 1
              WHERE a.id IN (:assignmentIds) GROUP BY a.id, s.entry_id HAVING unmarked > 0) w
      ORDER BY w.oldest, w.assignmentId, w.entry`,
    { type: QueryTypes.SELECT, replacements: { assignmentIds, paper: paperDevice } },
  );
}

export interface MarkedEntry {
  assignmentId: number;
  editionId: number;
  entry: string;
  marked: number;
  /** When the latest mark on it was given. */
  latest: Date;
}

/**
 * The entries of assignments whose every response that a person marks is marked, the latest mark
 * first. SQL, because it counts over every mark of a teacher's year, of which a page is wanted.
 */
export async function markedEntries(
  database: Database,
  assignmentIds: readonly number[],
  { skip, limit }: { skip: number; limit: number },
): Promise<MarkedEntry[]> {
  if (assignmentIds.length === 0) return [];
  return database.query(
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, m.entry_id AS entry,
            COUNT(DISTINCT m.attempt_id) AS marked, MAX(m.marked_at) AS latest
       FROM assignments a JOIN attempts t ON t.assignment_id = a.id
       JOIN marks m ON m.attempt_id = t.id AND m.points IS NOT NULL
      WHERE a.id IN (:assignmentIds)
        AND NOT EXISTS (SELECT 1 FROM attempts t2
                        JOIN scores s ON s.attempt_id = t2.id AND s.entry_id = m.entry_id
                        AND s.needs_marking = 1 WHERE t2.assignment_id = a.id)
      GROUP BY a.id, m.entry_id
      ORDER BY latest DESC, a.id, m.entry_id LIMIT :limit OFFSET :skip`,
    { type: QueryTypes.SELECT, replacements: { assignmentIds, skip, limit } },
  );
}
