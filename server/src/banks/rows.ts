/** Item rows as the contract gives them, for revisions that were chosen elsewhere. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemFacts } from '@oaken/core/items';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { byId } from '../database/by-id';
import { toMillis, type Database } from '../database/connect';
import { present } from '@oaken/core/certain';
import { listsBeside, type Lists } from './lists';
import { presentItems, type PresentItem } from './queries';
import { namedBanks, readableBanks, type BankAccess } from './rights';

type Row = ItemRow & { testId: number | null };

/** A revision, its item and the bank it lies in; figures are the item's own only while both ask the same. */
interface RevisionInBank {
  revision: PresentItem['revision'];
  item: PresentItem['item'];
  bank: BankAccess;
  asksAsNow: boolean;
}

/** In the order of `inBank`. */
function asRows(inBank: readonly RevisionInBank[], listsOf: (revisionId: number) => Lists): Row[] {
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
      where: { id: revisionIds },
      raw: true,
      transaction,
    }),
  );
  const itemIds = [...revisions.values()].map(({ itemId }) => itemId);
  const items = byId(
    await Item.findAll({
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
  return asRows(inBank, await listsBeside(database, { revisions: revisionIds }, transaction));
}

/** The items as they stand now, in the order of `itemIds`; those that lie in none of the banks are left out. */
export async function readItemsIn(
  database: Database,
  banks: ReadonlyMap<number, BankAccess>,
  itemIds: number[],
  { retired = false }: { retired?: boolean } = {},
): Promise<ItemRow[]> {
  if (itemIds.length === 0) return [];
  const [rows, listsOf] = await Promise.all([
    presentItems(database, itemIds, [...banks.keys()], retired),
    listsBeside(database, { items: itemIds }),
  ]);
  const presentById = new Map(rows.map((row) => [row.item.id, row]));
  const inBank = itemIds.flatMap((id) => {
    const row = presentById.get(id);
    if (!row) return [];
    return { ...row, bank: present(banks.get(row.item.bankId), 'bank'), asksAsNow: true };
  });
  return asRows(inBank, listsOf);
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
