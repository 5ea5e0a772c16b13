/** The school's staff: adding, blocking, and links for a new password. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { PersonalLink } from '@oaken/contract/accounts';
import { Op } from 'sequelize';
import { toMillisOrNull } from '../database/connect';
import type { Context } from '../context';
import { valuesOf } from '../models/subquery';
import { invalid, notFound, problem } from '../problems/problem';
import type { Account, Role } from '../models';
import { endedLink, endLink, findLink, makeLink } from './links';
import { hashSecret, isSecret } from './secrets';
import type { SignedIn } from '../access/signed-in';
import { sentence } from './sentences';

const staffRoles: Role[] = ['administrator', 'teacher'];

const named = ({ id, fullName, signInName }: Account) => ({
  id,
  name: fullName,
  signInName: signInName ?? '',
});

export async function listStaff(
  { database }: Context,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listAccounts>> {
  const { Account, Assignment, Attempt, Bank, ClassTeacher, Item, SchoolClass, Standard } =
    database.models;
  const { schoolId } = me.account;
  const staff = await Account.findAll({
    where: { schoolId, role: staffRoles },
    order: ['familyName', 'givenName'],
  });
  const teaching = await ClassTeacher.count({
    where: { teacherId: staff.map(({ id }) => id) },
    group: ['teacherId'],
  });
  const classes = new Map(teaching.map(({ teacherId, count }) => [Number(teacherId), count]));
  return {
    staff: staff.map((person) => ({
      id: person.id,
      role: person.role === 'administrator' ? 'administrator' : 'teacher',
      givenName: person.givenName,
      familyName: person.familyName,
      signInName: person.signInName ?? '',
      classes: classes.get(person.id) ?? 0,
      signedInAt: toMillisOrNull(person.signedInAt),
      blocked: person.disabledAt !== null,
    })),
    counts: {
      students: await Account.count({ where: { schoolId, role: 'student' } }),
      classes: await SchoolClass.count({ where: { schoolId } }),
      items: await Item.count({
        where: { bankId: { [Op.in]: valuesOf(Bank, 'id', { schoolId }) } },
      }),
      standards: await Standard.count(),
      attempts: await Attempt.count({
        where: { assignmentId: { [Op.in]: valuesOf(Assignment, 'id', { schoolId }) } },
      }),
    },
  };
}

const linkTo = ({ site }: Context, token: string) => `${site.origin}/welcome#${token}`;

export async function addStaff(
  context: Context,
  me: SignedIn,
  { people }: BodyOf<typeof api.addStaff>,
): Promise<{ links: PersonalLink[] }> {
  const { database, now } = context;
  const { Account, Bank } = database.models;
  const { schoolId } = me.account;
  const createdAt = new Date(now());
  const names = people.map(({ signInName }) => signInName);
  return database.transaction(async (transaction) => {
    const taken = await Account.findAll({ where: { signInName: names }, transaction, lock: true });
    const used = new Set(taken.map(({ signInName }) => signInName?.toLowerCase()));
    const wrong = people.flatMap(({ signInName, line }, index) => {
      const twice = used.has(signInName);
      used.add(signInName);
      return twice
        ? [
            {
              pointer: `/people/${index}/signInName`,
              message: sentence('lineSignInNameIs', { line, signInName }),
            },
          ]
        : [];
    });
    if (wrong.length > 0) throw invalid(wrong);
    const links: PersonalLink[] = [];
    for (const { givenName, familyName, signInName, email, role } of people) {
      const person = { role, givenName, familyName, signInName, email: email || null };
      const { id, fullName } = await Account.create(
        { ...person, schoolId, secretHash: '', createdAt },
        { transaction },
      );
      // Everybody begins with a bank of their own.
      if (role === 'teacher')
        await Bank.create(
          { schoolId, ownerId: id, reach: 'mine', name: sentence('myBank'), createdAt },
          { transaction },
        );
      const { token, until } = await makeLink(database, id, now(), transaction);
      links.push({
        id,
        name: fullName,
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
  const person = await database.models.Account.findOne({
    where: { id: accountId, schoolId: me.account.schoolId, role: staffRoles },
  });
  if (!person) throw notFound('person');
  return person;
}

export async function setBlocked(
  context: Context,
  me: SignedIn,
  accountId: number,
  blocked: boolean,
): Promise<void> {
  const { now, sessions } = context;
  const person = await staffMember(context, me, accountId);
  if (person.id === me.account.id) throw problem('cannot-block-self');
  await person.update({ disabledAt: blocked ? new Date(now()) : null });
  if (blocked) await sessions.endOf(person.id, { but: null });
}

export async function makePersonalLink(
  context: Context,
  me: SignedIn,
  accountId: number,
): Promise<PersonalLink> {
  const { database, now } = context;
  const person = await staffMember(context, me, accountId);
  const { token, until } = await makeLink(database, person.id, now());
  return { ...named(person), link: linkTo(context, token), until };
}

/** @throws Problem 404 for a link that has ended, or whose person is blocked */
export async function personOf({ database, now }: Context, token: string) {
  const link = await findLink(database, token, now());
  if (!link || link.accountId === null) throw endedLink();
  const person = await database.models.Account.findOne({
    where: { id: link.accountId, disabledAt: null },
  });
  if (!person) throw endedLink();
  return named(person);
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
    await database.models.Account.update({ secretHash }, { where: { id }, transaction });
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
  const account = await database.models.Account.findByPk(id);
  if (!account || !(await isSecret(account.secretHash, old)))
    throw invalid([{ pointer: '/old', message: sentence('thatIsNotYourCurrent') }]);
  await right();
  await account.update({ secretHash: await hashSecret(password) });
  await sessions.endOf(id, { but: present });
}
