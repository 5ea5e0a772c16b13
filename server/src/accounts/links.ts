/** One-time links: they lead one person in once, or begin a school. Only their hashes are kept. */
import { createHash, randomBytes } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { problem } from '../problems/problem';

const validity = { person: 14 * 86_400_000, setup: 7 * 86_400_000 };

const digest = (token: string) => createHash('sha256').update(token).digest();

/** @returns the token; earlier links for the same end */
export async function makeLink(
  database: Database,
  accountId: number | null,
  now: number,
  transaction?: Transaction,
): Promise<{ token: string; until: number }> {
  const token = randomBytes(32).toString('base64url');
  const until = now + (accountId === null ? validity.setup : validity.person);
  const { SignInLink } = database.models;
  await SignInLink.destroy({ where: { accountId }, transaction });
  await SignInLink.create(
    {
      tokenHash: digest(token),
      accountId,
      createdAt: new Date(now),
      expiresAt: new Date(until),
    },
    { transaction },
  );
  return { token, until };
}

export const endedLink = () => problem('link-ended');

/**
 * What a link is for, locked until the transaction ends.
 *
 * @returns the account, or null for a link that begins a school; null itself where there is none
 */
export async function findLink(
  database: Database,
  token: string,
  now: number,
  transaction?: Transaction,
): Promise<{ accountId: number | null } | null> {
  return database.models.SignInLink.findOne({
    where: { tokenHash: digest(token), expiresAt: { [Op.gt]: new Date(now) } },
    transaction,
    lock: transaction !== undefined,
  });
}

export const endLink = (database: Database, token: string, transaction: Transaction) =>
  database.models.SignInLink.destroy({ where: { tokenHash: digest(token) }, transaction });
