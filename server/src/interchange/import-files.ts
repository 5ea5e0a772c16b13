/** An import as it begins, is looked at and is cancelled. */
import type { ImportState } from '@oaken/contract/interchange';
import type { Request } from 'express';
import { randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { insistOnFolder } from '../banks/shelves';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { insistOnRoom } from '../files/quotas';
import { announcedSize, piecesOf } from '../files/receive';
import type { ItemImport } from '../models';
import { invalid, notFound } from '../problems/problem';
import { Line } from '../threads/line';
import { check } from './import-checking';
import { inBackground } from './import-progress';
import { sentence } from './sentences';

const largestFile = 25 * 1024 * 1024;

/** Files that are received at once. */
const receiving = new Line(8, 0);

export async function beginImport(
  context: Context,
  me: SignedIn,
  wish: { name: string; bank: number; folder?: number | undefined },
  request: Request,
) {
  const size = announcedSize(request, largestFile);
  if (size === 0) throw invalid([{ pointer: '', message: sentence('fileIsEmpty') }]);
  return receiving.pass(async () => {
    await insistOnRoom(context, me, null, size);
    const id = await begin(context, me, wish);
    try {
      let number = 0;
      for await (const piece of piecesOf(request)) await writeChunk(context, id, number++, piece);
    } catch (error) {
      await context.database.models.ItemImport.destroy({ where: { id } });
      throw error;
    }
    void inBackground(context, id, () => check(context, me, id));
    return { id };
  });
}

async function begin(
  { database, now }: Context,
  me: SignedIn,
  { name, bank, folder }: { name: string; bank: number; folder?: number | undefined },
): Promise<string> {
  const id = randomBytes(16).toString('base64url');
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, { bank, folder: folder ?? null }, transaction);
    // What is still about from earlier is no longer wanted.
    const { ItemImport } = database.models;
    const accountId = me.account.id;
    await ItemImport.destroy({
      where: { accountId, createdAt: { [Op.lt]: new Date(now() - 86_400_000) } },
      transaction,
    });
    await ItemImport.create(
      {
        id,
        accountId,
        bankId: bank,
        folderId: folder ?? null,
        name: name.slice(0, 200),
        state: 'reading',
        problems: [],
        similar: [],
        createdAt: new Date(now()),
      },
      { transaction },
    );
  });
  return id;
}

const writeChunk = ({ database }: Context, id: string, number: number, piece: Buffer) =>
  database.models.ImportChunk.create({ importId: id, number, bytes: piece });

export async function find({ models }: Database, me: SignedIn, id: string): Promise<ItemImport> {
  const itemImport = await models.ItemImport.findOne({ where: { id, accountId: me.account.id } });
  if (!itemImport) throw notFound('import');
  return itemImport;
}

export async function readImport(
  { database }: Context,
  me: SignedIn,
  id: string,
): Promise<ImportState> {
  const stored = await find(database, me, id);
  const { name, state, totalRows, doneRows, goodRows, badRows, problems, similar, message } =
    stored;
  return {
    id,
    name,
    state,
    rows: totalRows,
    done: doneRows,
    good: goodRows,
    bad: badRows,
    problems,
    near: similar,
    message,
  };
}

export async function cancelImport({ database }: Context, me: SignedIn, id: string) {
  await find(database, me, id);
  await database.models.ItemImport.update(
    { state: 'cancelled' },
    { where: { id, state: ['reading', 'checked', 'writing'] } },
  );
}
