/** Banks and their folders. */
import type { api, BodyOf } from '@oaken/contract';
import type { Bank } from '@oaken/contract/banks';
import { type Transaction, Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import type { Folder } from '../models';
import { folderWithBelow } from './queries';
import { rightIn, shareOf } from './rights';
import { rule } from '../access';
import {
  insistOnColleagues,
  listColleagues,
  sharesInWords,
  withAccounts,
} from '../accounts/colleagues';
import { countOf } from '../database/count-of';
import { sentence } from './sentences';

/** How many items each bank has, by the index of searches; while that fills, by counting. */
async function sizesOf({ database, finder }: Context, bankId: readonly number[]) {
  const known = await finder.sizes();
  if (known) return (id: number) => known.get(id) ?? 0;
  const counted = await database.models.Item.count({
    where: { bankId: [...bankId], retiredAt: null, revisionId: { [Op.ne]: null } },
    group: ['bankId'],
  });
  return (id: number) => countOf(counted, 'bankId', id);
}

export async function listBanks(context: Context, me: SignedIn): Promise<{ banks: Bank[] }> {
  const { Bank, Folder, Item } = context.database.models;
  const banks = await Bank.scope(rule('readableBy', me)).findAll({
    include: [shareOf(me), 'owner'],
  });
  const bankId = banks.map(({ id }) => id);
  const [sizeOf, retired, folders] = await Promise.all([
    sizesOf(context, bankId),
    Item.count({ where: { bankId, retiredAt: { [Op.ne]: null } }, group: ['bankId'] }),
    Folder.findAll({ where: { bankId }, order: ['position', 'id'] }),
  ]);
  return {
    banks: banks
      .map((bank) => ({
        id: bank.id,
        name: bank.name,
        reach: bank.reach,
        owner: bank.owner?.fullName ?? null,
        mine: bank.ownerId === me.account.id,
        may: rightIn(bank, me),
        items: sizeOf(bank.id),
        retired: countOf(retired, 'bankId', bank.id),
        folders: folders
          .filter((folder) => folder.bankId === bank.id)
          .map(({ id, parentId, name }) => ({ id, parentId, name })),
      }))
      .sort(nearestFirst),
  };
}

const reaches = ['mine', 'school', 'everybody'];

/** My own banks first, then by how far they reach. */
const nearestFirst = (a: Bank, b: Bank) =>
  Number(b.mine) - Number(a.mine) ||
  reaches.indexOf(a.reach) - reaches.indexOf(b.reach) ||
  a.name.localeCompare(b.name);

export async function makeBank(
  { database, now }: Context,
  me: SignedIn,
  { name, reach }: BodyOf<typeof api.makeBank>,
) {
  const { id: ownerId, schoolId } = me.account;
  const { id } = await database.models.Bank.create({
    schoolId,
    ownerId,
    reach,
    name,
    createdAt: new Date(now()),
  });
  return { id };
}

/** A bank that I made; others may change its items, but not what it is. */
async function insistOnOwnBank(
  database: Database,
  me: SignedIn,
  bankId: number,
  transaction?: Transaction,
) {
  const bank = await database.models.Bank.scope(rule('readableBy', me)).findByPk(bankId, {
    transaction,
  });
  if (!bank) throw notFound('bank');
  if (bank.ownerId !== me.account.id) throw problem('bank-not-yours');
  return bank;
}

export async function describeBank(
  { database }: Context,
  me: SignedIn,
  bankId: number,
  { name, reach }: BodyOf<typeof api.describeBank>,
) {
  const bank = await insistOnOwnBank(database, me, bankId);
  await bank.update({ name: name ?? bank.name, reach: reach ?? bank.reach });
}

export async function readShares({ database }: Context, me: SignedIn, bankId: number) {
  await insistOnOwnBank(database, me, bankId);
  const { BankShare } = database.models;
  return {
    shares: sharesInWords(await BankShare.findAll({ where: { bankId }, ...withAccounts })),
    colleagues: await listColleagues(database, me),
  };
}

export async function shareBank(
  { database }: Context,
  me: SignedIn,
  bankId: number,
  { shares }: BodyOf<typeof api.shareBank>,
) {
  const { BankShare } = database.models;
  await database.transaction(async (transaction) => {
    await insistOnOwnBank(database, me, bankId, transaction);
    const rights = new Map(shares.map(({ accountId, may }) => [accountId, may]));
    await insistOnColleagues(database, me, [...rights.keys()], transaction);
    await BankShare.destroy({ where: { bankId }, transaction });
    await BankShare.bulkCreate(
      [...rights].map(([accountId, right]) => ({ bankId, accountId, right })),
      { transaction },
    );
  });
}

/** Fails unless I may change what is in the bank, and the folder, when one is named, lies in it. */
export async function insistOnFolder(
  database: Database,
  me: SignedIn,
  { bank: bankId, folder }: { bank: number; folder: number | null },
  transaction: Transaction,
): Promise<void> {
  const { Bank, Folder } = database.models;
  const bank = await Bank.scope(rule('readableBy', me)).findByPk(bankId, {
    include: shareOf(me),
    transaction,
  });
  if (!bank) throw notFound('bank');
  if (rightIn(bank, me) !== 'edit') throw problem('bank-read-only');
  if (folder !== null && !(await Folder.count({ where: { id: folder, bankId }, transaction })))
    throw notFound('folder');
}

async function holdFolder(
  database: Database,
  me: SignedIn,
  folderId: number,
  transaction: Transaction,
) {
  const { Bank, Folder } = database.models;
  const folder = await Folder.findByPk(folderId, { transaction, lock: true });
  const bank =
    folder && (await Bank.scope(rule('editableBy', me)).findByPk(folder.bankId, { transaction }));
  if (!folder || !bank) throw notFound('folder');
  return folder;
}

const deepest = 12;

export async function makeFolder(
  { database }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.makeFolder>,
) {
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, { bank: bodyOf.bank, folder: bodyOf.parent }, transaction);
    if ((await above(database, bodyOf.parent, transaction)).length >= deepest)
      throw invalid([{ pointer: '/parent', message: sentence('foldersCanBeDeepAt', { deepest }) }]);
    const { Folder } = database.models;
    const where = { bankId: bodyOf.bank, parentId: bodyOf.parent };
    const last = await Folder.max<number | null, Folder>('position', { where, transaction });
    const { id } = await Folder.create(
      { ...where, name: bodyOf.name, position: (last ?? 0) + 1 },
      { transaction },
    );
    return { id };
  });
}

export async function renameFolder(
  { database }: Context,
  me: SignedIn,
  folderId: number,
  name: string,
) {
  await database.transaction(async (transaction) => {
    const folder = await holdFolder(database, me, folderId, transaction);
    await folder.update({ name }, { transaction });
  });
}

/** The ids from `folder` up to its bank, itself first. */
async function above(
  database: Database,
  folder: number | null,
  transaction: Transaction,
): Promise<number[]> {
  const ids: number[] = [];
  let next = folder;
  while (next !== null && ids.length < 1000) {
    ids.push(next);
    const here: Folder | null = await database.models.Folder.findByPk(next, { transaction });
    next = here?.parentId ?? null;
  }
  return ids;
}

export async function moveFolders(
  { database }: Context,
  me: SignedIn,
  bodyOf: BodyOf<typeof api.moveFolders>,
) {
  const { Folder, Item } = database.models;
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, { bank: bodyOf.bank, folder: bodyOf.parent }, transaction);
    const upwards = await above(database, bodyOf.parent, transaction);
    for (const id of bodyOf.folders) {
      const held = await holdFolder(database, me, id, transaction);
      if (upwards.includes(id))
        throw invalid([
          {
            pointer: '/folders',
            message: sentence('folderCannotBeMovedInto'),
          },
        ]);
      if (held.bankId !== bodyOf.bank) {
        const inside = await folderWithBelow(database, id, transaction);
        await Folder.update({ bankId: bodyOf.bank }, { where: { id: inside }, transaction });
        await Item.update({ bankId: bodyOf.bank }, { where: { folderId: inside }, transaction });
      }
      await Folder.update({ parentId: bodyOf.parent }, { where: { id }, transaction });
    }
    const siblings = await Folder.findAll({
      where: { bankId: bodyOf.bank, parentId: bodyOf.parent },
      order: ['position', 'id'],
      transaction,
    });
    const rest = siblings.map(({ id }) => id).filter((id) => !bodyOf.folders.includes(id));
    const index = bodyOf.before === null ? rest.length : Math.max(0, rest.indexOf(bodyOf.before));
    rest.splice(index, 0, ...bodyOf.folders);
    for (const [position, id] of rest.entries())
      await Folder.update({ position }, { where: { id }, transaction });
  });
}

/** What lies in the folder moves one step up, so that nothing is lost with it. */
export async function removeFolder({ database }: Context, me: SignedIn, folderId: number) {
  const { Folder, Item } = database.models;
  return database.transaction(async (transaction) => {
    const folder = await holdFolder(database, me, folderId, transaction);
    const items = await Item.count({ where: { folderId, retiredAt: null }, transaction });
    const folders = await Folder.count({ where: { parentId: folderId }, transaction });
    const { parentId } = folder;
    await Item.update({ folderId: parentId }, { where: { folderId }, transaction });
    await Folder.update({ parentId }, { where: { parentId: folderId }, transaction });
    await folder.destroy({ transaction });
    return { items, folders };
  });
}
