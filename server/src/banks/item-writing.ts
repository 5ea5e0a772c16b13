/** Making and changing items. Nothing here ever touches a test. */
import type { api, BodyOf } from '@oaken/contract';
import { present } from '@oaken/core/certain';
import type { ItemContent, ItemFacts } from '@oaken/core/items';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { storeFigures } from '../figures/items';
import { notFound, problem } from '../problems/problem';
import { hold } from './item-holding';
import { refuseBroken, writeRevision } from './revisions';
import { readableBanks } from './rights';
import { factsOf, readRevisions } from './rows';
import { insistOnFolder } from './shelves';

/** A passage can be read by whoever may read the bank that it lies in. */
async function insistOnPassage(
  database: Database,
  me: SignedIn,
  content: ItemContent,
  transaction: Transaction,
) {
  if (!content.passage) return;
  const banks = await readableBanks(database, me, transaction);
  const where = { id: content.passage.id, bankId: [...banks.keys()] };
  if ((await database.models.Passage.count({ where, transaction })) === 0)
    throw notFound('passage');
}

export async function makeItem(
  context: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.makeItem>,
) {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, bodyOf, transaction);
    // The same client key again is the same press of the button again.
    const made = await database.models.Item.findOne({
      where: { createdBy: me.account.id, clientKey: bodyOf.clientKey },
      transaction,
      lock: true,
    });
    if (made) return { id: made.id, revisionId: present(made.revisionId, 'revision of the item') };
    await refuseBroken(database, bodyOf.content, bodyOf.facts.standards, transaction);
    await insistOnPassage(database, me, bodyOf.content, transaction);
    return insertItem(database, me, { ...bodyOf, at: now(), source: null }, transaction);
  });
}

interface NewItem {
  bank: number;
  folder: number | null;
  content: ItemContent;
  facts: BodyOf<typeof api.makeItem>['facts'];
  clientKey?: string;
  at: number;
  source: { item: number; revision: number } | null;
  /** The test that it was copied out of. */
  sourceTestId?: number | null;
}

export async function insertItem(
  database: Database,
  me: SignedIn,
  { bank, folder, content, facts, clientKey, at, source, sourceTestId = null }: NewItem,
  transaction: Transaction,
) {
  const by = me.account.id;
  const item = await database.models.Item.create(
    {
      bankId: bank,
      folderId: folder,
      createdBy: by,
      createdAt: new Date(at),
      clientKey: clientKey ?? null,
      sourceItemId: source?.item ?? null,
      sourceRevisionId: source?.revision ?? null,
    },
    { transaction },
  );
  const placed = { itemId: item.id, testId: null, basedOn: null };
  const revision = { ...placed, content, facts, by, at, sourceTestId };
  const revisionId = await writeRevision(database, revision, transaction);
  await item.update({ revisionId }, { transaction });
  return { id: item.id, revisionId };
}

/**
 * An item that stands in no search yet: what was asked is known, its wording is not.
 *
 * @returns the content as it is stored
 */
export async function insertUnworded(
  { database, now }: Context,
  me: SignedIn,
  { bankId, content, facts }: { bankId: number; content: ItemContent; facts: ItemFacts },
  transaction: Transaction,
): Promise<{ id: number; revisionId: number; content: ItemContent }> {
  const { Item, Revision } = database.models;
  const by = me.account.id;
  const { id: itemId } = await Item.create(
    { bankId, createdBy: by, createdAt: new Date(now()) },
    { transaction },
  );
  const revision = { itemId, testId: null, basedOn: null, content, facts, by, at: now() };
  const revisionId = await writeRevision(database, revision, transaction);
  const stored = await Revision.findByPk(revisionId, { transaction });
  return { id: itemId, revisionId, content: present(stored, 'revision').content };
}

export async function reviseItem(
  { database, now }: Context,
  me: SignedIn,
  itemId: number,
  bodyOf: BodyOf<typeof api.reviseItem>,
): Promise<{ revisionId: number }> {
  return database.transaction(async (transaction) => {
    const [held] = await hold(database, me, [itemId], transaction);
    const item = present(held, 'item that was held');
    if (item.revisionId !== bodyOf.basedOn) throw problem('item-saved-meanwhile');
    if (item.retired) throw problem('item-retired');
    await refuseBroken(database, bodyOf.content, bodyOf.facts.standards, transaction);
    await insistOnPassage(database, me, bodyOf.content, transaction);
    const { content, facts, basedOn } = bodyOf;
    const revision = {
      itemId,
      testId: null,
      basedOn,
      content,
      facts,
      by: me.account.id,
      at: now(),
    };
    const revisionId = await writeRevision(database, revision, transaction);
    const { sourceRevision = null } = bodyOf;
    await database.models.Item.update(
      { revisionId, ...(sourceRevision === null ? {} : { sourceRevisionId: sourceRevision }) },
      { where: { id: itemId }, transaction },
    );
    await storeFigures(database, [itemId], transaction);
    return { revisionId };
  });
}

export async function settleSource(
  { database }: Context,
  me: SignedIn,
  itemId: number,
  revision: number,
) {
  await database.transaction(async (transaction) => {
    await hold(database, me, [itemId], transaction);
    const { Item, Revision } = database.models;
    const item = await Item.findByPk(itemId, { transaction });
    const sourceItemId = item?.sourceItemId ?? null;
    const where = { id: revision, itemId: sourceItemId ?? 0, testId: null };
    if (!item || (await Revision.count({ where, transaction })) === 0)
      throw notFound('revisionOfSource');
    await item.update({ sourceRevisionId: revision }, { transaction });
  });
}

export async function labelItems(
  { database, now }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.labelItems>,
) {
  return database.transaction(async (transaction) => {
    const held = await hold(database, me, bodyOf.items, transaction);
    const current = await readRevisions(
      database,
      me,
      held.map(({ revisionId }) => revisionId),
      transaction,
    );
    let changed = 0;
    const mixed = <T>(list: readonly T[], add: readonly T[], remove: readonly T[]) =>
      [...new Set([...list, ...add])].filter((label) => !remove.includes(label));
    for (const item of current) {
      const before = factsOf(item);
      const facts = {
        ...before,
        standards: mixed(before.standards, bodyOf.addStandards, bodyOf.removeStandards),
        tags: mixed(before.tags, bodyOf.addTags, bodyOf.removeTags).sort(),
      };
      if (JSON.stringify(facts) === JSON.stringify(before)) continue;
      await refuseBroken(database, item.content, facts.standards, transaction);
      const revision = {
        itemId: item.id,
        testId: null,
        basedOn: item.revisionId,
        content: item.content,
        facts,
        by: me.account.id,
        at: now(),
      };
      const revisionId = await writeRevision(database, revision, transaction);
      await database.models.Item.update({ revisionId }, { where: { id: item.id }, transaction });
      changed++;
    }
    return { changed };
  });
}
