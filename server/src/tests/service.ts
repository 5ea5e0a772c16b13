import type { TestAnswer } from '@oaken/contract/tests';
import type { ItemContent } from '@oaken/core/items';
import {
  allEntries,
  applyChange,
  ChangeRefused,
  type Change,
  type Entry,
  type Outline,
  type TestKind,
} from '@oaken/core/tests';
import { randomBytes } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, insistOnTest, ownTest, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { refuseBroken, writeRevision } from '../banks/revisions';
import { factsOf, readItems, readRevisions } from '../banks/rows';
import { recountUses } from '../banks/uses';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { Test } from './model';

export const newKey = () => randomBytes(6).toString('base64url');

interface Held {
  id: number;
  version: number;
  outline: Outline;
}

/** Locks a test for a change; the order of locks is always test first. */
async function hold(database: Sequelize, me: SignedIn, testId: number, transaction: Transaction): Promise<Held> {
  const found = await row<{ id: number; version: number; outline: unknown }>(
    database,
    `SELECT t.id, t.version, t.outline FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${ownTest} FOR UPDATE`,
    { ...asking(me), testId },
    transaction,
  );
  if (!found) throw notFound('The test');
  return { ...found, outline: fromJson<Outline>(found.outline) };
}

/** @param before the entries as they stood, so that what was taken out is counted anew as well */
async function store(
  context: Context,
  testId: number,
  outline: Outline,
  before: Outline | null,
  transaction: Transaction,
): Promise<void> {
  const { database, now } = context;
  await database.query(
    'UPDATE tests SET outline = :outline, title = :title, version = version + 1, changed_at = :now WHERE id = :testId',
    {
      replacements: { outline: JSON.stringify(outline), title: outline.title, now: new Date(now()), testId },
      transaction,
    },
  );
  await pin(database, testId, outline, before, transaction);
}

/** Follows the outline in `test_revisions`, and counts the tests of every item that came or went. */
async function pin(
  database: Sequelize,
  testId: number,
  outline: Outline,
  before: Outline | null,
  transaction: Transaction,
): Promise<void> {
  await database.query('DELETE FROM test_revisions WHERE test_id = :testId', { replacements: { testId }, transaction });
  const pinned = [...new Set(allEntries(outline).map(({ revisionId }) => revisionId))];
  if (pinned.length > 0)
    await database.query('INSERT INTO test_revisions (test_id, revision_id) VALUES :pairs', {
      replacements: { pairs: pinned.map((revisionId) => [testId, revisionId]) },
      transaction,
    });
  const [now, then] = [outline, before].map((own) => new Set(own ? allEntries(own).map(({ itemId }) => itemId) : []));
  const items = [...new Set([...now!, ...then!])].filter((id) => now!.has(id) !== then!.has(id));
  if (items.length > 0)
    await database.query(recountUses, { replacements: { items: items.sort((a, b) => a - b) }, transaction });
}

/** Entries may only pin revisions that their author may read: of a readable bank, or made for this very test. */
async function checkPins(
  database: Sequelize,
  me: SignedIn,
  testId: number,
  entries: Pick<Entry, 'revisionId' | 'itemId'>[],
  transaction: Transaction,
) {
  if (entries.length === 0) return;
  const known = await rows<{ revisionId: number; itemId: number }>(
    database,
    `SELECT r.id AS revisionId, r.item_id AS itemId FROM revisions r JOIN items i ON i.id = r.item_id JOIN banks b ON b.id = i.bank_id
      WHERE r.id IN (:revisionIds)
        AND (r.test_id = :testId OR (r.test_id IS NULL AND ${usableBank}))`,
    { ...asking(me), testId, revisionIds: entries.map(({ revisionId }) => revisionId) },
    transaction,
  );
  const itemOf = new Map(known.map(({ revisionId, itemId }) => [revisionId, itemId]));
  if (entries.some(({ revisionId, itemId }) => itemOf.get(revisionId) !== itemId)) throw notFound('The item');
}

const pinsOf = (change: Change, outline: Outline): Pick<Entry, 'revisionId' | 'itemId'>[] => {
  if (change.do === 'put') return [change.entry];
  if (change.do === 'put-section') return change.section.entries;
  if (change.do !== 'revise') return [];
  const entry = allEntries(outline).find(({ id }) => id === change.entry);
  return entry ? [{ itemId: entry.itemId, revisionId: change.revisionId }] : [];
};

export async function readTest(database: Sequelize, me: SignedIn, testId: number): Promise<TestAnswer> {
  const found = await row<{ id: number; version: number; outline: unknown }>(
    database,
    `SELECT t.id, t.version, t.outline FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${ownTest}`,
    { ...asking(me), testId },
  );
  if (!found) throw notFound('The test');
  const outline = fromJson<Outline>(found.outline);
  const revisions = await readRevisions(database, me, [
    ...new Set(allEntries(outline).map((entry) => entry.revisionId)),
  ]);
  const given = await rows<{ assignmentId: number; classes: string; opensAt: Date }>(
    database,
    `SELECT a.id AS assignmentId, GROUP_CONCAT(c.name ORDER BY c.name SEPARATOR '\n') AS classes, a.opens_at AS opensAt
       FROM assignments a JOIN editions e ON e.id = a.edition_id
       JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
      WHERE e.test_id = :testId AND a.taken_back_at IS NULL GROUP BY a.id ORDER BY a.opens_at DESC`,
    { testId },
  );
  return {
    id: found.id,
    version: found.version,
    outline,
    revisions: revisions.map((own) => ({
      id: own.revisionId,
      itemId: own.id,
      content: own.content,
      kind: own.kind,
      points: own.points,
      forThisTest: own.testId !== null,
      standards: own.standards,
      depth: own.depth,
      seconds: own.seconds,
      facility: own.facility,
      separation: own.separation,
    })),
    given: given.map((own) => ({ ...own, classes: own.classes.split('\n'), opensAt: toMillis(own.opensAt) })),
  };
}

export async function makeTest(
  { database, now }: Context,
  me: SignedIn,
  wanted: { clientKey: string; title: string; kind: TestKind; itemIds: number[] },
): Promise<{ id: number }> {
  const items = await pickedItems(database, me, wanted.itemIds);
  const outline: Outline = {
    title: wanted.title,
    kind: wanted.kind,
    subject: items[0]?.subject ?? '',
    grades: [...new Set(items.flatMap(({ grades }) => grades))].sort((a, b) => a - b),
    directions: '',
    sections: [
      {
        id: newKey(),
        title: '',
        directions: '',
        entries: items.map(({ id, revisionId, points }) => ({
          id: newKey(),
          itemId: id,
          revisionId,
          points,
        })),
      },
    ],
  };
  return database.transaction(async (transaction) => {
    const time = new Date(now());
    // The same client key again is the same press of the button again.
    await database.query(
      `INSERT INTO tests (school_id, owner_id, title, outline, client_key, created_at, changed_at)
       VALUES (:school, :me, :title, :outline, :clientKey, :time, :time) ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id)`,
      {
        replacements: {
          ...asking(me),
          title: wanted.title,
          outline: JSON.stringify(outline),
          clientKey: wanted.clientKey,
          time,
        },
        transaction,
      },
    );
    const made = await row<{ id: number }>(
      database,
      'SELECT id FROM tests WHERE owner_id = :me AND client_key = :clientKey',
      { ...asking(me), clientKey: wanted.clientKey },
      transaction,
    );
    const id = made!.id;
    await pin(database, id, outline, null, transaction);
    return { id };
  });
}

async function pickedItems(database: Sequelize, me: SignedIn, itemIds: number[]) {
  const wanted = [...new Set(itemIds)];
  const found = (await readItems(database, me, wanted)).filter(({ may }) => may !== 'read');
  if (found.length < wanted.length)
    throw new Problem(
      404,
      `${wanted.length - found.length} of the picked items can no longer be found.`,
      'They were retired or are not shared with you any more.',
    );
  return found;
}

export async function changeTest(context: Context, me: SignedIn, testId: number, changes: Change[]): Promise<void> {
  const { database } = context;
  await database.transaction(async (transaction) => {
    const held = await hold(database, me, testId, transaction);
    let outline = held.outline;
    try {
      for (const change of changes) {
        await checkPins(database, me, testId, pinsOf(change, outline), transaction);
        outline = applyChange(outline, change).outline;
      }
    } catch (error) {
      if (error instanceof ChangeRefused) throw new Problem(409, 'That change does not fit any more.', error.message);
      throw error;
    }
    await store(context, testId, outline, held.outline, transaction);
  });
}

export async function reviseEntry(
  context: Context,
  me: SignedIn,
  testId: number,
  entryId: string,
  wanted: { basedOn: number; content: ItemContent },
): Promise<void> {
  const { database, now } = context;
  await database.transaction(async (transaction) => {
    const held = await hold(database, me, testId, transaction);
    const entry = allEntries(held.outline).find(({ id }) => id === entryId);
    if (!entry) throw notFound('The item in this test');
    if (entry.revisionId !== wanted.basedOn)
      throw new Problem(
        409,
        'This item was changed meanwhile.',
        'Your wording is still here; close it to see the other one.',
      );
    await refuseBroken(database, wanted.content, [], transaction);
    const [base] = await readRevisions(database, me, [wanted.basedOn], transaction);
    const revision = {
      itemId: base!.id,
      testId,
      basedOn: wanted.basedOn,
      content: wanted.content,
      facts: factsOf(base!),
      by: me.account.id,
      at: now(),
    };
    const made = await writeRevision(database, revision, transaction);
    const { outline } = applyChange(held.outline, { do: 'revise', entry: entryId, revisionId: made });
    await store(context, testId, outline, held.outline, transaction);
  });
}

export async function putInBin(
  { database, now }: Context,
  me: SignedIn,
  testId: number,
  removed: boolean,
): Promise<void> {
  await insistOnTest(database, me, testId);
  await Test.update({ removedAt: removed ? new Date(now()) : null }, { where: { id: testId } });
  const items = await rows<{ id: number }>(
    database,
    'SELECT DISTINCT r.item_id AS id FROM test_revisions tr JOIN revisions r ON r.id = tr.revision_id WHERE tr.test_id = :testId ORDER BY 1',
    { testId },
  );
  if (items.length > 0) await database.query(recountUses, { replacements: { items: items.map(({ id }) => id) } });
}
