/** What items are known by, from the sums of all that was written: the same rows that the server keeps. */
import type { Connection } from 'mariadb';

/** The sums of each assignment over its classes; by grade, or over all of them. */
const sittings = (grade: string, group: string) => `
  SELECT s.item_id, r.asked, ${grade} AS grade, SUM(s.answers) AS answers, SUM(s.earned) AS earned, SUM(s.n) AS n,
         SUM(s.x) AS x, SUM(s.y) AS y, SUM(s.xx) AS xx, SUM(s.yy) AS yy, SUM(s.xy) AS xy
    FROM item_sums s JOIN revisions r ON r.id = s.revision_id GROUP BY s.item_id, r.asked, s.assignment_id${group}`;

/** Each sitting around its own means. */
const totals = (grade: string, group: string) => `
  INSERT INTO item_totals
  SELECT item_id, asked, grade, SUM(answers), SUM(earned), SUM(IF(n < 2, 0, n)),
         SUM(IF(n < 2, 0, xx - x * x / n)), SUM(IF(n < 2, 0, yy - y * y / n)), SUM(IF(n < 2, 0, xy - x * y / n)),
         SUM(IF(n < 2, 0, xx)), SUM(IF(n < 2, 0, yy))
    FROM (${sittings(grade, group)}) o GROUP BY item_id, asked, grade`;

const correlation = 'IF(t.answers < 10, NULL, t.xy / NULLIF(SQRT(t.xx * t.yy), 0))';

export async function writeFigures(connection: Connection): Promise<void> {
  await connection.query('DELETE FROM item_totals');
  await connection.query(totals('s.grade', ', s.grade'));
  await connection.query(totals('-2', ''));
  const asAskedNow =
    'item_totals t JOIN items i ON i.id = t.item_id JOIN revisions r ON r.id = i.revision_id AND r.asked = t.asked';
  await connection.query(
    `REPLACE INTO item_figures (item_id, grade, answer_count, average_score, item_rest_correlation)
     SELECT t.item_id, t.grade, t.answers, t.earned / t.answers, ${correlation} FROM ${asAskedNow} WHERE t.grade >= 0`,
  );
  await connection.query(
    `UPDATE ${asAskedNow} SET i.answer_count = t.answers, i.average_score = t.earned / t.answers,
            i.item_rest_correlation = ${correlation} WHERE t.grade = -2`,
  );
  await connection.query(
    `UPDATE items i JOIN (SELECT r.item_id, COUNT(*) AS uses FROM test_revisions t
                           JOIN revisions r ON r.id = t.revision_id GROUP BY r.item_id) u ON u.item_id = i.id SET i.use_count = u.uses`,
  );
}
