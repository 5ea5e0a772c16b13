/** Who may see a test, and who builds it too. */
import type { api, BodyOf } from '@oaken/contract';
import type { TestRow } from '@oaken/contract/assessments';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, ownTest, readableTest } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { notFound, Problem } from '../http/problem';

async function insistOnOwnTest(
  database: Sequelize,
  me: SignedIn,
  testId: number,
  transaction?: Transaction,
) {
  const found = await row<{ mine: number }>(
    database,
    `SELECT ${ownTest} AS mine FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest}`,
    { ...asking(me), testId },
    transaction,
  );
  if (!found) throw notFound('The test');
  if (!found.mine)
    throw new Problem(403, 'This test belongs to somebody else.', 'Only its owner can share it.');
}

const colleague = `a.school_id = :school AND a.role = 'teacher' AND a.disabled_at IS NULL AND a.id <> :me`;
const name = "CONCAT(a.given_name, ' ', a.family_name) AS name";

export async function readSharing({ database }: Context, me: SignedIn, testId: number) {
  await insistOnOwnTest(database, me, testId);
  const values = { ...asking(me), testId };
  const test = await row<{ reach: TestRow['reach'] }>(
    database,
    'SELECT reach FROM tests WHERE id = :testId',
    values,
  );
  return {
    reach: test!.reach,
    shares: await rows<{ accountId: number; name: string; may: 'read' | 'edit' }>(
      database,
      `SELECT a.id AS accountId, ${name}, s.may FROM test_shares s JOIN accounts a ON a.id = s.account_id
        WHERE s.test_id = :testId ORDER BY a.family_name`,
      values,
    ),
    colleagues: await rows<{ accountId: number; name: string }>(
      database,
      `SELECT a.id AS accountId, ${name} FROM accounts a WHERE ${colleague} ORDER BY a.family_name, a.given_name`,
      values,
    ),
  };
}

export async function shareTest(
  { database }: Context,
  me: SignedIn,
  testId: number,
  { reach, shares }: BodyOf<typeof api.shareTest>,
) {
  await database.transaction(async (transaction) => {
    await insistOnOwnTest(database, me, testId, transaction);
    const lines = new Map(
      shares.map(({ accountId, may }) => [accountId, [testId, accountId, may]]),
    );
    const ids = [...lines.keys()];
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
    await database.query('UPDATE tests SET reach = :reach WHERE id = :testId', {
      replacements: { testId, reach },
      transaction,
    });
    await database.query('DELETE FROM test_shares WHERE test_id = :testId', {
      replacements: { testId },
      transaction,
    });
    if (ids.length > 0)
      await database.query('INSERT INTO test_shares (test_id, account_id, may) VALUES :lines', {
        replacements: { lines: [...lines.values()] },
        transaction,
      });
  });
}
