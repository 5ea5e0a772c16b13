/** Making, changing, moving, copying and retiring items. Nothing here ever touches a test. */
import type { api, BodyOf } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { describeItem, type ItemContent } from '@oaken/core/items';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { storeFigures } from '../figures/renew';
import { refuseBroken, writeRevision } from './revisions';
import { factsOf, readItems, readRevisions } from './rows';
import { readableBanks } from './rights';
import { insistOnPlace } from './shelves';
import { usesOf } from './uses';
import type { Item } from '../models';
import { present, valueOf } from '@oaken/core/certain';
import { sumsOfEarlierWordings } from './queries';

export async function readItem({ database }: Context, me: SignedIn, itemId: number) {
  const { ItemFigures } = database.models;
  const [item] = await readItems(database, me, [itemId], { retired: true });
  const stored = item && (await database.models.Item.findByPk(itemId));
  if (!stored) throw notFound('The item');
  const { uses, hiddenUses } = await usesOf(database, me, [itemId]);
  const byGrade = await ItemFigures.findAll({ where: { itemId }, order: ['grade'] });
  return {
    item,
    retiredAt: toMillisOrNull(stored.retiredAt),
    uses,
    hiddenUses,
    earlier: await earlierFigures(database, itemId),
    byGrade: byGrade.map(({ grade, answerCount, averageScore, itemRestCorrelation }) => ({
      grade,
      n: answerCount,
      share: averageScore,
      itemRestCorrelation: itemRestCorrelation,
    })),
    revisions: await revisionsOf(database, me, itemId),
    ...(await kinOf(database, me, stored)),
  };
}

/** The newest first; another teacher's own wording for a test is not told. */
async function revisionsOf(database: Database, me: SignedIn, itemId: number) {
  const revisions = await database.models.Revision.findAll({
    attributes: { exclude: ['content'] },
    where: { itemId, [Op.or]: [{ testId: null }, { '$test.owner_id$': me.account.id }] },
    include: ['creator', 'test'],
    order: [['id', 'DESC']],
    limit: 100,
  });
  return revisions.map(({ id, number, creator, createdAt, test }) => ({
    id,
    number,
    by: creator?.fullName ?? '',
    at: toMillis(createdAt),
    forTest: test?.title ?? null,
  }));
}

/** What the item was copied from and what was copied from it, as far as I may read either. */
async function kinOf(database: Database, me: SignedIn, stored: Item) {
  const { Item } = database.models;
  const banks = await readableBanks(database, me);
  const bankId = [...banks.keys()];
  const source =
    stored.sourceItemId === null
      ? null
      : await Item.findOne({ where: { id: stored.sourceItemId, bankId } });
  const copies = await Item.findAll({
    where: { sourceItemId: stored.id, retiredAt: null, bankId },
    include: ['creator'],
    order: ['id'],
    limit: 50,
  });
  const nameOf = (item: Item) => present(banks.get(item.bankId), 'bank').name;
  return {
    source: source && {
      itemId: source.id,
      bank: nameOf(source),
      now: present(source.revisionId, 'revision of the source'),
      known: present(stored.sourceRevisionId, 'known revision of the source'),
    },
    copies: copies.map((copy) => ({
      itemId: copy.id,
      bank: nameOf(copy),
      by: copy.creator?.fullName ?? '',
    })),
  };
}

/** What students earned on the item when its wording or its key was another; null when it never was. */
async function earlierFigures(
  database: Database,
  itemId: number,
): Promise<{ n: number; share: number } | null> {
  const { answers, earned } = await sumsOfEarlierWordings(database, itemId);
  return answers > 0 ? { n: answers, share: earned / answers } : null;
}

export async function readRevision({ database }: Context, me: SignedIn, revisionId: number) {
  const revision = await database.models.Revision.findByPk(revisionId, {
    attributes: ['id'],
    include: ['item', 'test'],
  });
  const banks = await readableBanks(database, me);
  const isReadable = revision?.item && banks.has(revision.item.bankId);
  const isMine = !revision?.test || revision.test.ownerId === me.account.id;
  const [item] = isReadable && isMine ? await readRevisions(database, me, [revisionId]) : [];
  if (!item) throw notFound('The revision');
  return { item };
}

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
    throw notFound('The passage');
}

export async function makeItem(
  context: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.makeItem>,
) {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, bodyOf, transaction);
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
}

export async function insertItem(
  database: Database,
  me: SignedIn,
  { bank, folder, content, facts, clientKey, at, source }: NewItem,
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
  const revision = { itemId: item.id, testId: null, basedOn: null, content, facts, by, at };
  const revisionId = await writeRevision(database, revision, transaction);
  await item.update({ revisionId }, { transaction });
  return { id: item.id, revisionId };
}

interface HeldItem {
  id: number;
  revisionId: number;
  bank: number;
  folder: number | null;
  retired: boolean;
}

/** Locks items that I may change, in the order of their ids so that two who lock the same never wait for each other. */
async function hold(
  database: Database,
  me: SignedIn,
  items: number[],
  transaction: Transaction,
): Promise<HeldItem[]> {
  const wanted = [...new Set(items)];
  const banks = await readableBanks(database, me, transaction);
  const held = await database.models.Item.findAll({
    where: { id: wanted, bankId: [...banks.keys()] },
    order: ['id'],
    lock: true,
    transaction,
  });
  if (held.length < wanted.length)
    throw notFound(wanted.length === 1 ? 'The item' : 'One of the items');
  const locked = held.filter(({ bankId }) => banks.get(bankId)?.right !== 'edit').length;
  if (locked > 0) throw problem('items-not-yours', { items: locked });
  return held.map(({ id, revisionId, bankId, folderId, retiredAt }) => ({
    id,
    revisionId: present(revisionId, 'revision of the item'),
    bank: bankId,
    folder: folderId,
    retired: retiredAt !== null,
  }));
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
      throw notFound('The source’s revision');
    await item.update({ sourceRevisionId: revision }, { transaction });
  });
}

export async function moveItems(
  { database }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.moveItems>,
) {
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, bodyOf, transaction);
    const held = await hold(database, me, bodyOf.items, transaction);
    await database.models.Item.update(
      { bankId: bodyOf.bank, folderId: bodyOf.folder },
      { where: { id: bodyOf.items }, transaction },
    );
    return { from: held.map(({ id, bank, folder }) => ({ item: id, bank, folder })) };
  });
}

export async function copyItems(
  { database, now }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.copyItems>,
) {
  const sources = await readItems(database, me, [...new Set(bodyOf.items)]);
  if (sources.length < new Set(bodyOf.items).size) throw notFound('One of the items');
  const onlyRead = sources.filter(({ may }) => may === 'read').length;
  if (onlyRead > 0) throw problem('items-read-only', { items: onlyRead });
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, bodyOf, transaction);
    const items: number[] = [];
    for (const source of sources) {
      const { bank, folder } = bodyOf;
      const facts = { ...factsOf(source), author: source.author };
      const from = { item: source.id, revision: source.revisionId };
      const made = await insertItem(
        database,
        me,
        { bank, folder, content: source.content, facts, at: now(), source: from },
        transaction,
      );
      items.push(made.id);
    }
    return { items };
  });
}

export async function retireItems({ database, now }: Context, me: SignedIn, items: number[]) {
  return database.transaction(async (transaction) => {
    const held = await hold(database, me, items, transaction);
    await database.models.Item.update(
      { retiredAt: new Date(now()), retiredBy: me.account.id },
      { where: { id: items, retiredAt: null }, transaction },
    );
    return { retired: held.filter(({ retired }) => !retired).length };
  });
}

export async function restoreItems({ database }: Context, me: SignedIn, items: number[]) {
  return database.transaction(async (transaction) => {
    const held = await hold(database, me, items, transaction);
    await database.models.Item.update(
      { retiredAt: null, retiredBy: null },
      { where: { id: items }, transaction },
    );
    return { restored: held.filter(({ retired }) => retired).length };
  });
}

export async function listRetired({ database }: Context, me: SignedIn) {
  const banks = await readableBanks(database, me);
  const editable = [...banks.values()].filter(({ right }) => right === 'edit');
  const retired = await database.models.Item.findAll({
    where: { retiredAt: { [Op.ne]: null }, bankId: editable.map(({ id }) => id) },
    include: ['retirer'],
    order: [['retiredAt', 'DESC'], 'id'],
    limit: 500,
  });
  const ids = retired.map(({ id }) => id);
  const rows = await readItems(database, me, ids, { retired: true });
  const byId = new Map(rows.map((row): [number, ItemRow] => [row.id, row]));
  return {
    items: retired.flatMap(({ id, retiredAt, retirer }) => {
      const item = byId.get(id);
      return item && retiredAt && retirer
        ? [{ item, at: toMillis(retiredAt), by: retirer.fullName }]
        : [];
    }),
  };
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

export async function findNear(
  context: Context,
  me: SignedIn,
  content: ItemContent,
  but: number | null,
) {
  const { words, choiceWords } = describeItem(content);
  const near = await context.finder.near(
    `${words} ${choiceWords}`,
    [...(await readableBanks(context.database, me)).keys()],
    but,
  );
  const items = await readItems(
    context.database,
    me,
    near.map(({ id }) => id),
  );
  const likeness = new Map(near.map((nearCopy) => [nearCopy.id, nearCopy.likeness]));
  return { near: items.map((item) => ({ item, likeness: valueOf(likeness, item.id) })) };
}

/** Each item at its closest; those that are asked about are not near copies of one another here. */
export async function findNearOf(context: Context, me: SignedIn, asked: number[]) {
  const banks = [...(await readableBanks(context.database, me)).keys()];
  const among = new Set(asked);
  const pairs: { of: number; id: number }[] = [];
  for (const item of await readItems(context.database, me, asked.slice(0, 100))) {
    const { words, choiceWords } = describeItem(item.content);
    const near = await context.finder.near(`${words} ${choiceWords}`, banks, item.id);
    const closest = near.find(({ id }) => !among.has(id));
    if (closest) pairs.push({ of: item.id, id: closest.id });
  }
  const items = new Map(
    (
      await readItems(
        context.database,
        me,
        pairs.map(({ id }) => id),
      )
    ).map((item) => [item.id, item]),
  );
  return {
    near: pairs.flatMap(({ of, id }) => {
      const item = items.get(id);
      return item ? [{ of, item }] : [];
    }),
  };
}
