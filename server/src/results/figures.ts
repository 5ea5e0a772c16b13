/** Keeps each item's observed figures beside it, from all work that was ever handed in on it: over all, and by grade. */
import { pooledCorrelation, type PairSums } from '@oaken/core/analysis';
import type { Sequelize, Transaction } from 'sequelize';
import type { Context } from '../context';
import { rows } from '../database/connect';

/** Fewer answers than this say too little about how well an item separates to be searched by (common practice, no source). */
const leastToSeparate = 10;

/**
 * Sums for each item of an assignment, over every assignment that it was ever in, by the students' grade (-1: not known).
 * The rest of a test is its share of points without the item; what still waits for its teacher counts on neither side, and
 * neither does what was settled for everybody or excused.
 */
const sumsOfItems = `
  WITH own AS (
    SELECT DISTINCT er.item_id FROM assignments a JOIN edition_revisions er ON er.edition_id = a.edition_id WHERE a.id = :id
  ), given AS (
    SELECT er.item_id, er.entry_id, a.id AS assignment_id, t.id AS attempt_id, COALESCE(p.grade, -1) AS grade
      FROM own JOIN edition_revisions er ON er.item_id = own.item_id
      JOIN assignments a ON a.edition_id = er.edition_id
      JOIN attempts t ON t.assignment_id = a.id AND t.counts AND NOT t.excused AND t.handed_in_at IS NOT NULL
      JOIN accounts p ON p.id = t.student_id
     WHERE er.settled IS NULL
  ), whole AS (
    SELECT s.attempt_id, SUM(s.points) AS points, SUM(s.most) AS most
      FROM (SELECT DISTINCT attempt_id FROM given) asked JOIN scores s ON s.attempt_id = asked.attempt_id AND NOT s.waits
     GROUP BY s.attempt_id
  ), pairs AS (
    SELECT g.item_id, g.assignment_id, g.grade, s.points / s.most AS x,
           CASE WHEN w.most > s.most THEN (w.points - s.points) / (w.most - s.most) END AS y
      FROM given g JOIN scores s ON s.attempt_id = g.attempt_id AND s.entry_id = g.entry_id
      JOIN whole w ON w.attempt_id = g.attempt_id
     WHERE s.reached AND NOT s.waits AND s.most > 0
  )
  SELECT item_id AS itemId, assignment_id AS assignmentId, grade, COUNT(*) AS answers, SUM(x) AS earned, COUNT(y) AS n, SUM(IF(y IS NULL, 0, x)) AS x,
         COALESCE(SUM(y), 0) AS y, SUM(IF(y IS NULL, 0, x * x)) AS xx, COALESCE(SUM(y * y), 0) AS yy, COALESCE(SUM(x * y), 0) AS xy
    FROM pairs GROUP BY item_id, assignment_id, grade`;

type Sums = PairSums & { itemId: number; assignmentId: number; grade: number; answers: number; earned: number };

/** Figures of an item from its sums, each sitting apart: a harder class does not look like a worse item. */
function figuresFrom(all: Sums[]) {
  const n = all.reduce((sum, own) => sum + own.answers, 0);
  const share = all.reduce((sum, own) => sum + own.earned, 0) / n;
  const sittings = new Map<number, Sums>();
  for (const own of all) {
    const held = sittings.get(own.assignmentId);
    sittings.set(own.assignmentId, held ? added(held, own) : own);
  }
  return { n, share, separation: n < leastToSeparate ? null : pooledCorrelation([...sittings.values()]).value };
}

const added = (a: Sums, b: Sums): Sums => ({ ...a, n: a.n + b.n, x: a.x + b.x, y: a.y + b.y, xx: a.xx + b.xx, yy: a.yy + b.yy, xy: a.xy + b.xy }); // prettier-ignore

function by<Key>(all: Sums[], keyOf: (own: Sums) => Key): Map<Key, Sums[]> {
  const found = new Map<Key, Sums[]>();
  for (const own of all) found.set(keyOf(own), [...(found.get(keyOf(own)) ?? []), own]);
  return found;
}

async function renewItemsOf(database: Sequelize, id: number, transaction: Transaction): Promise<void> {
  const items = await rows<{ itemId: number }>(database, 'SELECT DISTINCT er.item_id AS itemId FROM assignments a JOIN edition_revisions er ON er.edition_id = a.edition_id WHERE a.id = :id ORDER BY er.item_id', { id }, transaction); // prettier-ignore
  if (items.length === 0) return;
  const sums = await rows<Sums>(database, sumsOfItems, { id }, transaction);
  const known = by(sums, ({ itemId }) => itemId);
  for (const { itemId } of items) {
    const own = known.get(itemId);
    // Whose every use was settled or excused since has no figures any more.
    const figures = own ? figuresFrom(own) : { n: 0, share: 0, separation: null };
    await database.query('UPDATE items SET seen_n = :n, seen_share = :share, separation = :separation WHERE id = :itemId', {
      replacements: { ...figures, itemId },
      transaction,
    }); // prettier-ignore
  }
  await database.query('DELETE FROM item_figures WHERE item_id IN (:ids)', { replacements: { ids: items.map(({ itemId }) => itemId) }, transaction }); // prettier-ignore
  const lines = [...known].flatMap(([itemId, own]) =>
    [...by(own, ({ grade }) => grade)].flatMap(([grade, part]) => {
      if (grade < 0) return [];
      const { n, share, separation } = figuresFrom(part);
      return [[itemId, grade, n, share, separation]];
    }),
  );
  if (lines.length > 0)
    await database.query('INSERT INTO item_figures (item_id, grade, n, share, separation) VALUES :lines', { replacements: { lines }, transaction }); // prettier-ignore
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
      // The assignment first and then its items: a repair locks them in this order too.
      await rows(database, 'SELECT id FROM assignments WHERE id = :id FOR UPDATE', { id }, transaction);
      await renewItemsOf(database, id, transaction);
      await database.query('UPDATE assignments SET figures_at = :at WHERE id = :id', {
        replacements: { id, at: new Date(now()) },
        transaction,
      });
    });
  }
  return stale.length;
}
