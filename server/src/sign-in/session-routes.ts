/** Signing in and out: staff by name, students by class code, guests by a link. */
import { api } from '@oaken/contract';
import type { Request } from 'express';
import { addGuest, findLink, linkAnswer } from '../assignments/guests';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { readCookie, type Bind } from '../http/bind';
import { outOfDate, problem } from '../problems/problem';
import { joinClass } from '../classes/joining';
import { isSecret } from '../accounts/secrets';
import { signingIn } from '../accounts/signing-in';
import type { Origin, Subjects } from '../accounts/throttle';
import { addRoundGuest, roundForGuests } from '../rounds/guests';
import { sentence } from './sentences';

/** Failures of signing in and of codes from one address until its answers slow down. */
const patience = { accounts: 100, codes: 20 };

const wrong = (what: string) => problem('wrong-password', { what });

/** Guesses at what only its owner knows; wrong ones make the next ones slower. */
function guessing({ database, throttle, devices }: Context) {
  /** What is counted for a guess at an account's secret. */
  const subjectsOf = async (
    name: string,
    accountId: number | null,
    request: Request,
  ): Promise<Subjects> => {
    const device = accountId === null ? null : await devices.known(request, accountId);
    return device !== null
      ? { device: `${name}@${device}` }
      : { pair: `${name}@${request.ip}`, account: name };
  };

  const atAccount = async (name: string, accountId: number | null, request: Request) => {
    const from: Origin = { address: String(request.ip), patience: patience.accounts };
    const subjects = await subjectsOf(name, accountId, request);
    // A device that is known to the account does not stand in line with others of its address either.
    const right = await throttle.guess(subjects, subjects.device === undefined ? from : undefined);
    return { right, wrong: () => throttle.failed(from) };
  };

  /** Looks for what a code or link leads to; wrong ones make the answers to this address slower. */
  const byCode = async <Found>(
    kind: 'code' | 'link',
    request: Request,
    find: () => Promise<Found | null | undefined>,
  ) => {
    const device = await devices.known(request, null);
    const from = { address: `${kind} ${device ?? request.ip}`, patience: patience.codes };
    await throttle.guess({}, from);
    const credential = await find();
    if (!credential) await throttle.failed(from);
    return credential;
  };

  const classByCode = async (code: string, request: Request) => {
    const schoolClass = await byCode('code', request, () =>
      database.models.SchoolClass.findOne({ where: { code, archivedAt: null } }),
    );
    if (!schoolClass) throw problem('no-such-class-code');
    return schoolClass;
  };

  const linkByToken = async (token: string, request: Request) => {
    const linked = await byCode('link', request, () => findLink(database, token));
    if (!linked) throw problem('no-such-link');
    return linked;
  };
  return { atAccount, classByCode, linkByToken };
}

/**
 * The students of a class, as they choose themselves from its list; two of one name are told apart
 * by their numbers.
 */
async function studentsToChoose({ models }: Database, classId: number) {
  const enrollments = await models.Enrollment.findAll({
    where: { classId, leftAt: null },
    include: { association: 'student', where: { disabledAt: null } },
    order: [
      ['student', 'givenName', 'ASC'],
      ['student', 'familyName', 'ASC'],
    ],
  });
  const students = enrollments.map(({ studentId, student, rosterNumber }) => ({
    id: studentId,
    name: student?.fullName ?? '',
    rosterNumber,
  }));
  const twice = (name: string) => students.filter((student) => student.name === name).length > 1;
  return students.map(({ id, name, rosterNumber }) => ({
    id,
    name: twice(name) ? sentence('number', { name, rosterNumber }) : name,
  }));
}

export function sessionRoutes(bind: Bind, context: Context): void {
  const { answer } = signingIn(context);
  const { sessions, site } = context;
  bind(api.readSession, ({ visitor }) => answer(visitor));
  staffRoutes(bind, context);
  studentRoutes(bind, context);
  linkRoutes(bind, context);

  bind(api.chooseLanguage, async ({ me, body: { language } }) => {
    await context.database.models.Account.update({ language }, { where: { id: me.account.id } });
    sessions.forget(me.account.id);
    return {};
  });

  bind(api.signOut, async ({ request, response, visitor }) => {
    if (visitor && request.headers['x-csrf-token'] !== visitor.csrf) throw outOfDate();
    const token = readCookie(request, site.cookieName);
    if (token) await sessions.end(token);
    response.clearCookie(site.cookieName, site.cookie);
    return {};
  });
}

function staffRoutes(bind: Bind, context: Context): void {
  const { begin } = signingIn(context);
  const guessed = guessing(context);
  const { Account } = context.database.models;

  bind(api.signInStaff, async ({ body, request, response }) => {
    const name = body.name.toLowerCase();
    const account = await Account.findOne({ where: { signInName: name, disabledAt: null } });
    const guess = await guessed.atAccount(name, account?.id ?? null, request);
    if (!(await isSecret(account?.secretHash, body.password)) || !account) {
      await guess.wrong();
      throw wrong(sentence('theName'));
    }
    await guess.right();
    return begin(account.id, request, response);
  });
}

/** Students come by the code of their class. */
function studentRoutes(bind: Bind, context: Context): void {
  const { database, now, throttle } = context;
  const { begin } = signingIn(context);
  const guessed = guessing(context);

  bind(api.findClass, async ({ body, request }) => {
    const { id, name, joiningUntil } = await guessed.classByCode(body.code, request);
    return {
      name,
      students: await studentsToChoose(database, id),
      joining: joiningUntil !== null && joiningUntil.getTime() > now(),
      guests: (await roundForGuests({ database, now }, id)) !== null,
    };
  });

  bind(api.joinClass, async ({ body, request, response }) => {
    const schoolClass = await guessed.classByCode(body.code, request);
    await throttle.guess({ arrival: `class ${schoolClass.id} ${request.ip}` });
    const { studentId, passcode } = await joinClass({ database, now }, schoolClass, body);
    return { ...(await begin(studentId, request, response)), passcode };
  });

  bind(api.comeAsRoundGuest, async ({ body, request, response }) => {
    const schoolClass = await guessed.classByCode(body.code, request);
    const round = await roundForGuests({ database, now }, schoolClass.id);
    if (!round) throw problem('no-guests-now');
    await throttle.guess({ arrival: `round ${round.id} ${request.ip}` });
    const guest = await addRoundGuest({ database, now }, round, body.name);
    return { ...(await begin(guest, request, response)), roundId: round.id };
  });

  bind(api.signInStudent, async ({ body, request, response }) => {
    const guess = await guessed.atAccount(`student ${body.studentId}`, body.studentId, request);
    const enrollment = await database.models.Enrollment.findOne({
      where: { studentId: body.studentId, leftAt: null },
      include: [
        { association: 'student', where: { disabledAt: null, role: 'student' } },
        { association: 'class', where: { code: body.code, archivedAt: null } },
      ],
    });
    const student = enrollment?.student;
    if (!(await isSecret(student?.secretHash, body.passcode.toLowerCase())) || !student) {
      await guess.wrong();
      throw problem('wrong-passcode');
    }
    await guess.right();
    return begin(student.id, request, response);
  });
}

/** Guests come by the link of an assignment. */
function linkRoutes(bind: Bind, context: Context): void {
  const { database, now, throttle } = context;
  const { begin } = signingIn(context);
  const guessed = guessing(context);

  bind(api.readLink, async ({ body, request }) =>
    linkAnswer(await guessed.linkByToken(body.token, request), now()),
  );

  bind(api.comeAsGuest, async ({ body, request, response }) => {
    const linked = await guessed.linkByToken(body.token, request);
    await throttle.guess({ arrival: `link ${linked.id} ${request.ip}` });
    const guest = await addGuest({ database, now }, linked, body.name);
    return { ...(await begin(guest, request, response)), assignmentId: linked.id };
  });
}
