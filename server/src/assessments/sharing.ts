/** Who may see a test, and who builds it too. */
import type { api, BodyOf } from '@oaken/contract';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import type { Test } from '../models';
import {
  insistOnColleagues,
  listColleagues,
  sharesInWords,
  withAccounts,
} from '../accounts/colleagues';
import type { SignedIn } from '../access/signed-in';

async function insistOnOwnTest(
  { models }: Database,
  me: SignedIn,
  testId: number,
  transaction?: Transaction,
): Promise<Test> {
  const test = await models.Test.scope(rule('readableBy', me)).findOne({
    where: { id: testId, removedAt: null },
    transaction,
  });
  if (!test) throw notFound('test');
  if (test.ownerId !== me.account.id) throw problem('test-not-yours-to-share');
  return test;
}

export async function readSharing({ database }: Context, me: SignedIn, testId: number) {
  const { reach } = await insistOnOwnTest(database, me, testId);
  const { TestShare } = database.models;
  return {
    reach,
    shares: sharesInWords(await TestShare.findAll({ where: { testId }, ...withAccounts })),
    colleagues: await listColleagues(database, me),
  };
}

export async function shareTest(
  { database }: Context,
  me: SignedIn,
  testId: number,
  { reach, shares }: BodyOf<typeof api.shareTest>,
) {
  const { TestShare } = database.models;
  await database.transaction(async (transaction) => {
    const test = await insistOnOwnTest(database, me, testId, transaction);
    const rights = new Map(shares.map(({ accountId, may }) => [accountId, may]));
    await insistOnColleagues(database, me, [...rights.keys()], transaction);
    await test.update({ reach }, { transaction });
    await TestShare.destroy({ where: { testId }, transaction });
    await TestShare.bulkCreate(
      [...rights].map(([accountId, right]) => ({ testId, accountId, right })),
      { transaction },
    );
  });
}
