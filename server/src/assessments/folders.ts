/** Folders of tests: each teacher's own, also for tests that they build together. */
import type { api, BodyOf } from '@oaken/contract';
import { chainsOf } from '@oaken/core/tree';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { rule } from '../access';
import { sentence } from './sentences';

export async function listFolders({ database }: Context, me: SignedIn) {
  const folders = await database.models.TestFolder.findAll({
    where: { ownerId: me.account.id },
    order: ['name', 'id'],
  });
  return folders.map(({ id, parentId, name }) => ({ id, parentId, name }));
}

async function insistOnFolder(
  database: Database,
  me: SignedIn,
  folder: number,
  transaction: Transaction,
) {
  const held = await database.models.TestFolder.findOne({
    where: { id: folder, ownerId: me.account.id },
    lock: true,
    transaction,
  });
  if (!held) throw notFound('folder');
  return held;
}

export async function makeFolder(
  { database }: Context,
  me: SignedIn,
  { parent, name }: BodyOf<typeof api.makeTestFolder>,
) {
  return database.transaction(async (transaction) => {
    if (parent !== null) await insistOnFolder(database, me, parent, transaction);
    const { id } = await database.models.TestFolder.create(
      { ownerId: me.account.id, parentId: parent, name },
      { transaction },
    );
    return { id };
  });
}

export async function changeFolder(
  { database }: Context,
  me: SignedIn,
  folderId: number,
  { name, parent }: BodyOf<typeof api.changeTestFolder>,
) {
  const { TestFolder } = database.models;
  await database.transaction(async (transaction) => {
    const folder = await insistOnFolder(database, me, folderId, transaction);
    if (parent !== undefined && parent !== null) {
      await insistOnFolder(database, me, parent, transaction);
      const where = { ownerId: me.account.id };
      const mine = await TestFolder.findAll({ where, lock: true, transaction });
      if (chainsOf(mine)(parent).includes(folderId))
        throw invalid([{ pointer: '/parent', message: sentence('folderCannotBeInsideItself') }]);
    }
    await folder.update(
      { name: name ?? folder.name, parentId: parent === undefined ? folder.parentId : parent },
      { transaction },
    );
  });
}

export async function removeFolder({ database }: Context, me: SignedIn, folderId: number) {
  const { TestFiling, TestFolder } = database.models;
  await database.transaction(async (transaction) => {
    const folder = await insistOnFolder(database, me, folderId, transaction);
    const { parentId } = folder;
    await TestFolder.update({ parentId }, { where: { parentId: folderId }, transaction });
    if (parentId !== null)
      await TestFiling.update({ folderId: parentId }, { where: { folderId }, transaction });
    // What still lies in it lies in no folder from now on.
    await folder.destroy({ transaction });
  });
}

export async function placeTests(
  { database }: Context,
  me: SignedIn,
  { tests, folder }: BodyOf<typeof api.placeTests>,
) {
  const { Test, TestFiling } = database.models;
  const accountId = me.account.id;
  const testIds = [...new Set(tests)];
  await database.transaction(async (transaction) => {
    if (folder !== null) await insistOnFolder(database, me, folder, transaction);
    const known = await Test.scope(rule('readableBy', me)).count({
      where: { id: testIds, removedAt: null },
      transaction,
    });
    if (known < testIds.length) throw notFound('oneOfTests');
    await TestFiling.destroy({ where: { accountId, testId: testIds }, transaction });
    if (folder !== null)
      await TestFiling.bulkCreate(
        testIds.map((testId) => ({ accountId, testId, folderId: folder })),
        { transaction },
      );
  });
}
