/** What of tests stays SQL. */
import type { ClassSums } from '@oaken/core/forecast';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect';

/** Work of students who were given an assignment outside a class is that of a class of its own. */
const classOf = 'IF(s.class_id = 0, -s.assignment_id, s.class_id)';

const added =
  'SUM(s.n) AS n, SUM(s.x) AS x, SUM(s.y) AS y, SUM(s.xx) AS xx, SUM(s.yy) AS yy, SUM(s.xy) AS xy';

/**
 * Sums by class of the items that these revisions ask, over everything that asked the same. SQL,
 * because it adds up lines of every class of every year, of which one a class is wanted. Measured:
 * 0.5 ms, one row by its key 1.1 ms.
 */
export async function sumsByClass(
  database: Database,
  revisionIds: readonly number[],
): Promise<ClassSums[]> {
  if (revisionIds.length === 0) return [];
  return database.query(
    `SELECT s.item_id AS item, ${classOf} AS class, ${added}
       FROM revisions p STRAIGHT_JOIN item_sums s ON s.item_id = p.item_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked = p.asked
      WHERE p.id IN (:revisionIds) GROUP BY s.item_id, class HAVING n > 0`,
    { type: QueryTypes.SELECT, replacements: { revisionIds } },
  );
}

/**
 * Sums by class of items that several classes met in the latest assignments, worded alike. SQL,
 * because which items those are follows from the same sums. Measured: 0.4 ms, one row by its key
 * 1.1 ms.
 */
export async function sumsOfSharedItems(
  database: Database,
  limits: { latestAssignments: number; mostItems: number },
): Promise<ClassSums[]> {
  return database.query(
    `WITH latest AS (SELECT id FROM assignments ORDER BY id DESC LIMIT :latestAssignments),
          shared AS (SELECT s.item_id, MIN(s.revision_id) AS revision_id FROM item_sums s
          JOIN latest l ON l.id = s.assignment_id
                      WHERE s.n > 1 GROUP BY s.item_id HAVING COUNT(DISTINCT ${classOf}) > 1
                      AND COUNT(DISTINCT s.revision_id) = 1
                      ORDER BY MAX(s.assignment_id) DESC LIMIT :mostItems)
     SELECT s.item_id AS item, ${classOf} AS class, ${added}
       FROM shared h JOIN item_sums s ON s.item_id = h.item_id AND s.revision_id = h.revision_id
      GROUP BY s.item_id, class HAVING n > 1`,
    { type: QueryTypes.SELECT, replacements: { ...limits } },
  );
}
