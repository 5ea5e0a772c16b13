/** Where questions that were asked aloud are kept: a bank of the teacher's own. */
import { present } from '@oaken/core/certain';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { sentence } from './sentences';

/** Makes it at the first question. @returns its id */
export async function askedInClassBank(
  { database, now }: Context,
  { account }: SignedIn,
  transaction: Transaction,
): Promise<number> {
  const { Bank } = database.models;
  const bank = {
    ownerId: account.id,
    schoolId: account.schoolId,
    name: sentence('bankName'),
    reach: 'mine' as const,
  };
  const [row] = await Bank.findOrCreate({
    where: bank,
    defaults: { ...bank, createdAt: new Date(now()) },
    transaction,
  });
  return present(row, 'bank of what was asked in class').id;
}
