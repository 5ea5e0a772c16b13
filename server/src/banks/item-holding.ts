import { present } from '@oaken/core/certain';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { readableBanks } from './rights';

interface HeldItem {
  id: number;
  revisionId: number;
  bank: number;
  folder: number | null;
  retired: boolean;
}

/** Locks items that I may change, in the order of their ids so that two who lock the same never wait for each other. */
export async function hold(
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
  if (held.length < wanted.length) throw notFound(wanted.length === 1 ? 'item' : 'oneOfItems');
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
