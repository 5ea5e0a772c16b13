/** Item rows as the contract gives them, for revisions that were chosen elsewhere. */
import type { ItemRow } from '@oaken/contract/banks';
import type { ItemContent, ItemFacts } from '@oaken/core/items';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, bankRight, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { fromJson, rows, toMillis, type Values } from '../database/connect';

interface RevisionRow extends Omit<
  ItemRow,
  'content' | 'standards' | 'grades' | 'tags' | 'facility' | 'editedAt'
> {
  testId: number | null;
  content: unknown;
  seenN: number;
  seenShare: number;
  editedAt: Date;
  standards: string | null;
  grades: string | null;
  tags: string | null;
}

type Row = ItemRow & { testId: number | null };

/**
 * Everything about a revision in one statement: the lists beside it come joined, parted by signs that names cannot hold.
 * The joins are straight: the ids are few, and an optimiser that begins at the banks walks through all their items.
 */
/** Whether a revision asks what its item asks now: only then are the item's figures its own. */
const askedAsNow = `(r.id = i.revision_id OR r.asked = (SELECT now.asked FROM revisions now WHERE now.id = i.revision_id))`;

async function read(
  database: Sequelize,
  me: SignedIn,
  from: string,
  where: string,
  values: Values,
  transaction?: Transaction,
): Promise<Row[]> {
  const found = await rows<RevisionRow>(
    database,
    `SELECT i.id, r.id AS revisionId, r.number AS revision, r.test_id AS testId, r.content, r.kind, r.marked_by AS markedBy,
            r.points, r.subject, r.depth, r.seconds, r.author, r.licence, b.name AS bank, b.id AS bankId,
            i.folder_id AS folderId, ${bankRight} AS may, IF(${askedAsNow}, i.seen_n, 0) AS seenN, i.seen_share AS seenShare,
            IF(${askedAsNow}, i.separation, NULL) AS separation, i.uses,
            r.created_at AS editedAt,
            (SELECT GROUP_CONCAT(CONCAT_WS('\t', s.id, s.code, s.statement) ORDER BY s.position SEPARATOR '\n')
               FROM revision_standards rs JOIN standards s ON s.id = rs.standard_id WHERE rs.revision_id = r.id) AS standards,
            (SELECT GROUP_CONCAT(rg.grade ORDER BY rg.grade) FROM revision_grades rg WHERE rg.revision_id = r.id) AS grades,
            (SELECT GROUP_CONCAT(rt.tag ORDER BY rt.tag SEPARATOR '\n') FROM revision_tags rt WHERE rt.revision_id = r.id) AS tags
       FROM ${from} STRAIGHT_JOIN banks b ON b.id = i.bank_id WHERE ${where}`,
    { ...asking(me), ...values },
    transaction,
  );
  return found.map(asItem);
}

/** Field by field: taking some out of each row and spreading the rest costs more than the statement itself. */
function asItem(own: RevisionRow): Row {
  return {
    id: own.id,
    revisionId: own.revisionId,
    revision: own.revision,
    testId: own.testId,
    content: fromJson<ItemContent>(own.content),
    kind: own.kind,
    markedBy: own.markedBy,
    points: own.points,
    subject: own.subject,
    grades: own.grades?.split(',').map(Number) ?? [],
    standards: (own.standards?.split('\n') ?? []).map((line) => {
      const [id, code = '', statement = ''] = line.split('\t');
      return { id: Number(id), code, statement };
    }),
    depth: own.depth,
    seconds: own.seconds,
    tags: own.tags?.split('\n') ?? [],
    author: own.author,
    licence: own.licence,
    bank: own.bank,
    bankId: own.bankId,
    folderId: own.folderId,
    may: own.may,
    facility: own.seenN > 0 ? { value: own.seenShare, n: own.seenN } : null,
    separation: own.separation,
    uses: own.uses,
    editedAt: toMillis(own.editedAt),
  };
}

/** In the order of `revisionIds`; ids that do not exist are left out. */
export async function readRevisions(
  database: Sequelize,
  me: SignedIn,
  revisionIds: number[],
  transaction?: Transaction,
): Promise<Row[]> {
  if (revisionIds.length === 0) return [];
  const found = await read(
    database,
    me,
    'revisions r STRAIGHT_JOIN items i ON i.id = r.item_id',
    'r.id IN (:revisionIds)',
    { revisionIds },
    transaction,
  );
  const byId = new Map(found.map((own) => [own.revisionId, own]));
  return revisionIds.flatMap((id) => byId.get(id) ?? []);
}

/** The items as they stand now, in the order of `itemIds`; those that I may not read are left out. */
export async function readItems(
  database: Sequelize,
  me: SignedIn,
  itemIds: number[],
  also = 'i.retired_at IS NULL',
): Promise<ItemRow[]> {
  if (itemIds.length === 0) return [];
  const found = await read(
    database,
    me,
    'items i STRAIGHT_JOIN revisions r ON r.id = i.revision_id',
    `i.id IN (:itemIds) AND ${also} AND ${readableBank}`,
    { itemIds },
  );
  const byId = new Map(found.map((own) => [own.id, own]));
  return itemIds.flatMap((id) => byId.get(id) ?? []);
}

/** The facts of a row, as a new revision takes them over. */
export const factsOf = (own: ItemRow): ItemFacts => ({
  subject: own.subject,
  grades: own.grades,
  standards: own.standards.map(({ id }) => id),
  depth: own.depth,
  seconds: own.seconds,
  tags: own.tags,
  author: own.author,
  licence: own.licence,
});
