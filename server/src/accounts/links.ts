/** One-time links: they lead one person in once, or begin a school. Only their hashes are kept. */
import { createHash, randomBytes } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { row } from '../database/connect';
import { Problem } from '../http/problem';

const validity = { person: 14 * 86_400_000, setup: 7 * 86_400_000 };

const digest = (token: string) => createHash('sha256').update(token).digest();

/** @returns the token; earlier links for the same end */
export async function makeLink(
  database: Sequelize,
  accountId: number | null,
  now: number,
  transaction?: Transaction,
): Promise<{ token: string; until: number }> {
  const token = randomBytes(32).toString('base64url');
  const until = now + (accountId === null ? validity.setup : validity.person);
  await database.query('DELETE FROM sign_in_links WHERE account_id <=> :accountId', {
    replacements: { accountId },
    transaction,
  });
  await database.query(
    `INSERT INTO sign_in_links (token_hash, account_id, created_at, expires_at) VALUES (:hash, :accountId, :now, :until)`,
    {
      replacements: { hash: digest(token), accountId, now: new Date(now), until: new Date(until) },
      transaction,
    },
  );
  return { token, until };
}

export const endedLink = () =>
  new Problem(
    404,
    'This link has ended.',
    'Each works once, for some days. Ask an administrator of the school for another.',
  );

/**
 * What a link is for, locked until the transaction ends.
 *
 * @returns the account, or null for a link that begins a school; undefined where there is none
 */
export async function findLink(
  database: Sequelize,
  token: string,
  now: number,
  transaction?: Transaction,
): Promise<{ accountId: number | null } | undefined> {
  return row<{ accountId: number | null }>(
    database,
    `SELECT account_id AS accountId FROM sign_in_links
      WHERE token_hash = :hash AND expires_at > :now ${transaction ? 'FOR UPDATE' : ''}`,
    { hash: digest(token), now: new Date(now) },
    transaction,
  );
}

export const endLink = (database: Sequelize, token: string, transaction: Transaction) =>
  database.query('DELETE FROM sign_in_links WHERE token_hash = :hash', {
    replacements: { hash: digest(token) },
    transaction,
  });
