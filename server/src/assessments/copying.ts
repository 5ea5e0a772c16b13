/** A copy of a test is whole: it never leans on the original, nor on a bank that its owner may not use. */
import { allPins, readOutline, type Outline } from '@oaken/core/assessments';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { writeRevision } from '../banks/revisions';
import { factsOf, readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { insertTest } from './building';
import { pin } from './outlines';
import { usableBanks } from '../banks/rights';
import { valuesOf } from '../models/subquery';
import { rule } from '../access';

export async function copyTest(
  context: Context,
  me: SignedIn,
  testId: number,
  wanted: { clientKey: string; title: string },
): Promise<{ id: number }> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const { Test } = database.models;
    const test = await Test.scope(rule('readableBy', me)).findOne({
      where: { id: testId, removedAt: null },
      transaction,
    });
    if (!test) throw notFound('test');
    const original = readOutline(test.outline);
    const outline: Outline = { ...original, title: wanted.title, ready: false };
    const source = { id: testId, title: test.title };
    const made = await insertTest(
      context,
      me,
      { clientKey: wanted.clientKey, outline, source },
      transaction,
    );
    if (!made.fresh) return { id: made.id };
    const copies = await ownRevisions(context, me, made.id, outline, transaction);
    await Test.update({ outline: copies }, { where: { id: made.id }, transaction });
    await pin(database, made.id, copies, null, transaction);
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
  const free = await usableRevisions(database, me, pinned, transaction);
  const replaced = new Map<number, number>();
  for (const row of await readRevisions(database, me, pinned, transaction)) {
    if (free.has(row.revisionId)) continue;
    const revision = {
      itemId: row.id,
      testId,
      basedOn: row.revisionId,
      content: row.content,
      facts: factsOf(row),
      by: me.account.id,
      at: now(),
    };
    replaced.set(row.revisionId, await writeRevision(database, revision, transaction));
  }
  const renew = <T extends { revisionId: number }>(entry: T): T => ({
    ...entry,
    revisionId: replaced.get(entry.revisionId) ?? entry.revisionId,
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

/** Which of these revisions any test of mine may pin: those of banks that I may use. */
export async function usableRevisions(
  database: Database,
  me: SignedIn,
  revisionIds: number[],
  transaction: Transaction,
) {
  const { Item, Revision } = database.models;
  const bankId = [...(await usableBanks(database, me, transaction))];
  const revisions = await Revision.findAll({
    attributes: ['id'],
    where: {
      id: revisionIds,
      testId: null,
      itemId: { [Op.in]: valuesOf(Item, 'id', { bankId }) },
    },
    transaction,
  });
  return new Set(revisions.map(({ id }) => id));
}
