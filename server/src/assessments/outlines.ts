/** The one place that writes tests: an outline is read under a lock, changed, and stored with all that follows from it. */
import { hindrances, allPins, readOutline, type Outline } from '@oaken/core/assessments';
import { randomBytes } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, editableTest, readableTest, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { recountUses } from '../banks/uses';
import type { Context } from '../context';
import { fromJson, row, rows } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { poolSizes } from './pools';

export const newKey = () => randomBytes(6).toString('base64url');

export interface Held {
  id: number;
  version: number;
  outline: Outline;
}

/** Locks a test for a change; the order of locks is always test first. */
export async function hold(
  database: Sequelize,
  me: SignedIn,
  testId: number,
  transaction: Transaction,
): Promise<Held> {
  const found = await row<{ id: number; version: number; outline: unknown; may: number }>(
    database,
    `SELECT t.id, t.version, t.outline, ${editableTest} AS may FROM tests t
      WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest} FOR UPDATE`,
    { ...asking(me), testId },
    transaction,
  );
  if (!found) throw notFound('The test');
  if (!found.may)
    throw new Problem(
      403,
      'This test belongs to somebody else.',
      'Make a copy; the copy is yours to change.',
    );
  return { id: found.id, version: found.version, outline: readOutline(fromJson(found.outline)) };
}

/** @param before the outline as it stood, so that what was taken out is counted anew as well */
export async function store(
  context: Context,
  me: SignedIn,
  testId: number,
  outline: Outline,
  before: Outline | null,
  transaction: Transaction,
): Promise<void> {
  const { database, now } = context;
  // Ready counts only while nothing stands in the way; a test that is no longer whole leaves the shelf by itself.
  const ready =
    outline.ready &&
    hindrances(outline, { pools: await poolSizes(context, me, outline) }).length === 0;
  await database.query(
    `UPDATE tests SET outline = :outline, title = :title, ready = :ready, facts = NULL, version = version + 1, changed_at = :now
      WHERE id = :testId`,
    {
      replacements: {
        outline: JSON.stringify(outline),
        title: outline.title,
        ready,
        now: new Date(now()),
        testId,
      },
      transaction,
    },
  );
  await pin(database, testId, outline, before, transaction);
}

/** Follows the outline in `test_revisions`, and counts the tests of every item that came or went. */
export async function pin(
  database: Sequelize,
  testId: number,
  outline: Outline,
  before: Outline | null,
  transaction: Transaction,
): Promise<void> {
  await database.query('DELETE FROM test_revisions WHERE test_id = :testId', {
    replacements: { testId },
    transaction,
  });
  const pinned = [...new Set(allPins(outline).map(({ revisionId }) => revisionId))];
  if (pinned.length > 0)
    await database.query('INSERT INTO test_revisions (test_id, revision_id) VALUES :pairs', {
      replacements: { pairs: pinned.map((revisionId) => [testId, revisionId]) },
      transaction,
    });
  const [now, then] = [outline, before].map(
    (own) => new Set(own ? allPins(own).map(({ itemId }) => itemId) : []),
  );
  const items = [...new Set([...now!, ...then!])].filter((id) => now!.has(id) !== then!.has(id));
  if (items.length > 0)
    await database.query(recountUses, {
      replacements: { items: items.sort((a, b) => a - b) },
      transaction,
    });
}

/** Tests may only pin revisions that their author may use: of a usable bank, or made for this very test. */
export async function checkPins(
  database: Sequelize,
  me: SignedIn,
  testId: number,
  pins: readonly { revisionId: number; itemId: number }[],
  transaction: Transaction,
): Promise<void> {
  if (pins.length === 0) return;
  const known = await rows<{ revisionId: number; itemId: number }>(
    database,
    `SELECT r.id AS revisionId, r.item_id AS itemId FROM revisions r JOIN items i ON i.id = r.item_id JOIN banks b ON b.id = i.bank_id
      WHERE r.id IN (:revisionIds)
        AND (r.test_id = :testId OR (r.test_id IS NULL AND ${usableBank})
          OR (r.test_id IS NULL AND r.id IN (SELECT p.revision_id FROM test_revisions p WHERE p.test_id = :testId)))`,
    { ...asking(me), testId, revisionIds: pins.map(({ revisionId }) => revisionId) },
    transaction,
  );
  const itemOf = new Map(known.map(({ revisionId, itemId }) => [revisionId, itemId]));
  if (pins.some(({ revisionId, itemId }) => itemOf.get(revisionId) !== itemId))
    throw notFound('The item');
}
