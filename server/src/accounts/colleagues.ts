/** The other teachers of a school: those with whom banks and tests are shared. */
import { Op, type Transaction, type WhereOptions } from 'sequelize';
import type { Database } from '../database/connect';
import { notFound } from '../problems/problem';
import type { Account } from '../models';
import type { SignedIn } from '../access/signed-in';

const colleaguesOf = ({ account }: SignedIn): WhereOptions<Account> => ({
  schoolId: account.schoolId,
  role: 'teacher',
  disabledAt: null,
  id: { [Op.ne]: account.id },
});

export async function listColleagues({ models }: Database, me: SignedIn) {
  const colleagues = await models.Account.findAll({
    where: colleaguesOf(me),
    order: ['familyName', 'givenName'],
  });
  return colleagues.map(({ id, fullName }) => ({ accountId: id, name: fullName }));
}

/** @throws Problem 404 where somebody is no colleague */
export async function insistOnColleagues(
  { models }: Database,
  me: SignedIn,
  ids: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  const known = await models.Account.count({
    where: { [Op.and]: [colleaguesOf(me), { id: [...ids] }] },
    transaction,
  });
  if (known < ids.length) throw notFound(ids.length === 1 ? 'colleague' : 'oneOfColleagues');
}

/** Shares as the contract tells them, in the order of family names. */
export const sharesInWords = <Right extends string>(
  shares: readonly { accountId: number; account?: Account; right: Right }[],
) =>
  shares.map(({ accountId, account, right }) => ({
    accountId,
    name: account?.fullName ?? '',
    may: right,
  }));

/** How shares are read for `sharesInWords`. */
export const withAccounts = {
  include: ['account'],
  order: [['account', 'familyName', 'ASC']] as [string, string, string][],
};
