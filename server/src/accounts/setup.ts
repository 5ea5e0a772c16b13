/** An empty school: who has the link from the server's terminal begins it and is its first administrator. */
import type { api, BodyOf } from '@oaken/contract';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { invalid, problem } from '../problems/problem';
import { endedLink, endLink, findLink, makeLink } from './links';
import { hashSecret } from './secrets';
import { sentence } from './sentences';

const hasSchool = async (database: Database) => (await database.models.School.count()) > 0;

/** @returns the link's token, or null where a school has begun already */
export async function makeSetupLink(database: Database, now: number): Promise<string | null> {
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
    throw invalid([{ pointer: '/school/zone', message: sentence('chooseTimeZoneList') }]);
  await insistOnSetupLink(context, token);
  const secretHash = await hashSecret(administrator.password);
  return database.transaction(async (transaction) => {
    const link = await findLink(database, token, now(), transaction);
    if (!link || link.accountId !== null) throw endedLink();
    const { Account, Bank, School } = database.models;
    if (await School.findOne({ transaction, lock: true })) throw problem('school-begun');
    const time = new Date(now());
    const { name, zone, grades } = school;
    const sorted = [...new Set(grades)].sort((a, b) => a - b);
    const { id: schoolId } = await School.create(
      { name, zone, grades: sorted, createdAt: time },
      { transaction },
    );
    const { givenName, familyName, signInName } = administrator;
    const account = await Account.create(
      {
        schoolId,
        role: 'administrator',
        givenName,
        familyName,
        signInName,
        secretHash,
        createdAt: time,
      },
      { transaction },
    );
    // Where colleagues put what they share.
    await Bank.create(
      {
        schoolId,
        reach: 'school',
        name: sentence('bank', { name }).slice(0, 120),
        createdAt: time,
      },
      { transaction },
    );
    await endLink(database, token, transaction);
    return account.id;
  });
}
