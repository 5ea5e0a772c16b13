import type { SignedIn } from '../accounts/sessions';
import { insistOnTest } from '../access';
import { recountUses } from '../banks/uses';
import type { Context } from '../context';
import { rows } from '../database/connect';
import { Test } from './model';

/** Puts a test of mine into the bin or takes it out; what was given from it stays. */
export async function putInBin(
  { database, now }: Context,
  me: SignedIn,
  testId: number,
  removed: boolean,
): Promise<void> {
  await insistOnTest(database, me, testId);
  await Test.update({ removedAt: removed ? new Date(now()) : null }, { where: { id: testId } });
  const items = await rows<{ id: number }>(
    database,
    'SELECT DISTINCT r.item_id AS id FROM test_revisions tr JOIN revisions r ON r.id = tr.revision_id WHERE tr.test_id = :testId ORDER BY 1',
    { testId },
  );
  if (items.length > 0)
    await database.query(recountUses, { replacements: { items: items.map(({ id }) => id) } });
}
