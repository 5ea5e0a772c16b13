/** What of banks stays SQL. */
import { QueryTypes, type InferAttributes, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import type { Item, Revision } from '../models';

/**
 * Keeps the number of tests beside each item that was put into one or taken out. SQL, because the
 * count and the writing are one step: two who change tests at once would otherwise write each
 * other's older number. Measured: 6.3 ms for 40 items, one row by its key 1.1 ms.
 */
export async function recountUses(
  database: Database,
  items: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  if (items.length === 0) return;
  await database.query(
    `UPDATE items i SET i.use_count = (
       SELECT COUNT(DISTINCT t.id) FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id
         JOIN tests t ON t.id = tr.test_id AND t.removed_at IS NULL WHERE r.item_id = i.id) WHERE i.id IN (:items)`,
    { replacements: { items }, transaction },
  );
}

/**
 * The next number of a revision of an item, or of a test's own wording of it. SQL, because the
 * rows that were counted stay locked, so that no two revisions get one number. Measured: 0.2 ms,
 * one row by its key 1.1 ms.
 */
export async function nextRevisionNumber(
  database: Database,
  { itemId, testId }: { itemId: number; testId: number | null },
  transaction: Transaction,
): Promise<number> {
  const [last] = await database.query<{ number: number }>(
    `SELECT COALESCE(MAX(number), 0) AS number FROM revisions
      WHERE item_id = :itemId AND test_id <=> :testId FOR UPDATE`,
    { type: QueryTypes.SELECT, replacements: { itemId, testId }, transaction },
  );
  return (last?.number ?? 0) + 1;
}

/**
 * Answers to wordings and keys of an item other than its present ones, summed. SQL, because it
 * sums over thousands of rows of which only two numbers are wanted. Measured: 0.4 ms, one row by
 * its key 1.1 ms.
 */
export async function sumsOfEarlierWordings(
  database: Database,
  itemId: number,
): Promise<{ answers: number; earned: number }> {
  const [sums] = await database.query<{ answers: number | null; earned: number | null }>(
    `SELECT SUM(s.answers) AS answers, SUM(s.earned) AS earned
       FROM item_sums s JOIN items i ON i.id = s.item_id JOIN revisions now ON now.id = i.revision_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked <> now.asked
      WHERE s.item_id = :itemId`,
    { type: QueryTypes.SELECT, replacements: { itemId } },
  );
  return { answers: Number(sums?.answers ?? 0), earned: Number(sums?.earned ?? 0) };
}

/**
 * Every item with the instant of its last change, and the database's clock. SQL, because the clock
 * must be read together with the rows: a change that commits in between would never be indexed.
 * Measured: 1.2 ms, one row by its key 1.1 ms.
 */
export async function touchedItems(
  database: Database,
  since: number | null,
): Promise<{ id: number | null; touchedAt: Date }[]> {
  return database.query(
    `SELECT NULL AS id, NOW(3) AS touchedAt UNION ALL
     SELECT id, touched_at FROM items WHERE touched_at >= :since`,
    { type: QueryTypes.SELECT, replacements: { since: new Date(since ?? 0) } },
  );
}

/**
 * A folder and all that lie in it, however deep. SQL, because a tree is walked in one statement.
 * Measured: 0.3 ms, one row by its key 1.1 ms.
 */
export async function folderWithBelow(
  database: Database,
  folder: number,
  transaction: Transaction,
): Promise<number[]> {
  const folders = await database.query<{ id: number }>(
    `WITH RECURSIVE below AS (
       SELECT id FROM folders WHERE id = :folder UNION ALL SELECT f.id FROM folders f
       JOIN below ON f.parent_id = below.id
     ) SELECT id FROM below`,
    { type: QueryTypes.SELECT, replacements: { folder }, transaction },
  );
  return folders.map(({ id }) => id);
}

/** An item of a bank and the revision that it stands at, in one row. */
export interface PresentItem {
  item: Pick<
    InferAttributes<Item>,
    | 'id'
    | 'bankId'
    | 'folderId'
    | 'answerCount'
    | 'averageScore'
    | 'itemRestCorrelation'
    | 'useCount'
  >;
  revision: Pick<
    InferAttributes<Revision>,
    | 'id'
    | 'number'
    | 'testId'
    | 'content'
    | 'kind'
    | 'markedBy'
    | 'points'
    | 'subject'
    | 'depth'
    | 'seconds'
    | 'author'
    | 'licence'
    | 'createdAt'
  >;
}

type Flat = PresentItem['item'] &
  Omit<PresentItem['revision'], 'id'> & { revisionId: PresentItem['revision']['id'] };

/**
 * Items that lie in these banks, as they stand now, in no order. SQL, because every search asks
 * it: writing the statement and nesting fifty wide rows took the model longer than the database
 * took to answer. Measured: 1.5 ms
 * for 40 items, one row by its key 1.0 ms.
 *
 * @param retired whether those that were retired are among them
 */
export async function presentItems(
  database: Database,
  itemIds: readonly number[],
  bankIds: readonly number[],
  retired: boolean,
): Promise<PresentItem[]> {
  if (itemIds.length === 0 || bankIds.length === 0) return [];
  const rows = await database.query<Flat>(
    `SELECT i.id, i.bank_id AS bankId, i.folder_id AS folderId, i.answer_count AS answerCount,
            i.average_score AS averageScore, i.item_rest_correlation AS itemRestCorrelation, i.use_count AS useCount,
            r.id AS revisionId, r.number, r.test_id AS testId, r.content, r.kind, r.marked_by AS markedBy, r.points,
            r.subject, r.depth, r.seconds, r.author, r.licence, r.created_at AS createdAt
       FROM items i JOIN revisions r ON r.id = i.revision_id
      WHERE i.id IN (:itemIds) AND i.bank_id IN (:bankIds) AND (:retired OR i.retired_at IS NULL)`,
    { type: QueryTypes.SELECT, replacements: { itemIds, bankIds, retired } },
  );
  return rows.map((row) => ({ item: row, revision: { ...row, id: row.revisionId } }));
}

/** Revisions by their ids, or those that items stand at. */
export type Listed = { revisions: readonly number[] } | { items: readonly number[] };

/** One entry of the lists beside a revision: a grade (its id), a tag (its name), a standard. */
export interface ListEntry {
  revisionId: number;
  list: 'grade' | 'tag' | 'standard';
  id: number;
  /** A tag, or the code of a standard. */
  name: string;
  statement: string;
}

/**
 * The grades, tags and standards beside revisions; grades and standards in their order. SQL,
 * because a search shows fifty items within tens of milliseconds, and each of the three lists asked
 * alone costs another way to the database. Measured: 1.3 ms
 * for 40 revisions, one row by its key 1.0 ms.
 */
export async function listsOfRevisions(
  database: Database,
  of: Listed,
  transaction?: Transaction,
): Promise<ListEntry[]> {
  const [ids, revisions] =
    'items' in of
      ? [of.items, 'SELECT revision_id FROM items WHERE id IN (:ids)']
      : [of.revisions, ':ids'];
  if (ids.length === 0) return [];
  return database.query<ListEntry>(
    `SELECT revision_id AS revisionId, 'grade' AS list, grade AS id, '' AS name, '' AS statement, grade AS position
       FROM revision_grades WHERE revision_id IN (${revisions})
      UNION ALL
     SELECT revision_id, 'tag', 0, tag, '', 0 FROM revision_tags WHERE revision_id IN (${revisions})
      UNION ALL
     SELECT rs.revision_id, 'standard', s.id, s.code, s.statement, s.position
       FROM revision_standards rs JOIN standards s ON s.id = rs.standard_id
      WHERE rs.revision_id IN (${revisions})
      ORDER BY position`,
    { type: QueryTypes.SELECT, replacements: { ids }, transaction },
  );
}
