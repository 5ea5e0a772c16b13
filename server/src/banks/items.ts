/** Making, changing, moving, copying and retiring items. Nothing here ever touches a test. */
import type { api, BodyOf } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { describeItem, type ItemContent } from '@oaken/core/items';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, bankRight, editableBank, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows, toMillis, toMillisOrNull } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { storeFigures } from '../results/figures';
import { refuseBroken, writeRevision } from './revisions';
import { factsOf, readItems, readRevisions } from './rows';
import { readableBanks } from './search';
import { insistOnPlace } from './shelves';
import { usesOf } from './uses';

const lastId = async (database: Sequelize, transaction: Transaction) =>
  (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!.id;

export async function readItem({ database }: Context, me: SignedIn, itemId: number) {
  const values = { ...asking(me), itemId };
  const found = await row<{
    retiredAt: Date | null;
    sourceItem: number | null;
    sourceRevision: number | null;
  }>(
    database,
    `SELECT i.retired_at AS retiredAt, i.source_item_id AS sourceItem, i.source_revision_id AS sourceRevision
       FROM items i JOIN banks b ON b.id = i.bank_id WHERE i.id = :itemId AND ${readableBank}`,
    values,
  );
  const [item] = found ? await readItems(database, me, [itemId], 'TRUE') : [];
  if (!found || !item) throw notFound('The item');
  const revisions = await rows<{
    id: number;
    number: number;
    by: string;
    at: Date;
    forTest: string | null;
  }>(
    database,
    `SELECT r.id, r.number, CONCAT(o.given_name, ' ', o.family_name) AS \`by\`, r.created_at AS at, t.title AS forTest
       FROM revisions r JOIN accounts o ON o.id = r.created_by LEFT JOIN tests t ON t.id = r.test_id
      WHERE r.item_id = :itemId AND (t.id IS NULL OR t.owner_id = :me) ORDER BY r.id DESC LIMIT 100`,
    values,
  );
  const source = found.sourceItem
    ? await row<{ itemId: number; bank: string; now: number }>(
        database,
        `SELECT i.id AS itemId, b.name AS bank, i.revision_id AS now FROM items i JOIN banks b ON b.id = i.bank_id
          WHERE i.id = :source AND ${readableBank}`,
        { ...values, source: found.sourceItem },
      )
    : undefined;
  const copies = await rows<{ itemId: number; bank: string; by: string }>(
    database,
    `SELECT i.id AS itemId, b.name AS bank, CONCAT(o.given_name, ' ', o.family_name) AS \`by\` FROM items i
       JOIN banks b ON b.id = i.bank_id JOIN accounts o ON o.id = i.created_by
      WHERE i.source_item_id = :itemId AND i.retired_at IS NULL AND ${readableBank} ORDER BY i.id LIMIT 50`,
    values,
  );
  const { uses, hiddenUses } = await usesOf(database, me, [itemId]);
  return {
    item,
    retiredAt: toMillisOrNull(found.retiredAt),
    uses,
    hiddenUses,
    earlier: await earlierFigures(database, itemId),
    byGrade: await rows<{ grade: number; n: number; share: number; separation: number | null }>(
      database,
      'SELECT grade, n, share, separation FROM item_figures WHERE item_id = :itemId ORDER BY grade',
      { itemId },
    ),
    revisions: revisions.map((one) => ({ ...one, at: toMillis(one.at) })),
    source: source ? { ...source, known: found.sourceRevision! } : null,
    copies,
  };
}

/** What students earned on the item when its wording or its key was another; null when it never was. */
async function earlierFigures(
  database: Sequelize,
  itemId: number,
): Promise<{ n: number; share: number } | null> {
  const sums = await row<{ n: number | null; share: number }>(
    database,
    `SELECT SUM(s.answers) AS n, SUM(s.earned) / SUM(s.answers) AS share
       FROM item_sums s JOIN items i ON i.id = s.item_id JOIN revisions now ON now.id = i.revision_id
       JOIN revisions r ON r.id = s.revision_id AND r.asked <> now.asked
      WHERE s.item_id = :itemId`,
    { itemId },
  );
  return sums && sums.n ? { n: Number(sums.n), share: sums.share } : null;
}

export async function readRevision({ database }: Context, me: SignedIn, revisionId: number) {
  const found = await row(
    database,
    `SELECT r.id FROM revisions r JOIN items i ON i.id = r.item_id JOIN banks b ON b.id = i.bank_id
       LEFT JOIN tests t ON t.id = r.test_id
      WHERE r.id = :revisionId AND ${readableBank} AND (t.id IS NULL OR t.owner_id = :me)`,
    { ...asking(me), revisionId },
  );
  if (!found) throw notFound('The revision');
  const [item] = await readRevisions(database, me, [revisionId]);
  return { item: item! };
}

/** A passage can be read by whoever may read the bank that it lies in. */
async function insistOnPassage(
  database: Sequelize,
  me: SignedIn,
  content: ItemContent,
  transaction: Transaction,
) {
  if (!content.passage) return;
  const found = await row(
    database,
    `SELECT p.id FROM passages p JOIN banks b ON b.id = p.bank_id WHERE p.id = :id AND ${readableBank}`,
    { ...asking(me), ...content.passage },
    transaction,
  );
  if (!found) throw notFound('The passage');
}

export async function makeItem(context: Context, me: SignedIn, own: BodyOf<typeof api.makeItem>) {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, own, transaction);
    // The same client key again is the same press of the button again.
    const made = await row<{ id: number; revisionId: number }>(
      database,
      'SELECT id, revision_id AS revisionId FROM items WHERE created_by = :me AND client_key = :clientKey FOR UPDATE',
      { ...asking(me), clientKey: own.clientKey },
      transaction,
    );
    if (made) return made;
    await refuseBroken(database, own.content, own.facts.standards, transaction);
    await insistOnPassage(database, me, own.content, transaction);
    return insertItem(database, me, { ...own, at: now(), source: null }, transaction);
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
  database: Sequelize,
  me: SignedIn,
  own: NewItem,
  transaction: Transaction,
) {
  await database.query(
    `INSERT INTO items (bank_id, folder_id, created_by, created_at, client_key, source_item_id, source_revision_id)
     VALUES (:bank, :folder, :me, :time, :key, :sourceItem, :sourceRevision)`,
    {
      replacements: {
        ...asking(me),
        bank: own.bank,
        folder: own.folder,
        key: own.clientKey ?? null,
        time: new Date(own.at),
        sourceItem: own.source?.item ?? null,
        sourceRevision: own.source?.revision ?? null,
      },
      transaction,
    },
  );
  const id = await lastId(database, transaction);
  const { content, facts, at } = own;
  const revision = {
    itemId: id,
    testId: null,
    basedOn: null,
    content,
    facts,
    by: me.account.id,
    at,
  };
  const revisionId = await writeRevision(database, revision, transaction);
  await database.query('UPDATE items SET revision_id = :revisionId WHERE id = :id', {
    replacements: { id, revisionId },
    transaction,
  });
  return { id, revisionId };
}

interface HeldItem {
  id: number;
  revisionId: number;
  bank: number;
  folder: number | null;
  retired: number;
}

/** Locks items that I may change, in the order of their ids so that two who lock the same never wait for each other. */
async function hold(
  database: Sequelize,
  me: SignedIn,
  items: number[],
  transaction: Transaction,
): Promise<HeldItem[]> {
  const wanted = [...new Set(items)].sort((a, b) => a - b);
  const found = await rows<HeldItem & { may: string }>(
    database,
    `SELECT i.id, i.revision_id AS revisionId, i.bank_id AS bank, i.folder_id AS folder, i.retired_at IS NOT NULL AS retired,
            ${bankRight} AS may
       FROM items i STRAIGHT_JOIN banks b ON b.id = i.bank_id WHERE i.id IN (:wanted) AND ${readableBank} ORDER BY i.id FOR UPDATE`,
    { ...asking(me), wanted },
    transaction,
  );
  if (found.length < wanted.length)
    throw notFound(wanted.length === 1 ? 'The item' : 'One of the items');
  const locked = found.filter(({ may }) => may !== 'edit').length;
  if (locked > 0)
    throw new Problem(
      403,
      locked === 1
        ? 'This item’s bank belongs to others.'
        : `${locked} of the items lie in banks of others.`,
      'You can copy them into a bank of yours and change the copies.',
    );
  return found;
}

export async function reviseItem(
  { database, now }: Context,
  me: SignedIn,
  itemId: number,
  own: BodyOf<typeof api.reviseItem>,
): Promise<{ revisionId: number }> {
  return database.transaction(async (transaction) => {
    const [item] = await hold(database, me, [itemId], transaction);
    if (item!.revisionId !== own.basedOn)
      throw new Problem(
        409,
        'Somebody saved this item meanwhile.',
        'Nothing of yours is lost. Look at both and choose.',
      );
    if (item!.retired)
      throw new Problem(409, 'This item was retired meanwhile.', 'Bring it back first, then save.');
    await refuseBroken(database, own.content, own.facts.standards, transaction);
    await insistOnPassage(database, me, own.content, transaction);
    const { content, facts, basedOn } = own;
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
    await database.query(
      'UPDATE items SET revision_id = :revisionId, source_revision_id = COALESCE(:source, source_revision_id) WHERE id = :itemId',
      { replacements: { itemId, revisionId, source: own.sourceRevision ?? null }, transaction },
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
    const known = await row(
      database,
      'SELECT r.id FROM items i JOIN revisions r ON r.item_id = i.source_item_id AND r.test_id IS NULL WHERE i.id = :itemId AND r.id = :revision',
      { itemId, revision },
      transaction,
    );
    if (!known) throw notFound('The source’s revision');
    await database.query('UPDATE items SET source_revision_id = :revision WHERE id = :itemId', {
      replacements: { itemId, revision },
      transaction,
    });
  });
}

export async function moveItems(
  { database }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.moveItems>,
) {
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, own, transaction);
    const held = await hold(database, me, own.items, transaction);
    await database.query(
      'UPDATE items SET bank_id = :bank, folder_id = :folder WHERE id IN (:items)',
      { replacements: own, transaction },
    );
    return { from: held.map(({ id, bank, folder }) => ({ item: id, bank, folder })) };
  });
}

export async function copyItems(
  { database, now }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.copyItems>,
) {
  const sources = await readItems(database, me, [...new Set(own.items)]);
  if (sources.length < new Set(own.items).size) throw notFound('One of the items');
  const onlyRead = sources.filter(({ may }) => may === 'read').length;
  if (onlyRead > 0)
    throw new Problem(
      403,
      `${onlyRead === 1 ? 'An item is' : `${onlyRead} items are`} shared with you for reading only.`,
      'Ask the bank’s owner.',
    );
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, own, transaction);
    const items: number[] = [];
    for (const source of sources) {
      const { bank, folder } = own;
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
    await database.query(
      'UPDATE items SET retired_at = :time, retired_by = :me WHERE id IN (:items) AND retired_at IS NULL',
      {
        replacements: { ...asking(me), items, time: new Date(now()) },
        transaction,
      },
    );
    return { retired: held.filter(({ retired }) => !retired).length };
  });
}

export async function restoreItems({ database }: Context, me: SignedIn, items: number[]) {
  return database.transaction(async (transaction) => {
    const held = await hold(database, me, items, transaction);
    await database.query(
      'UPDATE items SET retired_at = NULL, retired_by = NULL WHERE id IN (:items)',
      { replacements: { items }, transaction },
    );
    return { restored: held.filter(({ retired }) => retired).length };
  });
}

export async function listRetired({ database }: Context, me: SignedIn) {
  const found = await rows<{ id: number; at: Date; by: string }>(
    database,
    `SELECT i.id, i.retired_at AS at, CONCAT(a.given_name, ' ', a.family_name) AS \`by\` FROM items i
       JOIN banks b ON b.id = i.bank_id JOIN accounts a ON a.id = i.retired_by
      WHERE i.retired_at IS NOT NULL AND ${editableBank} ORDER BY i.retired_at DESC, i.id LIMIT 500`,
    asking(me),
  );
  const items = await readItems(
    database,
    me,
    found.map(({ id }) => id),
    'TRUE',
  );
  const byId = new Map(items.map((own): [number, ItemRow] => [own.id, own]));
  return { items: found.map(({ id, at, by }) => ({ item: byId.get(id)!, at: toMillis(at), by })) };
}

export async function labelItems(
  { database, now }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.labelItems>,
) {
  return database.transaction(async (transaction) => {
    const held = await hold(database, me, own.items, transaction);
    const current = await readRevisions(
      database,
      me,
      held.map(({ revisionId }) => revisionId),
      transaction,
    );
    let changed = 0;
    const mixed = <T>(list: readonly T[], add: readonly T[], remove: readonly T[]) =>
      [...new Set([...list, ...add])].filter((one) => !remove.includes(one));
    for (const item of current) {
      const before = factsOf(item);
      const facts = {
        ...before,
        standards: mixed(before.standards, own.addStandards, own.removeStandards),
        tags: mixed(before.tags, own.addTags, own.removeTags).sort(),
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
      await database.query('UPDATE items SET revision_id = :revisionId WHERE id = :id', {
        replacements: { id: item.id, revisionId },
        transaction,
      });
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
    await readableBanks(context, me),
    but,
  );
  const items = await readItems(
    context.database,
    me,
    near.map(({ id }) => id),
  );
  const likeness = new Map(near.map((own) => [own.id, own.likeness]));
  return { near: items.map((item) => ({ item, likeness: likeness.get(item.id)! })) };
}

/** Each item at its closest; those that are asked about are not near copies of one another here. */
export async function findNearOf(context: Context, me: SignedIn, asked: number[]) {
  const banks = await readableBanks(context, me);
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
    near: pairs.flatMap(({ of, id }) => (items.has(id) ? [{ of, item: items.get(id)! }] : [])),
  };
}
