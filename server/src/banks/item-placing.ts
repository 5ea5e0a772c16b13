/** Where items lie: moving them, copying them, taking them out of their bank and back. */
import type { api, BodyOf } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { hold } from './item-holding';
import { insertItem } from './item-writing';
import { readableBanks } from './rights';
import { factsOf, readItems } from './rows';
import { insistOnFolder } from './shelves';

export async function moveItems(
  { database }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.moveItems>,
) {
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, bodyOf, transaction);
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
  if (sources.length < new Set(bodyOf.items).size) throw notFound('oneOfItems');
  const onlyRead = sources.filter(({ may }) => may === 'read').length;
  if (onlyRead > 0) throw problem('items-read-only', { items: onlyRead });
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, bodyOf, transaction);
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
