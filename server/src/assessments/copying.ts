/** A copy of a test is whole: it never leans on the original, nor on a bank that its owner may not use. */
import { allPins, readOutline, type Outline } from '@oaken/core/assessments';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, readableTest, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { writeRevision } from '../banks/revisions';
import { factsOf, readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { fromJson, row, rows } from '../database/connect';
import { notFound } from '../http/problem';
import { insertTest } from './building';
import { pin } from './outlines';

export async function copyTest(
  context: Context,
  me: SignedIn,
  testId: number,
  wanted: { clientKey: string; title: string },
): Promise<{ id: number }> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const found = await row<{ outline: unknown; title: string }>(
      database,
      `SELECT t.outline, t.title FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest}`,
      { ...asking(me), testId },
      transaction,
    );
    if (!found) throw notFound('The test');
    const original = readOutline(fromJson(found.outline));
    const outline: Outline = { ...original, title: wanted.title, ready: false };
    const source = { id: testId, title: found.title };
    const made = await insertTest(
      context,
      me,
      { clientKey: wanted.clientKey, outline, source },
      transaction,
    );
    if (!made.fresh) return { id: made.id };
    const own = await ownRevisions(context, me, made.id, outline, transaction);
    await database.query('UPDATE tests SET outline = :outline WHERE id = :id', {
      replacements: { id: made.id, outline: JSON.stringify(own) },
      transaction,
    });
    await pin(database, made.id, own, null, transaction);
    return { id: made.id };
  });
}

/** Revisions that belonged to the original alone, or to a bank that I may not use, are written anew for the copy. */
async function ownRevisions(
  { database, now }: Context,
  me: SignedIn,
  testId: number,
  outline: Outline,
  transaction: Transaction,
): Promise<Outline> {
  const pinned = [...new Set(allPins(outline).map(({ revisionId }) => revisionId))];
  const free = await usable(database, me, pinned, transaction);
  const replaced = new Map<number, number>();
  for (const own of await readRevisions(database, me, pinned, transaction)) {
    if (free.has(own.revisionId)) continue;
    const revision = {
      itemId: own.id,
      testId,
      basedOn: own.revisionId,
      content: own.content,
      facts: factsOf(own),
      by: me.account.id,
      at: now(),
    };
    replaced.set(own.revisionId, await writeRevision(database, revision, transaction));
  }
  const renew = <T extends { revisionId: number }>(own: T): T => ({
    ...own,
    revisionId: replaced.get(own.revisionId) ?? own.revisionId,
  });
  return {
    ...outline,
    sections: outline.sections.map((section) => ({
      ...section,
      entries: section.entries.map(renew),
    })),
    forms: outline.forms.map((form) => ({ ...form, swaps: form.swaps.map(renew) })),
  };
}

async function usable(
  database: Sequelize,
  me: SignedIn,
  revisionIds: number[],
  transaction: Transaction,
) {
  if (revisionIds.length === 0) return new Set<number>();
  const found = await rows<{ id: number }>(
    database,
    `SELECT r.id FROM revisions r JOIN items i ON i.id = r.item_id JOIN banks b ON b.id = i.bank_id
      WHERE r.id IN (:revisionIds) AND r.test_id IS NULL AND ${usableBank}`,
    { ...asking(me), revisionIds },
    transaction,
  );
  return new Set(found.map(({ id }) => id));
}
