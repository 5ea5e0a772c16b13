/** The school's staff: adding, blocking, and links for a new password. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { PersonalLink } from '@oaken/contract/accounts';
import { insertedId, row, rows, toMillisOrNull } from '../database/connect';
import type { Context } from '../context';
import { invalid, notFound, Problem } from '../http/problem';
import { endedLink, endLink, findLink, makeLink } from './links';
import { hashSecret, isSecret } from './secrets';
import type { SignedIn } from './sessions';

interface Person {
  id: number;
  role: 'teacher' | 'administrator';
  givenName: string;
  familyName: string;
  signInName: string;
  classes: number;
  signedInAt: Date | null;
  blocked: number;
}

export async function listStaff(
  { database }: Context,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listAccounts>> {
  const school = { school: me.account.schoolId };
  const staff = await rows<Person>(
    database,
    `SELECT a.id, a.role, a.given_name AS givenName, a.family_name AS familyName, a.sign_in_name AS signInName,
            (SELECT COUNT(*) FROM class_teachers ct WHERE ct.teacher_id = a.id) AS classes, a.signed_in_at AS signedInAt,
            a.disabled_at IS NOT NULL AS blocked
       FROM accounts a WHERE a.school_id = :school AND a.role <> 'student' ORDER BY a.family_name, a.given_name`,
    school,
  );
  const counts = await row<AnswerOf<typeof api.listAccounts>['counts']>(
    database,
    `SELECT (SELECT COUNT(*) FROM accounts WHERE role = 'student' AND school_id = :school) AS students,
            (SELECT COUNT(*) FROM classes WHERE school_id = :school) AS classes,
            (SELECT COUNT(*) FROM items i JOIN banks b ON b.id = i.bank_id WHERE b.school_id = :school) AS items,
            (SELECT COUNT(*) FROM standards) AS standards,
            (SELECT COUNT(*) FROM attempts t JOIN assignments a ON a.id = t.assignment_id WHERE a.school_id = :school) AS attempts`,
    school,
  );
  return {
    staff: staff.map((person) => ({
      ...person,
      signedInAt: toMillisOrNull(person.signedInAt),
      blocked: Boolean(person.blocked),
    })),
    counts: counts!,
  };
}

const linkTo = ({ site }: Context, token: string) => `${site.origin}/welcome#${token}`;

export async function addStaff(
  context: Context,
  me: SignedIn,
  { people }: BodyOf<typeof api.addStaff>,
): Promise<{ links: PersonalLink[] }> {
  const { database, now } = context;
  const names = people.map(({ signInName }) => signInName);
  return database.transaction(async (transaction) => {
    const taken = await rows<{ signInName: string }>(
      database,
      'SELECT sign_in_name AS signInName FROM accounts WHERE sign_in_name IN (:names) FOR UPDATE',
      { names },
      transaction,
    );
    const used = new Set(taken.map(({ signInName }) => signInName.toLowerCase()));
    const wrong = people.flatMap(({ signInName, line }, at) => {
      const twice = used.has(signInName);
      used.add(signInName);
      return twice
        ? [
            {
              pointer: `/people/${at}/signInName`,
              message: `Line ${line}: the sign-in name “${signInName}” is taken.`,
            },
          ]
        : [];
    });
    if (wrong.length > 0) throw invalid(wrong);
    const links: PersonalLink[] = [];
    for (const { givenName, familyName, signInName, email, role } of people) {
      const id = await insertedId(
        database,
        `INSERT INTO accounts (school_id, role, given_name, family_name, sign_in_name, email, secret_hash, created_at)
         VALUES (:school, :role, :givenName, :familyName, :signInName, :email, '', :time)`,
        {
          school: me.account.schoolId,
          role,
          givenName,
          familyName,
          signInName,
          email: email || null,
          time: new Date(now()),
        },
        transaction,
      );
      // Everybody begins with a bank of their own.
      if (role === 'teacher')
        await database.query(
          `INSERT INTO banks (school_id, owner_id, reach, name, created_at) VALUES (:school, :id, 'mine', 'My bank', :time)`,
          { replacements: { school: me.account.schoolId, id, time: new Date(now()) }, transaction },
        );
      const { token, until } = await makeLink(database, id, now(), transaction);
      links.push({
        id,
        name: `${givenName} ${familyName}`,
        signInName,
        link: linkTo(context, token),
        until,
      });
    }
    return { links };
  });
}

/** @throws Problem 404 for whoever is not of this school's staff */
async function staffMember({ database }: Context, me: SignedIn, accountId: number) {
  const person = await row<{ id: number; name: string; signInName: string }>(
    database,
    `SELECT id, CONCAT(given_name, ' ', family_name) AS name, sign_in_name AS signInName
       FROM accounts WHERE id = :accountId AND school_id = :school AND role <> 'student'`,
    { accountId, school: me.account.schoolId },
  );
  if (!person) throw notFound('The person');
  return person;
}

export async function setBlocked(
  context: Context,
  me: SignedIn,
  accountId: number,
  blocked: boolean,
): Promise<void> {
  const { database, now, sessions } = context;
  const { id } = await staffMember(context, me, accountId);
  if (id === me.account.id)
    throw new Problem(409, 'You cannot block yourself.', 'Another administrator can.');
  await database.query('UPDATE accounts SET disabled_at = :time WHERE id = :id', {
    replacements: { id, time: blocked ? new Date(now()) : null },
  });
  if (blocked) await sessions.endOf(id, { but: null });
}

export async function makePersonalLink(
  context: Context,
  me: SignedIn,
  accountId: number,
): Promise<PersonalLink> {
  const { database, now } = context;
  const person = await staffMember(context, me, accountId);
  const { token, until } = await makeLink(database, person.id, now());
  return { ...person, link: linkTo(context, token), until };
}

/** @throws Problem 404 for a link that has ended, or whose person is blocked */
export async function personOf({ database, now }: Context, token: string) {
  const link = await findLink(database, token, now());
  if (!link || link.accountId === null) throw endedLink();
  const person = await row<{ id: number; name: string; signInName: string }>(
    database,
    `SELECT id, CONCAT(given_name, ' ', family_name) AS name, sign_in_name AS signInName
       FROM accounts WHERE id = :id AND disabled_at IS NULL`,
    { id: link.accountId },
  );
  if (!person) throw endedLink();
  return person;
}

/** @returns the account whose password was chosen; its other sessions have ended */
export async function choosePassword(
  context: Context,
  token: string,
  password: string,
): Promise<number> {
  const { database, now, sessions, throttle } = context;
  const { id, signInName } = await personOf(context, token);
  const secretHash = await hashSecret(password);
  await database.transaction(async (transaction) => {
    const link = await findLink(database, token, now(), transaction);
    if (!link || link.accountId !== id) throw endedLink();
    await database.query('UPDATE accounts SET secret_hash = :secretHash WHERE id = :id', {
      replacements: { id, secretHash },
      transaction,
    });
    await endLink(database, token, transaction);
  });
  await sessions.endOf(id, { but: null });
  await throttle.forgive([signInName]);
  return id;
}

export async function changePassword(
  { database, sessions, throttle }: Context,
  me: SignedIn,
  { old, password }: BodyOf<typeof api.changePassword>,
  present: string | null,
): Promise<void> {
  const { id } = me.account;
  const right = await throttle.guess({ device: `own password of ${id}` });
  const stored = await row<{ secretHash: string }>(
    database,
    'SELECT secret_hash AS secretHash FROM accounts WHERE id = :id',
    { id },
  );
  if (!(await isSecret(stored?.secretHash, old)))
    throw invalid([{ pointer: '/old', message: 'That is not your present password.' }]);
  await right();
  await database.query('UPDATE accounts SET secret_hash = :secretHash WHERE id = :id', {
    replacements: { id, secretHash: await hashSecret(password) },
  });
  await sessions.endOf(id, { but: present });
}
