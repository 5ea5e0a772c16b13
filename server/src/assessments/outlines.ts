/**
 * The one place that writes tests: an outline is read under a lock, changed, and stored with all
 * that follows from it.
 */
import type { Revision } from '../models';
import { hindrances, allPins, readOutline, type Outline } from '@oaken/core/assessments';
import { randomBytes } from 'node:crypto';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { recountUses } from '../banks/queries';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { factsOf } from './pools';
import { shareOf, usableBanks } from '../banks/rights';
import { testRight } from '../access/test-rights';
import { rule } from '../access';

export const newKey = () => randomBytes(6).toString('base64url');

export interface Held {
  id: number;
  version: number;
  outline: Outline;
}

/** Locks a test for a change; the order of locks is always test first. */
export async function hold(
  database: Database,
  me: SignedIn,
  testId: number,
  transaction: Transaction,
): Promise<Held> {
  const test = await database.models.Test.scope(rule('readableBy', me)).findOne({
    where: { id: testId, removedAt: null },
    include: shareOf(me),
    lock: true,
    transaction,
  });
  if (!test) throw notFound('test');
  if (testRight(test, me) !== 'edit') throw problem('test-not-yours');
  return { id: test.id, version: test.version, outline: readOutline(test.outline) };
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
    outline.ready && hindrances(outline, await factsOf(context, me, outline)).length === 0;
  const { Test } = database.models;
  const { title } = outline;
  await Test.update(
    { outline, title, ready, facts: null, changedAt: new Date(now()) },
    { where: { id: testId }, transaction },
  );
  await Test.increment('version', { where: { id: testId }, transaction });
  await pin(database, testId, outline, before, transaction);
}

/** Follows the outline in `test_revisions`, and counts the tests of every item that came or went. */
export async function pin(
  database: Database,
  testId: number,
  outline: Outline,
  before: Outline | null,
  transaction: Transaction,
): Promise<void> {
  const { TestRevision } = database.models;
  await TestRevision.destroy({ where: { testId }, transaction });
  const pinned = [...new Set(allPins(outline).map(({ revisionId }) => revisionId))];
  await TestRevision.bulkCreate(
    pinned.map((revisionId) => ({ testId, revisionId })),
    { transaction },
  );
  const itemsOf = (some: Outline | null) =>
    new Set(some ? allPins(some).map(({ itemId }) => itemId) : []);
  const [now, then] = [itemsOf(outline), itemsOf(before)];
  const changed = [...new Set([...now, ...then])].filter((id) => now.has(id) !== then.has(id));
  await recountUses(
    database,
    changed.sort((a, b) => a - b),
    transaction,
  );
}

/** Tests may only pin revisions that their author may use: of a usable bank, or made for this very test. */
export async function checkPins(
  database: Database,
  me: SignedIn,
  testId: number,
  pins: readonly { revisionId: number; itemId: number }[],
  transaction: Transaction,
): Promise<void> {
  if (pins.length === 0) return;
  const { TestRevision } = database.models;
  const revisions = await database.models.Revision.findAll({
    attributes: ['id', 'itemId', 'testId'],
    where: { id: pins.map(({ revisionId }) => revisionId) },
    include: [{ association: 'item', attributes: ['bankId'] }],
    transaction,
  });
  const held = await TestRevision.findAll({ where: { testId }, transaction });
  const pinned = new Set(held.map(({ revisionId }) => revisionId));
  const usable = await usableBanks(database, me, transaction);
  const mayPin = (revision: Revision) =>
    revision.testId === null
      ? pinned.has(revision.id) || (revision.item !== undefined && usable.has(revision.item.bankId))
      : revision.testId === testId;
  const itemOf = new Map(revisions.filter(mayPin).map(({ id, itemId }) => [id, itemId]));
  if (pins.some(({ revisionId, itemId }) => itemOf.get(revisionId) !== itemId))
    throw notFound('item');
}
