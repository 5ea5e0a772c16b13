/** What of the figures of items stays SQL. */
import type { PairSums } from '@oaken/core/analysis';
import { QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';

/**
 * Sums over the answers of one class's students of a grade to one wording of an item; pairs are its
 * share and the rest's.
 */
export type ItemAnswerSums = PairSums & {
  itemId: number;
  revisionId: number;
  assignmentId: number;
  /** 0 for students who were given it outside a class. */
  classId: number;
  /** -1 where it is not known. */
  grade: number;
  answers: number;
  /** Shares of the points, added. */
  earned: number;
};

/**
 * Sums for each item of one assignment by the students' class and grade. The rest of a test is its
 * share of points without the item; what still waits for its teacher counts on neither side, and
 * neither does what was settled for everybody or excused. SQL, because it sums over tens of
 * thousands of scores, of which some hundred lines are wanted. Measured: 770 ms for 24,000 scores,
 * in the background, one row by its key 1.1 ms.
 */
export async function sumsOfAssignment(
  database: Database,
  assignmentId: number,
): Promise<ItemAnswerSums[]> {
  return database.query(
    `WITH work AS (
       SELECT t.id AS attempt_id, COALESCE(p.grade, -1) AS grade, COALESCE(g.class_id, 0) AS class_id
         FROM attempts t JOIN accounts p ON p.id = t.student_id
         LEFT JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id
        WHERE t.assignment_id = :assignmentId AND t.counts AND NOT t.excused AND t.handed_in_at IS NOT NULL
     ), whole AS (
       SELECT w.attempt_id, w.grade, w.class_id, SUM(s.points) AS points, SUM(s.max_points) AS max_points
         FROM work w JOIN scores s ON s.attempt_id = w.attempt_id AND NOT s.needs_marking
        GROUP BY w.attempt_id, w.grade, w.class_id
     ), pairs AS (
       SELECT er.item_id, er.revision_id, w.grade, w.class_id, s.points / s.max_points AS x,
              CASE WHEN w.max_points > s.max_points THEN (w.points - s.points) / (w.max_points - s.max_points) END AS y
         FROM whole w JOIN scores s ON s.attempt_id = w.attempt_id AND s.reached AND NOT s.needs_marking
         AND s.max_points > 0
         JOIN assignments a ON a.id = :assignmentId
         JOIN edition_revisions er ON er.edition_id = a.edition_id AND er.entry_id = s.entry_id AND er.override IS NULL
     )
     SELECT item_id AS itemId, revision_id AS revisionId, :assignmentId AS assignmentId, class_id AS classId, grade, COUNT(*) AS answers, SUM(x) AS earned, COUNT(y) AS n,
            SUM(IF(y IS NULL, 0, x)) AS x, COALESCE(SUM(y), 0) AS y, SUM(IF(y IS NULL, 0, x * x)) AS xx,
            COALESCE(SUM(y * y), 0) AS yy, COALESCE(SUM(x * y), 0) AS xy
       FROM pairs GROUP BY item_id, revision_id, class_id, grade`,
    { type: QueryTypes.SELECT, replacements: { assignmentId } },
  );
}

/**
 * The sums of items over all assignments that asked them as they are worded and keyed now. SQL,
 * because it compares each sum's wording with its item's present one, which no association says.
 * Measured: 0.5 ms, one row by its key 1.1 ms.
 */
export async function sumsAsAskedNow(
  database: Database,
  itemIds: readonly number[],
  transaction: Transaction,
): Promise<ItemAnswerSums[]> {
  return database.query(
    `SELECT s.item_id AS itemId, s.revision_id AS revisionId, s.assignment_id AS assignmentId, s.class_id AS classId,
            s.grade, s.answers, s.earned, s.n, s.x, s.y, s.xx, s.yy, s.xy
       FROM item_sums s JOIN items i ON i.id = s.item_id JOIN revisions now ON now.id = i.revision_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked = now.asked
      WHERE s.item_id IN (:itemIds)`,
    { type: QueryTypes.SELECT, replacements: { itemIds }, transaction },
  );
}

export interface StaleFigures {
  id: number;
  figuresAt: Date | null;
}

/**
 * Assignments with work that was handed in or scored since their figures. SQL, because two
 * existence questions, each on its own index, are asked of every assignment every few seconds. What
 * was asked in class is talked about between, and kept apart from what was sat.
 * Measured: 0.5 ms, one row by its key 1.1 ms.
 */
export async function staleFigures(database: Database, limit: number): Promise<StaleFigures[]> {
  return database.query(
    `SELECT a.id, a.figures_at AS figuresAt FROM assignments a
      WHERE a.kind <> 'round' AND (EXISTS (SELECT 1 FROM attempts t
                     WHERE t.assignment_id = a.id AND t.handed_in_at > COALESCE(a.figures_at, '1970-01-02'))
         OR EXISTS (SELECT 1 FROM attempts t
                     WHERE t.assignment_id = a.id AND t.scored_at > COALESCE(a.figures_at, '1970-01-02')))
      ORDER BY a.id LIMIT :limit`,
    { type: QueryTypes.SELECT, replacements: { limit } },
  );
}
