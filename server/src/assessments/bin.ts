import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { insistOnTest } from '../access';
import { recountUses } from '../banks/queries';
import type { Context } from '../context';
import { valuesOf } from '../models/subquery';

/** Puts a test of mine into the bin or takes it out; what was given from it stays. */
export async function putInBin(
  { database, now }: Context,
  me: SignedIn,
  testId: number,
  removed: boolean,
): Promise<void> {
  await insistOnTest(database, me, testId);
  const { Revision, Test, TestRevision } = database.models;
  await Test.update({ removedAt: removed ? new Date(now()) : null }, { where: { id: testId } });
  const revisions = await Revision.findAll({
    attributes: ['itemId'],
    where: { id: { [Op.in]: valuesOf(TestRevision, 'revisionId', { testId }) } },
    order: ['itemId'],
  });
  await recountUses(database, [...new Set(revisions.map(({ itemId }) => itemId))]);
}
