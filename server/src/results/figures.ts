/**
 * Keeps each item's observed figures beside it, from all work that was ever handed in on it as it is worded and keyed
 * now: over all, and by grade. What was handed in on another wording or key is kept apart. The
 * sums of each assignment are kept, so that new work costs what its own assignment costs, whatever came before. They are
 * read without locks; only writing them down is a transaction, and a short one.
 */
import { pooledCorrelation, type PairSums } from '@oaken/core/analysis';
import type { Transaction } from 'sequelize';
import type { Context } from '../context';
import { rows, type Database } from '../database/connect';

/** Fewer answers than this say too little about how well an item separates to be searched by (common practice, no source). */
const leastToSeparate = 10;
/** Scores bear the time at which their transaction began; one that ends later than the sums were read is not missed. */
const overlap = 5_000;
/** Assignments that are renewed in one turn. */
const atOnce = 50;

/**
 * Sums for each item of one assignment by the students' grade. The rest of a test is its share of points without the item;
 * what still waits for its teacher counts on neither side, and neither does what was settled for everybody or excused.
 */
const sumsOfAssignment = `
  WITH work AS (
    SELECT t.id AS attempt_id, COALESCE(p.grade, -1) AS grade, COALESCE(g.class_id, 0) AS class_id
      FROM attempts t JOIN accounts p ON p.id = t.student_id
      LEFT JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id
     WHERE t.assignment_id = :id AND t.counts AND NOT t.excused AND t.handed_in_at IS NOT NULL
  ), whole AS (
    SELECT w.attempt_id, w.grade, w.class_id, SUM(s.points) AS points, SUM(s.most) AS most
      FROM work w JOIN scores s ON s.attempt_id = w.attempt_id AND NOT s.waits
     GROUP BY w.attempt_id, w.grade, w.class_id
  ), pairs AS (
    SELECT er.item_id, er.revision_id, w.grade, w.class_id, s.points / s.most AS x,
           CASE WHEN w.most > s.most THEN (w.points - s.points) / (w.most - s.most) END AS y
      FROM whole w JOIN scores s ON s.attempt_id = w.attempt_id AND s.reached AND NOT s.waits AND s.most > 0
      JOIN assignments a ON a.id = :id
      JOIN edition_revisions er ON er.edition_id = a.edition_id AND er.entry_id = s.entry_id AND er.settled IS NULL
  )
  SELECT item_id AS itemId, revision_id AS revisionId, :id AS assignmentId, class_id AS classId, grade, COUNT(*) AS answers, SUM(x) AS earned, COUNT(y) AS n,
         SUM(IF(y IS NULL, 0, x)) AS x, COALESCE(SUM(y), 0) AS y, SUM(IF(y IS NULL, 0, x * x)) AS xx,
         COALESCE(SUM(y * y), 0) AS yy, COALESCE(SUM(x * y), 0) AS xy
    FROM pairs GROUP BY item_id, revision_id, class_id, grade`;

const columns = [
  'itemId',
  'revisionId',
  'assignmentId',
  'classId',
  'grade',
  'answers',
  'earned',
  'n',
  'x',
  'y',
  'xx',
  'yy',
  'xy',
] as const;

type Sums = PairSums & {
  itemId: number;
  revisionId: number;
  assignmentId: number;
  /** 0 for students who were given it outside a class. */
  classId: number;
  grade: number;
  answers: number;
  earned: number;
};

/** Figures of an item from its sums, each sitting apart: a harder class does not look like a worse item. */
function figuresFrom(all: Sums[]) {
  const n = all.reduce((sum, part) => sum + part.answers, 0);
  const share = all.reduce((sum, part) => sum + part.earned, 0) / n;
  const sittings = new Map<number, Sums>();
  for (const part of all) {
    const held = sittings.get(part.assignmentId);
    sittings.set(part.assignmentId, held ? added(held, part) : part);
  }
  return {
    n,
    share,
    separation: n < leastToSeparate ? null : pooledCorrelation([...sittings.values()]).value,
  };
}

const added = (a: Sums, b: Sums): Sums => ({
  ...a,
  n: a.n + b.n,
  x: a.x + b.x,
  y: a.y + b.y,
  xx: a.xx + b.xx,
  yy: a.yy + b.yy,
  xy: a.xy + b.xy,
});

function by<Key>(all: Sums[], keyOf: (sums: Sums) => Key): Map<Key, Sums[]> {
  const groups = new Map<Key, Sums[]>();
  for (const sums of all) {
    const group = groups.get(keyOf(sums));
    if (group) group.push(sums);
    else groups.set(keyOf(sums), [sums]);
  }
  return groups;
}

async function storeSums(
  database: Database,
  id: number,
  sums: Sums[],
  transaction: Transaction,
): Promise<void> {
  await database.query('DELETE FROM item_sums WHERE assignment_id = :id', {
    replacements: { id },
    transaction,
  });
  if (sums.length === 0) return;
  const lines = sums.map((line) => columns.map((column) => line[column]));
  await database.query(
    `INSERT INTO item_sums (item_id, revision_id, assignment_id, class_id, grade, answers, earned, n, x, y, xx, yy, xy) VALUES :lines`,
    { replacements: { lines }, transaction },
  );
}

/** Writes the figures of items down, from the sums of all assignments that asked them as they are worded and keyed now. */
export async function storeFigures(
  database: Database,
  itemIds: number[],
  transaction: Transaction,
): Promise<void> {
  const sums = await rows<Sums>(
    database,
    `SELECT s.item_id AS itemId, s.assignment_id AS assignmentId, s.grade, s.answers, s.earned, s.n, s.x, s.y, s.xx, s.yy, s.xy
       FROM item_sums s JOIN items i ON i.id = s.item_id JOIN revisions now ON now.id = i.revision_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked = now.asked
      WHERE s.item_id IN (:itemIds)`,
    { itemIds },
    transaction,
  );
  const known = by(sums, ({ itemId }) => itemId);
  for (const itemId of itemIds) {
    const parts = known.get(itemId);
    // One that was asked otherwise, or whose every use was settled or excused since, has no figures any more.
    const figures = parts ? figuresFrom(parts) : { n: 0, share: 0, separation: null };
    await database.query(
      'UPDATE items SET seen_n = :n, seen_share = :share, separation = :separation WHERE id = :itemId',
      { replacements: { ...figures, itemId }, transaction },
    );
  }
  await database.query('DELETE FROM item_figures WHERE item_id IN (:itemIds)', {
    replacements: { itemIds },
    transaction,
  });
  const lines = [...known].flatMap(([itemId, parts]) =>
    [...by(parts, ({ grade }) => grade)].flatMap(([grade, part]) => {
      if (grade < 0) return [];
      const { n, share, separation } = figuresFrom(part);
      return [[itemId, grade, n, share, separation]];
    }),
  );
  if (lines.length > 0)
    await database.query(
      'INSERT INTO item_figures (item_id, grade, n, share, separation) VALUES :lines',
      {
        replacements: { lines },
        transaction,
      },
    );
}

interface Stale {
  id: number;
  figuresAt: Date | null;
}

async function renew(
  { database, now }: Pick<Context, 'database' | 'now'>,
  { id, figuresAt }: Stale,
): Promise<void> {
  const time = new Date(now() - overlap);
  const items = await rows<{ itemId: number }>(
    database,
    `SELECT er.item_id AS itemId FROM assignments a JOIN edition_revisions er ON er.edition_id = a.edition_id WHERE a.id = :id
      UNION SELECT item_id FROM item_sums WHERE assignment_id = :id ORDER BY itemId`,
    { id },
  );
  const sums = await rows<Sums>(database, sumsOfAssignment, { id });
  await database.transaction(async (transaction) => {
    // The assignment first and then its items: a repair locks them in this order too. What was changed while the sums were
    // read has put the mark back, and is renewed in the next turn.
    await database.query(
      'UPDATE assignments SET figures_at = :time WHERE id = :id AND figures_at <=> :figuresAt',
      {
        replacements: { id, time, figuresAt },
        transaction,
      },
    );
    await storeSums(database, id, sums, transaction);
    const itemIds = items.map(({ itemId }) => itemId);
    if (itemIds.length > 0) await storeFigures(database, itemIds, transaction);
  });
}

/** Renews the figures of items in assignments with work that was handed in or scored since their last figures. */
export async function renewFigures(context: Pick<Context, 'database' | 'now'>): Promise<number> {
  const stale = await rows<Stale>(
    context.database,
    `SELECT a.id, a.figures_at AS figuresAt FROM assignments a
      WHERE EXISTS (SELECT 1 FROM attempts t
                     WHERE t.assignment_id = a.id AND t.handed_in_at > COALESCE(a.figures_at, '1970-01-02'))
         OR EXISTS (SELECT 1 FROM attempts t
                     WHERE t.assignment_id = a.id AND t.scored_at > COALESCE(a.figures_at, '1970-01-02'))
      ORDER BY a.id LIMIT ${atOnce}`,
  );
  for (const assignment of stale) await renew(context, assignment);
  return stale.length;
}
