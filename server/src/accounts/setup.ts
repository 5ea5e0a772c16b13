/** An empty school: who has the link from the server's terminal begins it and is its first administrator. */
import type { api, BodyOf } from '@oaken/contract';
import type { Sequelize } from 'sequelize';
import type { Context } from '../context';
import { insertedId, row } from '../database/connect';
import { invalid, Problem } from '../http/problem';
import { endedLink, endLink, findLink, makeLink } from './links';
import { hashSecret } from './secrets';

const hasSchool = async (database: Sequelize) =>
  (await row(database, 'SELECT id FROM schools LIMIT 1')) !== undefined;

/** @returns the link's token, or null where a school has begun already */
export async function makeSetupLink(database: Sequelize, now: number): Promise<string | null> {
  if (await hasSchool(database)) return null;
  return (await makeLink(database, null, now)).token;
}

/** Every time zone that can be chosen. */
export const zones = () => Intl.supportedValuesOf('timeZone');

/** @throws Problem 404 for a link that begins no school */
export async function insistOnSetupLink({ database, now }: Context, token: string): Promise<void> {
  const link = await findLink(database, token, now());
  if (!link || link.accountId !== null || (await hasSchool(database))) throw endedLink();
}

/** @returns the first administrator's account */
export async function beginSchool(
  context: Context,
  { token, school, administrator }: BodyOf<typeof api.beginSchool>,
): Promise<number> {
  const { database, now } = context;
  if (!zones().includes(school.zone))
    throw invalid([{ pointer: '/school/zone', message: 'Choose a time zone of the list.' }]);
  await insistOnSetupLink(context, token);
  const secretHash = await hashSecret(administrator.password);
  return database.transaction(async (transaction) => {
    const link = await findLink(database, token, now(), transaction);
    if (!link || link.accountId !== null) throw endedLink();
    const begun = await row(database, 'SELECT id FROM schools LIMIT 1 FOR UPDATE', {}, transaction);
    if (begun) throw new Problem(409, 'This school has begun already.', 'Sign in.');
    const time = new Date(now());
    const { name, zone, grades } = school;
    const schoolId = await insertedId(
      database,
      `INSERT INTO schools (name, zone, grades, demonstration, created_at) VALUES (:name, :zone, :grades, FALSE, :time)`,
      { name, zone, grades: JSON.stringify([...new Set(grades)].sort((a, b) => a - b)), time },
      transaction,
    );
    const { givenName, familyName, signInName } = administrator;
    const accountId = await insertedId(
      database,
      `INSERT INTO accounts (school_id, role, given_name, family_name, sign_in_name, secret_hash, created_at)
       VALUES (:schoolId, 'administrator', :givenName, :familyName, :signInName, :secretHash, :time)`,
      { schoolId, givenName, familyName, signInName, secretHash, time },
      transaction,
    );
    // Where colleagues put what they share.
    await database.query(
      `INSERT INTO banks (school_id, owner_id, reach, name, created_at) VALUES (:schoolId, NULL, 'school', :bank, :time)`,
      { replacements: { schoolId, bank: `${name} bank`.slice(0, 120), time }, transaction },
    );
    await endLink(database, token, transaction);
    return accountId;
  });
}
