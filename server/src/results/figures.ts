/** Keeps each item's observed facility beside it, from all work that was ever handed in on it. */
import type { Context } from '../context';
import { rows } from '../database/connect';

/** Renews the figures of items in assignments with work newer than their last figures. */
export async function renewFigures({ database, now }: Context): Promise<number> {
  const stale = await rows<{ id: number; latest: Date }>(
    database,
    `SELECT a.id, MAX(t.handed_in_at) AS latest FROM assignments a JOIN attempts t ON t.assignment_id = a.id
      WHERE t.handed_in_at IS NOT NULL GROUP BY a.id, a.figures_at HAVING a.figures_at IS NULL OR latest > a.figures_at LIMIT 50`,
  );
  for (const { id } of stale) {
    await database.transaction(async (transaction) => {
      await database.query(
        `UPDATE items i JOIN (
           SELECT er.item_id, COUNT(*) AS n, AVG(s.points / s.most) AS share
             FROM edition_revisions er JOIN assignments a ON a.edition_id = er.edition_id
             JOIN attempts t ON t.assignment_id = a.id AND t.handed_in_at IS NOT NULL
             JOIN scores s ON s.attempt_id = t.id AND s.entry_id = er.entry_id AND s.reached AND NOT s.waits AND s.most > 0
            WHERE er.item_id IN (SELECT own.item_id FROM edition_revisions own JOIN assignments b ON b.edition_id = own.edition_id WHERE b.id = :id)
            GROUP BY er.item_id
         ) seen ON seen.item_id = i.id
         SET i.seen_n = seen.n, i.seen_share = seen.share`,
        { replacements: { id }, transaction },
      );
      await database.query('UPDATE assignments SET figures_at = :at WHERE id = :id', {
        replacements: { id, at: new Date(now()) },
        transaction,
      });
    });
  }
  return stale.length;
}
