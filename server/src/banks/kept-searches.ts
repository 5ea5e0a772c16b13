import type { api, BodyOf } from '@oaken/contract';
import { asking } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows } from '../database/connect';
import { notFound } from '../http/problem';

interface Kept {
  id: number;
  name: string;
  address: string;
}

export const listKeptSearches = async ({ database }: Context, me: SignedIn) => ({
  searches: await rows<Kept>(
    database,
    'SELECT id, name, address FROM kept_searches WHERE account_id = :me ORDER BY name',
    asking(me),
  ),
});

export async function keepSearch(
  { database, now }: Context,
  me: SignedIn,
  own: BodyOf<typeof api.keepSearch>,
) {
  await database.query(
    `INSERT INTO kept_searches (account_id, name, address, created_at) VALUES (:me, :name, :address, :at)
     ON DUPLICATE KEY UPDATE address = VALUES(address)`,
    { replacements: { ...asking(me), ...own, at: new Date(now()) } },
  );
  return (await row<Kept>(
    database,
    'SELECT id, name, address FROM kept_searches WHERE account_id = :me AND name = :name',
    { ...asking(me), name: own.name },
  ))!;
}

export async function forgetSearch({ database }: Context, me: SignedIn, searchId: number) {
  const found = await row(
    database,
    'SELECT id FROM kept_searches WHERE id = :searchId AND account_id = :me',
    { ...asking(me), searchId },
  );
  if (!found) throw notFound('The search');
  await database.query('DELETE FROM kept_searches WHERE id = :searchId', {
    replacements: { searchId },
  });
}
