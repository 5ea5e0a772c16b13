/** Keeps each item's observed figures beside it, from all work that was ever handed in on it. */
import { pooledCorrelation, type PairSums } from '@oaken/core/analysis';
import type { Sequelize, Transaction } from 'sequelize';
import type { Context } from '../context';
import { rows } from '../database/connect';

/** Fewer answers than this say too little about how well an item separates to be searched by (common practice, no source). */
const leastToSeparate = 10;

/**
 * Sums for each item of an assignment, over every assignment that it was ever in. The rest of a test is its share of
 * points without the item; what still waits for its teacher counts on neither side.
 */
const sumsOfItems = `
  WITH own AS (
    SELECT DISTINCT er.item_id FROM assignments a JOIN edition_revisions er ON er.edition_id = a.edition_id WHERE a.id = :id
  ), given AS (
    SELECT er.item_id, er.entry_id, a.id AS assignment_id, t.id AS attempt_id
      FROM own JOIN edition_revisions er ON er.item_id = own.item_id
      JOIN assignments a ON a.edition_id = er.edition_id
      JOIN attempts t ON t.assignment_id = a.id AND t.counts AND NOT t.excused AND t.handed_in_at IS NOT NULL
     WHERE er.settled IS NULL
  ), whole AS (
    SELECT s.attempt_id, SUM(s.points) AS points, SUM(s.most) AS most
      FROM (SELECT DISTINCT attempt_id FROM given) asked JOIN scores s ON s.attempt_id = asked.attempt_id AND NOT s.waits
     GROUP BY s.attempt_id
  ), pairs AS (
    SELECT g.item_id, g.assignment_id, s.points / s.most AS x,
           CASE WHEN w.most > s.most THEN (w.points - s.points) / (w.most - s.most) END AS y
      FROM given g JOIN scores s ON s.attempt_id = g.attempt_id AND s.entry_id = g.entry_id
      JOIN whole w ON w.attempt_id = g.attempt_id
     WHERE s.reached AND NOT s.waits AND s.most > 0
  )
  SELECT item_id AS itemId, COUNT(*) AS answers, SUM(x) AS earned, COUNT(y) AS n, SUM(IF(y IS NULL, 0, x)) AS x,
         COALESCE(SUM(y), 0) AS y, SUM(IF(y IS NULL, 0, x * x)) AS xx, COALESCE(SUM(y * y), 0) AS yy, COALESCE(SUM(x * y), 0) AS xy
    FROM pairs GROUP BY item_id, assignment_id`;

async function renewItemsOf(database: Sequelize, id: number, transaction: Transaction): Promise<void> {
  type Sums = PairSums & { itemId: number; answers: number; earned: number };
  const sums = await rows<Sums>(database, sumsOfItems, { id }, transaction);
  const items = new Map<number, Sums[]>();
  // Whose every use was settled or excused since has no figures any more.
  const none = `UPDATE items i JOIN edition_revisions er ON er.item_id = i.id JOIN assignments a ON a.edition_id = er.edition_id
      SET i.seen_n = 0, i.seen_share = 0, i.separation = NULL WHERE a.id = :id AND i.id NOT IN (:seen)`;
  await database.query(none, { replacements: { id, seen: [0, ...sums.map(({ itemId }) => itemId)] }, transaction });
  for (const own of sums) items.set(own.itemId, [...(items.get(own.itemId) ?? []), own]);
  for (const [itemId, sittings] of items) {
    const n = sittings.reduce((all, own) => all + own.answers, 0);
    const earned = sittings.reduce((all, own) => all + own.earned, 0);
    const separation = n < leastToSeparate ? null : pooledCorrelation(sittings).value;
    await database.query('UPDATE items SET seen_n = :n, seen_share = :share, separation = :separation WHERE id = :itemId', {
      replacements: { n, share: earned / n, separation, itemId },
      transaction,
    }); // prettier-ignore
  }
}

/** Renews the figures of items in assignments with work newer than their last figures. */
export async function renewFigures({ database, now }: Context): Promise<number> {
  const stale = await rows<{ id: number; latest: Date }>(
    database,
    `SELECT a.id, MAX(t.handed_in_at) AS latest FROM assignments a JOIN attempts t ON t.assignment_id = a.id
      WHERE t.handed_in_at IS NOT NULL GROUP BY a.id, a.figures_at HAVING a.figures_at IS NULL OR latest > a.figures_at LIMIT 50`,
  );
  for (const { id } of stale) {
    await database.transaction(async (transaction) => {
      await renewItemsOf(database, id, transaction);
      await database.query('UPDATE assignments SET figures_at = :at WHERE id = :id', {
        replacements: { id, at: new Date(now()) },
        transaction,
      });
    });
  }
  return stale.length;
}
