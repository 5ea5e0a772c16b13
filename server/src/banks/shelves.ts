/** Banks and their folders. */
import type { api, BodyOf } from '@oaken/contract';
import type { Bank } from '@oaken/contract/banks';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, bankRight, editableBank, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';

export async function listBanks({ database }: Context, me: SignedIn): Promise<{ banks: Bank[] }> {
  const values = asking(me);
  const banks = await rows<Omit<Bank, 'folders' | 'mine'> & { mine: number }>(
    database,
    `SELECT b.id, b.name, b.reach, CONCAT(o.given_name, ' ', o.family_name) AS owner, COALESCE(b.owner_id = :me, FALSE) AS mine,
            ${bankRight} AS may, COALESCE(SUM(i.retired_at IS NULL), 0) AS items, COALESCE(SUM(i.retired_at IS NOT NULL), 0) AS retired
       FROM banks b LEFT JOIN accounts o ON o.id = b.owner_id LEFT JOIN items i ON i.bank_id = b.id
      WHERE ${readableBank} GROUP BY b.id ORDER BY mine DESC, FIELD(b.reach, 'mine', 'school', 'everybody'), b.name`,
    values,
  );
  const folders = await rows<Bank['folders'][number] & { bankId: number }>(
    database,
    `SELECT f.id, f.bank_id AS bankId, f.parent_id AS parentId, f.name
       FROM folders f JOIN banks b ON b.id = f.bank_id WHERE ${readableBank} ORDER BY f.position, f.id`,
    values,
  );
  return {
    banks: banks.map((own) => ({
      ...own,
      items: Number(own.items),
      retired: Number(own.retired),
      mine: Boolean(own.mine),
      folders: folders
        .filter(({ bankId }) => bankId === own.id)
        .map(({ bankId: _, ...folder }) => folder),
    })),
  };
}

export async function makeBank(
  { database, now }: Context,
  me: SignedIn,
  wanted: BodyOf<typeof api.makeBank>,
) {
  return database.transaction(async (transaction) => {
    await database.query(
      'INSERT INTO banks (school_id, owner_id, reach, name, created_at) VALUES (:school, :me, :reach, :name, :at)',
      { replacements: { ...asking(me), ...wanted, at: new Date(now()) }, transaction },
    );
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!;
  });
}

/** A bank that I made; others may change its items, but not what it is. */
async function insistOnOwnBank(
  database: Sequelize,
  me: SignedIn,
  bankId: number,
  transaction?: Transaction,
) {
  const found = await row<{ id: number; mine: number }>(
    database,
    `SELECT b.id, COALESCE(b.owner_id = :me, FALSE) AS mine FROM banks b WHERE b.id = :bankId AND ${readableBank}`,
    { ...asking(me), bankId },
    transaction,
  );
  if (!found) throw notFound('The bank');
  if (!found.mine)
    throw new Problem(
      403,
      'This bank belongs to somebody else.',
      'Only its owner can rename or share it.',
    );
}

export async function describeBank(
  { database }: Context,
  me: SignedIn,
  bankId: number,
  wanted: BodyOf<typeof api.describeBank>,
) {
  await insistOnOwnBank(database, me, bankId);
  await database.query(
    'UPDATE banks SET name = COALESCE(:name, name), reach = COALESCE(:reach, reach) WHERE id = :bankId',
    { replacements: { bankId, name: wanted.name ?? null, reach: wanted.reach ?? null } },
  );
}

const colleague = `a.school_id = :school AND a.role = 'teacher' AND a.disabled_at IS NULL AND a.id <> :me`;

export async function readShares({ database }: Context, me: SignedIn, bankId: number) {
  await insistOnOwnBank(database, me, bankId);
  const values = { ...asking(me), bankId };
  const name = "CONCAT(a.given_name, ' ', a.family_name) AS name";
  return {
    shares: await rows<{ accountId: number; name: string; may: 'read' | 'use' | 'edit' }>(
      database,
      `SELECT a.id AS accountId, ${name}, s.may FROM bank_shares s JOIN accounts a ON a.id = s.account_id
        WHERE s.bank_id = :bankId ORDER BY a.family_name`,
      values,
    ),
    colleagues: await rows<{ accountId: number; name: string }>(
      database,
      `SELECT a.id AS accountId, ${name} FROM accounts a WHERE ${colleague} ORDER BY a.family_name, a.given_name`,
      values,
    ),
  };
}

export async function shareBank(
  { database }: Context,
  me: SignedIn,
  bankId: number,
  { shares }: BodyOf<typeof api.shareBank>,
) {
  await database.transaction(async (transaction) => {
    await insistOnOwnBank(database, me, bankId, transaction);
    const ids = [...new Set(shares.map(({ accountId }) => accountId))];
    const known =
      ids.length === 0
        ? []
        : await rows(
            database,
            `SELECT a.id FROM accounts a WHERE a.id IN (:ids) AND ${colleague}`,
            { ...asking(me), ids },
            transaction,
          );
    if (known.length < ids.length) throw notFound('One of the colleagues');
    await database.query('DELETE FROM bank_shares WHERE bank_id = :bankId', {
      replacements: { bankId },
      transaction,
    });
    const lines = new Map(
      shares.map(({ accountId, may }) => [accountId, [bankId, accountId, may]]),
    );
    if (lines.size > 0)
      await database.query('INSERT INTO bank_shares (bank_id, account_id, may) VALUES :lines', {
        replacements: { lines: [...lines.values()] },
        transaction,
      });
  });
}

/** Fails unless I may change what is in the bank, and the folder, when one is named, lies in it. */
export async function insistOnPlace(
  database: Sequelize,
  me: SignedIn,
  { bank, folder }: { bank: number; folder: number | null },
  transaction: Transaction,
): Promise<void> {
  const found = await row<{ id: number; may: string }>(
    database,
    `SELECT b.id, ${bankRight} AS may FROM banks b WHERE b.id = :bank AND ${readableBank}`,
    { ...asking(me), bank },
    transaction,
  );
  if (!found) throw notFound('The bank');
  if (found.may !== 'edit')
    throw new Problem(
      403,
      'You may not change that bank.',
      'Choose one of your own, or ask its owner.',
    );
  if (folder === null) return;
  const inside = await row(
    database,
    'SELECT id FROM folders WHERE id = :folder AND bank_id = :bank',
    { folder, bank },
    transaction,
  );
  if (!inside) throw notFound('The folder');
}

async function holdFolder(
  database: Sequelize,
  me: SignedIn,
  folderId: number,
  transaction: Transaction,
) {
  const found = await row<{ id: number; bank: number; parent: number | null }>(
    database,
    `SELECT f.id, f.bank_id AS bank, f.parent_id AS parent FROM folders f JOIN banks b ON b.id = f.bank_id
      WHERE f.id = :folderId AND ${editableBank} FOR UPDATE`,
    { ...asking(me), folderId },
    transaction,
  );
  if (!found) throw notFound('The folder');
  return found;
}

const deepest = 12;

export async function makeFolder(
  { database }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.makeFolder>,
) {
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank: own.bank, folder: own.parent }, transaction);
    if ((await above(database, own.parent, transaction)).length >= deepest)
      throw invalid([{ pointer: '/parent', message: `Folders can lie ${deepest} deep at most.` }]);
    await database.query(
      `INSERT INTO folders (bank_id, parent_id, name, position)
       SELECT :bank, :parent, :name, 1 + COALESCE(MAX(position), 0) FROM folders WHERE bank_id = :bank AND parent_id <=> :parent`,
      { replacements: own, transaction },
    );
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!;
  });
}

export async function renameFolder(
  { database }: Context,
  me: SignedIn,
  folderId: number,
  name: string,
) {
  await database.transaction(async (transaction) => {
    await holdFolder(database, me, folderId, transaction);
    await database.query('UPDATE folders SET name = :name WHERE id = :folderId', {
      replacements: { name, folderId },
      transaction,
    });
  });
}

/** The ids from `folder` up to its bank, itself first. */
async function above(
  database: Sequelize,
  folder: number | null,
  transaction: Transaction,
): Promise<number[]> {
  const found: number[] = [];
  for (let at = folder; at !== null && found.length < 1000;) {
    found.push(at);
    at =
      (
        await row<{ parent: number | null }>(
          database,
          'SELECT parent_id AS parent FROM folders WHERE id = :at',
          { at },
          transaction,
        )
      )?.parent ?? null;
  }
  return found;
}

async function withBelow(
  database: Sequelize,
  folder: number,
  transaction: Transaction,
): Promise<number[]> {
  const found = await rows<{ id: number }>(
    database,
    `WITH RECURSIVE below AS (
       SELECT id FROM folders WHERE id = :folder UNION ALL SELECT f.id FROM folders f JOIN below ON f.parent_id = below.id
     ) SELECT id FROM below`,
    { folder },
    transaction,
  );
  return found.map(({ id }) => id);
}

export async function moveFolders(
  { database }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.moveFolders>,
) {
  await database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank: own.bank, folder: own.parent }, transaction);
    const upwards = await above(database, own.parent, transaction);
    for (const id of own.folders) {
      const held = await holdFolder(database, me, id, transaction);
      if (upwards.includes(id))
        throw invalid([
          {
            pointer: '/folders',
            message: 'A folder cannot be moved into itself or into a folder inside it.',
          },
        ]);
      if (held.bank !== own.bank) {
        const inside = await withBelow(database, id, transaction);
        const values = { replacements: { bank: own.bank, inside }, transaction };
        await database.query('UPDATE folders SET bank_id = :bank WHERE id IN (:inside)', values);
        await database.query(
          'UPDATE items SET bank_id = :bank WHERE folder_id IN (:inside)',
          values,
        );
      }
      await database.query('UPDATE folders SET parent_id = :parent WHERE id = :id', {
        replacements: { parent: own.parent, id },
        transaction,
      });
    }
    const siblings = await rows<{ id: number }>(
      database,
      'SELECT id FROM folders WHERE bank_id = :bank AND parent_id <=> :parent ORDER BY position, id',
      own,
      transaction,
    );
    const rest = siblings.map(({ id }) => id).filter((id) => !own.folders.includes(id));
    const at = own.before === null ? rest.length : Math.max(0, rest.indexOf(own.before));
    rest.splice(at, 0, ...own.folders);
    for (const [position, id] of rest.entries())
      await database.query('UPDATE folders SET position = :position WHERE id = :id', {
        replacements: { position, id },
        transaction,
      });
  });
}

/** What lies in the folder moves one step up, so that nothing is lost with it. */
export async function removeFolder({ database }: Context, me: SignedIn, folderId: number) {
  return database.transaction(async (transaction) => {
    const { parent } = await holdFolder(database, me, folderId, transaction);
    const inside = await row<{ items: number; folders: number }>(
      database,
      `SELECT (SELECT COUNT(*) FROM items WHERE folder_id = :folderId AND retired_at IS NULL) AS items,
              (SELECT COUNT(*) FROM folders WHERE parent_id = :folderId) AS folders`,
      { folderId },
      transaction,
    );
    const values = { replacements: { folderId, parent }, transaction };
    await database.query(
      'UPDATE items SET folder_id = :parent WHERE folder_id = :folderId',
      values,
    );
    await database.query(
      'UPDATE folders SET parent_id = :parent WHERE parent_id = :folderId',
      values,
    );
    await database.query('DELETE FROM folders WHERE id = :folderId', values);
    return inside!;
  });
}
