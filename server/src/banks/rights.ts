/**
 * What somebody may do in which banks. Banks are few, so what lies in them is asked by their ids
 * and never joined to them.
 */
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';
import type { Bank, BankRight } from '../models';

export interface BankAccess {
  id: number;
  name: string;
  right: BankRight;
}

/** The share of whoever asks, beside a bank. */
export const shareOf = (me: SignedIn) => ({
  association: 'shares',
  required: false,
  where: { accountId: me.account.id },
});

/**
 * What I may do in a bank that I may read, as its row tells it; the scopes of the model say the
 * same of banks that are looked for.
 *
 * @param bank read with `shareOf`
 */
export function rightIn(
  { ownerId, reach, schoolId, shares = [] }: Bank,
  { account }: SignedIn,
): BankRight {
  const shared = shares[0]?.right;
  const ofMySchool = reach === 'school' && schoolId === account.schoolId;
  // A school's bank without an owner is its teachers'.
  if (ownerId === account.id || (ownerId === null && ofMySchool) || shared === 'edit')
    return 'edit';
  return shared === 'use' || ofMySchool || reach === 'everybody' ? 'use' : 'read';
}

const accessTo = (bank: Bank, me: SignedIn): [number, BankAccess] => [
  bank.id,
  { id: bank.id, name: bank.name, right: rightIn(bank, me) },
];

/** The banks that I may read, by id. */
export async function readableBanks(
  database: Database,
  me: SignedIn,
  transaction?: Transaction,
): Promise<Map<number, BankAccess>> {
  const banks = await database.models.Bank.scope(rule('readableBy', me)).findAll({
    include: shareOf(me),
    transaction,
  });
  return new Map(banks.map((bank) => accessTo(bank, me)));
}

/** Ids of the banks whose items I may put into tests and copy. */
export async function usableBanks(
  database: Database,
  me: SignedIn,
  transaction?: Transaction,
): Promise<Set<number>> {
  const banks = await database.models.Bank.scope(rule('usableBy', me)).findAll({
    attributes: ['id'],
    transaction,
  });
  return new Set(banks.map(({ id }) => id));
}

/** Banks by id, whether I may read them or not: what a test holds is shown wherever it came from. */
export async function namedBanks(
  database: Database,
  me: SignedIn,
  ids: readonly number[],
  transaction?: Transaction,
): Promise<Map<number, BankAccess>> {
  const banks = await database.models.Bank.findAll({
    where: { id: [...new Set(ids)] },
    include: shareOf(me),
    transaction,
  });
  return new Map(banks.map((bank) => accessTo(bank, me)));
}
