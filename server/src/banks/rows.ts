/** Item rows as the contract gives them, for revisions that were chosen elsewhere. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemFacts } from '@oaken/core/items';
import type { InferAttributes, Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { byId } from '../database/by-id';
import { toMillis, type Database } from '../database/connect';
import { present } from '@oaken/core/certain';
import type { Item, Revision } from '../models';
import { listsBeside } from './lists';
import { namedBanks, readableBanks, type BankAccess } from './rights';

type Row = ItemRow & { testId: number | null };

const itemColumns = [
  'id',
  'revisionId',
  'bankId',
  'folderId',
  'answerCount',
  'averageScore',
  'itemRestCorrelation',
  'useCount',
] as const satisfies (keyof InferAttributes<Item>)[];
/** Without the words that only the search index needs: they are as long as the wording itself. */
const revisionColumns = [
  'id',
  'itemId',
  'number',
  'testId',
  'content',
  'kind',
  'markedBy',
  'points',
  'subject',
  'depth',
  'seconds',
  'author',
  'licence',
  'asked',
  'createdAt',
] as const satisfies (keyof InferAttributes<Revision>)[];

/**
 * As rows come from the database: this is asked at each search, and a model of each would take
 * longer than the reading.
 */
type ItemColumns = Pick<InferAttributes<Item>, (typeof itemColumns)[number]>;
type RevisionColumns = Pick<InferAttributes<Revision>, (typeof revisionColumns)[number]>;

/** A revision, its item and the bank it lies in; figures are the item's own only while both ask the same. */
interface RevisionInBank {
  revision: RevisionColumns;
  item: ItemColumns;
  bank: BankAccess;
  asksAsNow: boolean;
}

/** In the order of `inBank`. */
async function asRows(
  database: Database,
  inBank: RevisionInBank[],
  transaction?: Transaction,
): Promise<Row[]> {
  const ids = inBank.map(({ revision }) => revision.id);
  const listsOf = await listsBeside(database, ids, transaction);
  return inBank.map(({ revision, item, bank, asksAsNow }) => {
    const { grades, standards, tags } = listsOf(revision.id);
    return {
      id: item.id,
      revisionId: revision.id,
      revision: revision.number,
      testId: revision.testId,
      content: revision.content,
      kind: revision.kind,
      markedBy: revision.markedBy,
      points: revision.points,
      subject: revision.subject,
      grades,
      standards,
      depth: revision.depth,
      seconds: revision.seconds,
      tags,
      author: revision.author,
      licence: revision.licence,
      bank: bank.name,
      bankId: bank.id,
      folderId: item.folderId,
      may: bank.right,
      facility:
        asksAsNow && item.answerCount > 0
          ? { value: item.averageScore, n: item.answerCount }
          : null,
      itemRestCorrelation: asksAsNow ? item.itemRestCorrelation : null,
      uses: item.useCount,
      editedAt: toMillis(revision.createdAt),
    };
  });
}

/** In the order of `revisionIds`; ids that do not exist are left out. */
export async function readRevisions(
  database: Database,
  me: SignedIn,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<Row[]> {
  if (revisionIds.length === 0) return [];
  const { Item, Revision } = database.models;
  const revisions = byId(
    await Revision.findAll({
      attributes: [...revisionColumns],
      where: { id: revisionIds },
      raw: true,
      transaction,
    }),
  );
  const itemIds = [...revisions.values()].map(({ itemId }) => itemId);
  const items = byId(
    await Item.findAll({
      attributes: [...itemColumns],
      where: { id: itemIds },
      raw: true,
      transaction,
    }),
  );
  const presentIds = [...items.values()].flatMap(({ revisionId }) => revisionId ?? []);
  const askedNow = new Map(
    (
      await Revision.findAll({
        attributes: ['id', 'asked'],
        where: { id: presentIds },
        raw: true,
        transaction,
      })
    ).map(({ id, asked }) => [id, asked]),
  );
  const bankIds = [...items.values()].map(({ bankId }) => bankId);
  const banks = await namedBanks(database, me, bankIds, transaction);
  const inBank = revisionIds.flatMap((id) => {
    const revision = revisions.get(id);
    if (!revision) return [];
    const item = present(items.get(revision.itemId), 'item of the revision');
    const isNow = item.revisionId === id;
    const asked = item.revisionId === null ? null : askedNow.get(item.revisionId);
    return {
      revision,
      item,
      bank: present(banks.get(item.bankId), 'bank'),
      asksAsNow: isNow || (revision.asked !== null && revision.asked === asked),
    };
  });
  return asRows(database, inBank, transaction);
}

type ItemWithRevision = ItemColumns & { revision: RevisionColumns };

/** The items as they stand now, in the order of `itemIds`; those that lie in none of the banks are left out. */
export async function readItemsIn(
  database: Database,
  banks: ReadonlyMap<number, BankAccess>,
  itemIds: number[],
  { retired = false }: { retired?: boolean } = {},
): Promise<ItemRow[]> {
  if (itemIds.length === 0) return [];
  const rows = await database.models.Item.findAll({
    attributes: [...itemColumns],
    where: { id: itemIds, bankId: [...banks.keys()], ...(retired ? {} : { retiredAt: null }) },
    include: { association: 'revision', attributes: [...revisionColumns], required: true },
    raw: true,
    nest: true,
  });
  const items = byId(rows as unknown as ItemWithRevision[]);
  const inBank = itemIds.flatMap((id) => {
    const item = items.get(id);
    if (!item) return [];
    const bank = present(banks.get(item.bankId), 'bank');
    return { revision: item.revision, item, bank, asksAsNow: true };
  });
  return asRows(database, inBank);
}

/** The same of the banks that I may read. */
export async function readItems(
  database: Database,
  me: SignedIn,
  itemIds: number[],
  options: { retired?: boolean } = {},
): Promise<ItemRow[]> {
  if (itemIds.length === 0) return [];
  return readItemsIn(database, await readableBanks(database, me), itemIds, options);
}

/** The facts of a row, as a new revision takes them over. */
export const factsOf = (row: ItemRow): ItemFacts => ({
  subject: row.subject,
  grades: row.grades,
  standards: row.standards.map(({ id }) => id),
  depth: row.depth,
  seconds: row.seconds,
  tags: row.tags,
  author: row.author,
  licence: row.licence,
});
