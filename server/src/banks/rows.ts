/** Item rows as the contract gives them, for revisions that were chosen elsewhere. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemFacts } from '@oaken/core/items';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../accounts/sessions';
import { toMillis, type Database } from '../database/connect';
import { present } from '../database/present';
import type { Item, Revision } from '../models';
import { namedBanks, readableBanks, type BankAccess } from './rights';

type Row = ItemRow & { testId: number | null };

/** Lists that stand beside revisions, each read in one statement for all. */
const lists = [
  {
    association: 'revisionStandards',
    separate: true,
    include: [{ association: 'standard', attributes: ['id', 'code', 'statement', 'position'] }],
  },
  { association: 'grades', separate: true, order: ['grade'] },
  { association: 'tags', separate: true, order: ['tag'] },
];

/** Only while a revision asks what its item asks now are the item's figures its own. */
const asksAsNow = (revision: Revision, item: Item) =>
  revision.id === item.revisionId ||
  (revision.asked !== null && revision.asked === item.revision?.asked);

const standardsOf = ({ revisionStandards = [] }: Revision) =>
  revisionStandards
    .flatMap(({ standard }) => standard ?? [])
    .sort((a, b) => a.position - b.position)
    .map(({ id, code, statement }) => ({ id, code, statement }));

function asRow(revision: Revision, item: Item, bank: BankAccess): Row {
  const figures = asksAsNow(revision, item);
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
    grades: (revision.grades ?? []).map(({ grade }) => grade),
    standards: standardsOf(revision),
    depth: revision.depth,
    seconds: revision.seconds,
    tags: (revision.tags ?? []).map(({ tag }) => tag),
    author: revision.author,
    licence: revision.licence,
    bank: bank.name,
    bankId: bank.id,
    folderId: item.folderId,
    may: bank.right,
    facility:
      figures && item.answerCount > 0 ? { value: item.averageScore, n: item.answerCount } : null,
    separation: figures ? item.itemRestCorrelation : null,
    uses: item.useCount,
    editedAt: toMillis(revision.createdAt),
  };
}

/** In the order of `revisionIds`; ids that do not exist are left out. */
export async function readRevisions(
  database: Database,
  me: SignedIn,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<Row[]> {
  if (revisionIds.length === 0) return [];
  const revisions = await database.models.Revision.findAll({
    where: { id: revisionIds },
    include: [
      ...lists,
      {
        association: 'item',
        include: [{ association: 'revision', attributes: ['id', 'asked'] }],
      },
    ],
    transaction,
  });
  const items = revisions.map(({ item }) => present(item, 'item of the revision'));
  const bankIds = items.map(({ bankId }) => bankId);
  const banks = await namedBanks(database, me, bankIds, transaction);
  const byId = new Map(
    revisions.map((revision) => {
      const item = present(revision.item, 'item of the revision');
      return [revision.id, asRow(revision, item, present(banks.get(item.bankId), 'bank'))];
    }),
  );
  return revisionIds.flatMap((id) => byId.get(id) ?? []);
}

/** The items as they stand now, in the order of `itemIds`; those that I may not read are left out. */
export async function readItems(
  database: Database,
  me: SignedIn,
  itemIds: number[],
  { retired = false }: { retired?: boolean } = {},
): Promise<ItemRow[]> {
  if (itemIds.length === 0) return [];
  const banks = await readableBanks(database, me);
  const items = await database.models.Item.findAll({
    where: {
      id: itemIds,
      bankId: [...banks.keys()],
      ...(retired ? {} : { retiredAt: null }),
    },
    include: [{ association: 'revision', required: true, include: lists }],
  });
  const byId = new Map(
    items.map((item) => {
      const bank = present(banks.get(item.bankId), 'bank');
      return [item.id, asRow(present(item.revision, 'revision of the item'), item, bank)];
    }),
  );
  return itemIds.flatMap((id) => byId.get(id) ?? []);
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
