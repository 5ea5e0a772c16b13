/** Items that could take the place of a test's own. */
import { similarTo, standInsFor, type ComparedItem } from '@oaken/core/assembly';
import { allEntries, allPins, readOutline } from '@oaken/core/assessments';
import { asking, editableTest, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import { fromJson, row, rows } from '../database/connect';
import { notFound } from '../http/problem';

interface Row extends Omit<ComparedItem, 'standards' | 'byHand'> {
  standards: string | null;
  byHand: number;
}

const columns = `i.id, r.depth, CASE WHEN i.seen_n > 0 THEN i.seen_share END AS facility, r.kind, r.marked_by <> 'machine' AS byHand,
  (SELECT GROUP_CONCAT(rs.standard_id) FROM revision_standards rs WHERE rs.revision_id = r.id) AS standards`;

const compared = ({ standards, byHand, ...own }: Row): ComparedItem => ({
  ...own,
  byHand: Boolean(byHand),
  standards: standards?.split(',').map(Number) ?? [],
});

export async function findSimilar(
  context: Context,
  me: SignedIn,
  testId: number,
  entries: string[],
  each: number,
) {
  const { database } = context;
  const test = await row<{ outline: unknown }>(
    database,
    `SELECT t.outline FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${editableTest}`,
    { ...asking(me), testId },
  );
  if (!test) throw notFound('The test');
  const outline = readOutline(fromJson(test.outline));
  const asked = allEntries(outline).filter(({ id }) => entries.includes(id));
  if (asked.length === 0) throw notFound('The item in this test');
  const revisionIds = asked.map(({ revisionId }) => revisionId);
  const own = (
    await rows<Row & { revision: number }>(
      database,
      `SELECT r.id AS revision, ${columns} FROM revisions r JOIN items i ON i.id = r.item_id WHERE r.id IN (:revisionIds)`,
      { revisionIds },
    )
  ).map((one) => ({ revision: one.revision, item: compared(one) }));
  const standards = [...new Set(own.flatMap(({ item }) => item.standards))];
  const inTest = allPins(outline).map(({ itemId }) => itemId);
  const candidates =
    standards.length === 0
      ? []
      : (
          await rows<Row>(
            database,
            `SELECT DISTINCT ${columns} FROM revision_standards s JOIN revisions r ON r.id = s.revision_id
               JOIN items i ON i.revision_id = r.id JOIN banks b ON b.id = i.bank_id
              WHERE s.standard_id IN (:standards) AND i.retired_at IS NULL AND i.id NOT IN (:inTest) AND ${usableBank} LIMIT 5000`,
            { ...asking(me), standards, inTest },
          )
        ).map(compared);
  const itemOf = (entry: (typeof asked)[number]) =>
    own.find(({ revision }) => revision === entry.revisionId)!.item;
  // One for each of many makes a form, where none may come twice; many for one is a choice to make by hand.
  const near =
    each === 1
      ? standIns(asked, itemOf, candidates)
      : asked.map((entry) => ({
          entry: entry.id,
          similar: similarTo(itemOf(entry), candidates, each),
        }));
  const items = await readItems(
    database,
    me,
    near.flatMap(({ similar }) => similar.map(({ item }) => item.id)),
  );
  const byId = new Map(items.map((item) => [item.id, item]));
  return {
    found: near.map(({ entry, similar }) => ({
      entry,
      items: similar.flatMap(({ item: { id }, ...rest }) => {
        const item = byId.get(id);
        return item ? [{ item, ...rest }] : [];
      }),
    })),
  };
}

function standIns<E extends { id: string }>(
  asked: E[],
  itemOf: (entry: E) => ComparedItem,
  candidates: ComparedItem[],
) {
  const found = standInsFor(asked.map(itemOf), candidates);
  return asked.map((entry) => {
    const own = itemOf(entry);
    const item = found.get(own.id);
    return { entry: entry.id, similar: item ? similarTo(own, [item], 1) : [] };
  });
}

/** Says that two items must not meet, or takes it back; both must be in banks that I may use. */
export async function declareEnemies(
  { database, now }: Context,
  me: SignedIn,
  items: readonly [number, number],
  apart: boolean,
) {
  const [one, other] = [...items].sort((a, b) => a - b) as [number, number];
  const known = await rows(
    database,
    `SELECT i.id FROM items i JOIN banks b ON b.id = i.bank_id WHERE i.id IN (:items) AND ${usableBank}`,
    { ...asking(me), items: [one, other] },
  );
  if (one === other || known.length < 2) throw notFound('One of the items');
  await database.query(
    apart
      ? 'INSERT IGNORE INTO item_enemies (one_id, other_id, declared_by, declared_at) VALUES (:one, :other, :me, :at)'
      : 'DELETE FROM item_enemies WHERE one_id = :one AND other_id = :other',
    { replacements: { ...asking(me), one, other, at: new Date(now()) } },
  );
}
