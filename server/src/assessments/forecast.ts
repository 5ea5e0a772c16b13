/** What the next class may earn on a test, from what classes earned on its items as they are worded and keyed in it. */
import {
  classVarianceOf,
  forecast,
  type ClassSums,
  type ClassVariance,
  type Forecast,
} from '@oaken/core/forecast';
import { allEntries, pointsOf, type Outline } from '@oaken/core/assessments';
import type { Context } from '../context';
import { rows, type Database } from '../database/connect';

/** Work of students who were given an assignment outside a class is that of a class of its own. */
const classOf = 'IF(s.class_id = 0, -s.assignment_id, s.class_id)';
const sums =
  'SUM(s.n) AS n, SUM(s.x) AS x, SUM(s.y) AS y, SUM(s.xx) AS xx, SUM(s.yy) AS yy, SUM(s.xy) AS xy';

export async function forecastOf(context: Context, outline: Outline): Promise<Forecast> {
  const points = pointsOf(outline).entries;
  const entries = allEntries(outline);
  const items = entries.map(({ id, itemId, points: usual }) => ({
    item: itemId,
    points: points.get(id) ?? usual,
  }));
  const pinned = entries.map(({ revisionId }) => revisionId);
  return forecast(items, await sumsOf(context.database, pinned), await schoolVariance(context));
}

/** Sums by class of the items that these revisions ask. */
async function sumsOf(database: Database, pinned: readonly number[]): Promise<ClassSums[]> {
  if (pinned.length === 0) return [];
  return rows<ClassSums>(
    database,
    `SELECT s.item_id AS item, ${classOf} AS class, ${sums}
       FROM revisions p STRAIGHT_JOIN item_sums s ON s.item_id = p.item_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked = p.asked
      WHERE p.id IN (:pinned) GROUP BY s.item_id, class HAVING n > 0`,
    { pinned },
  );
}

/** How much classes differ changes slowly; it is read again so often, in milliseconds. */
const readAgainAfter = 10 * 60_000;
/** Of so many of the latest assignments, and so many items that several classes met. */
const latestAssignments = 200;
const mostItems = 120;

const known = new WeakMap<Database, { time: number; variance: ClassVariance | null }>();

async function schoolVariance({ database, now }: Context): Promise<ClassVariance | null> {
  const held = known.get(database);
  if (held && now() - held.time < readAgainAfter && now() >= held.time) return held.variance;
  const list = await rows<ClassSums>(
    database,
    `WITH latest AS (SELECT id FROM assignments ORDER BY id DESC LIMIT ${latestAssignments}),
          shared AS (SELECT s.item_id, MIN(s.revision_id) AS revision_id FROM item_sums s JOIN latest l ON l.id = s.assignment_id
                      WHERE s.n > 1 GROUP BY s.item_id HAVING COUNT(DISTINCT ${classOf}) > 1 AND COUNT(DISTINCT s.revision_id) = 1
                      ORDER BY MAX(s.assignment_id) DESC LIMIT ${mostItems})
     SELECT s.item_id AS item, ${classOf} AS class, ${sums}
       FROM shared h JOIN item_sums s ON s.item_id = h.item_id AND s.revision_id = h.revision_id
      GROUP BY s.item_id, class HAVING n > 1`,
  );
  const variance = classVarianceOf(list);
  known.set(database, { time: now(), variance });
  return variance;
}
