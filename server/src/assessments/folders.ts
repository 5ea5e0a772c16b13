/** Folders of tests: each teacher's own, also for tests that they build together. */
import type { api, BodyOf } from '@oaken/contract';
import { chainsOf, type TreeRow } from '@oaken/core/tree';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, readableTest } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { invalid, notFound } from '../http/problem';

export const listFolders = ({ database }: Context, me: SignedIn) =>
  rows<{ id: number; parentId: number | null; name: string }>(
    database,
    'SELECT id, parent_id AS parentId, name FROM test_folders WHERE owner_id = :me ORDER BY name, id',
    asking(me),
  );

async function insistOnFolder(
  database: Sequelize,
  me: SignedIn,
  folder: number | null,
  transaction?: Transaction,
) {
  if (folder === null) return;
  const found = await row(
    database,
    'SELECT id FROM test_folders WHERE id = :folder AND owner_id = :me',
    { ...asking(me), folder },
    transaction,
  );
  if (!found) throw notFound('The folder');
}

export async function makeFolder(
  { database }: Context,
  me: SignedIn,
  { parent, name: title }: BodyOf<typeof api.makeTestFolder>,
) {
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, parent, transaction);
    await database.query(
      'INSERT INTO test_folders (owner_id, parent_id, name) VALUES (:me, :parent, :title)',
      {
        replacements: { ...asking(me), parent, title },
        transaction,
      },
    );
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!;
  });
}

export async function changeFolder(
  { database }: Context,
  me: SignedIn,
  folderId: number,
  own: BodyOf<typeof api.changeTestFolder>,
) {
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, folderId, transaction);
    if (own.parent !== undefined) {
      await insistOnFolder(database, me, own.parent, transaction);
      const mine = await rows<TreeRow>(
        database,
        'SELECT id, parent_id AS parentId FROM test_folders WHERE owner_id = :me FOR UPDATE',
        asking(me),
        transaction,
      );
      if (own.parent !== null && chainsOf(mine)(own.parent).includes(folderId))
        throw invalid([{ pointer: '/parent', message: 'A folder cannot lie in itself.' }]);
      await database.query('UPDATE test_folders SET parent_id = :parent WHERE id = :folderId', {
        replacements: { folderId, parent: own.parent },
        transaction,
      });
    }
    if (own.name !== undefined)
      await database.query('UPDATE test_folders SET name = :title WHERE id = :folderId', {
        replacements: { folderId, title: own.name },
        transaction,
      });
  });
}

export async function removeFolder({ database }: Context, me: SignedIn, folderId: number) {
  await database.transaction(async (transaction) => {
    const found = await row<{ parent: number | null }>(
      database,
      'SELECT parent_id AS parent FROM test_folders WHERE id = :folderId AND owner_id = :me FOR UPDATE',
      { ...asking(me), folderId },
      transaction,
    );
    if (!found) throw notFound('The folder');
    const values = { replacements: { folderId, parent: found.parent }, transaction };
    await database.query(
      'UPDATE test_folders SET parent_id = :parent WHERE parent_id = :folderId',
      values,
    );
    await database.query(
      found.parent === null
        ? 'DELETE FROM test_places WHERE folder_id = :folderId'
        : 'UPDATE test_places SET folder_id = :parent WHERE folder_id = :folderId',
      values,
    );
    await database.query('DELETE FROM test_folders WHERE id = :folderId', values);
  });
}

export async function placeTests(
  { database }: Context,
  me: SignedIn,
  { tests, folder }: BodyOf<typeof api.placeTests>,
) {
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, folder, transaction);
    const ids = [...new Set(tests)];
    const known = await rows(
      database,
      `SELECT t.id FROM tests t WHERE t.id IN (:ids) AND t.removed_at IS NULL AND ${readableTest}`,
      { ...asking(me), ids },
      transaction,
    );
    if (known.length < ids.length) throw notFound('One of the tests');
    await database.query('DELETE FROM test_places WHERE account_id = :me AND test_id IN (:ids)', {
      replacements: { ...asking(me), ids },
      transaction,
    });
    if (folder !== null)
      await database.query(
        'INSERT INTO test_places (account_id, test_id, folder_id) VALUES :lines',
        {
          replacements: { lines: ids.map((id) => [me.account.id, id, folder]) },
          transaction,
        },
      );
  });
}
