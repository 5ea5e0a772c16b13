import { entriesOf, type Edition } from '@oaken/core/forms';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';

/**
 * Stores an edition with the revision behind each of its entries; it never changes any more.
 *
 * @param testId null for what was asked in class and comes from no test
 * @param itemCount how many items each student gets, which of a draw are fewer than there are
 * @returns its id
 */
export async function storeEdition(
  { models: { Edition: Editions, EditionRevision } }: Database,
  edition: { testId: number | null; content: Edition; itemCount: number; points: number },
  now: number,
  transaction: Transaction,
): Promise<number> {
  const { id: editionId } = await Editions.create(
    {
      ...edition,
      createdAt: new Date(now),
      hasVariants: entriesOf(edition.content).some(({ content }) => content.template !== undefined),
    },
    { transaction },
  );
  await EditionRevision.bulkCreate(
    entriesOf(edition.content).map(({ id, itemId, revisionId, override = null }) => ({
      editionId,
      entryId: id,
      itemId,
      revisionId,
      override,
    })),
    { transaction },
  );
  return editionId;
}
