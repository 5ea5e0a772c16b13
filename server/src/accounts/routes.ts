import { api, type AnswerOf } from '@oaken/contract';
import type { Request, Response } from 'express';
import { addGuest, findLink, linkAnswer } from '../assignments/guests';
import type { Context } from '../context';
import { row, rows, toMillisOrNull } from '../database/connect';
import { cookieName, readCookie, type Bind } from '../http/bind';
import { Problem } from '../http/problem';
import { joinClass } from './joining';
import { Account } from './model';
import { isSecret } from './secrets';
import { sessionHours, type SignedIn } from './sessions';
import { Throttle } from './throttle';

const wrong = (what: string) => new Problem(401, `${what} or the password is not right.`, 'Check both and try again.');

export function accountRoutes(bind: Bind, { database, now, sessions }: Context): void {
  const throttle = new Throttle(database, now);

  const school = async () => {
    const found = await row<{ name: string; zone: string }>(
      database,
      'SELECT name, zone FROM schools ORDER BY id LIMIT 1',
    );
    return found ?? { name: 'Oaken Ledger', zone: 'UTC' };
  };

  const sessionAnswer = async (signedIn: SignedIn | null): Promise<AnswerOf<typeof api.readSession>> => {
    const { id, role, givenName, familyName } = signedIn?.account ?? {};
    return {
      account: id && role ? { id, role, givenName: givenName!, familyName: familyName! } : null,
      csrf: signedIn?.csrf ?? null,
      school: await school(),
      now: now(),
    };
  };

  const begin = async (accountId: number, request: Request, response: Response) => {
    const old = readCookie(request, cookieName);
    if (old) await sessions.end(old);
    const token = await sessions.begin(accountId);
    response.cookie(cookieName, token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure,
      path: '/',
      maxAge: sessionHours * 3_600_000,
    });
    await Account.update({ signedInAt: new Date(now()) }, { where: { id: accountId } });
    return sessionAnswer(await sessions.find(token));
  };

  /** Guesses of class codes from one address wait longer each time. */
  const classByCode = async (code: string, request: Request) => {
    const counted = { address: `code ${request.ip}` };
    await throttle.admit(counted);
    const found = await row<{ id: number; schoolId: number; name: string; grade: number; joiningUntil: Date | null }>(
      database,
      'SELECT id, school_id AS schoolId, name, grade, joining_until AS joiningUntil FROM classes WHERE code = :code AND put_away_at IS NULL',
      { code },
    );
    if (found) return found;
    await throttle.failed(counted);
    throw new Problem(404, 'No class has this code.', 'Check it with your teacher.');
  };

  const linkByToken = async (token: string, request: Request) => {
    const counted = { address: `link ${request.ip}` };
    await throttle.admit(counted);
    const found = await findLink(database, token);
    if (found) return found;
    await throttle.failed(counted);
    throw new Problem(404, 'This link leads nowhere.', 'Ask your teacher for it again.');
  };

  bind(api.readSession, ({ visitor }) => sessionAnswer(visitor));

  bind(api.signInStaff, async ({ body, request, response }) => {
    const name = body.name.toLowerCase();
    const counted = { pair: `${name}@${request.ip}`, account: name, address: String(request.ip) };
    await throttle.admit(counted);
    const account = await Account.findOne({ where: { signInName: name, disabledAt: null } });
    if (!(await isSecret(account?.secretHash, body.password)) || !account) {
      await throttle.failed(counted);
      throw wrong('The name');
    }
    await throttle.succeeded(counted);
    return begin(account.id, request, response);
  });

  bind(api.findClass, async ({ body, request }) => {
    const found = await classByCode(body.code, request);
    const students = await rows<{ id: number; name: string; rollNumber: number }>(
      database,
      `SELECT s.id, CONCAT(s.given_name, ' ', s.family_name) AS name, e.roll_number AS rollNumber
         FROM enrolments e JOIN accounts s ON s.id = e.student_id
        WHERE e.class_id = :id AND e.left_at IS NULL AND s.disabled_at IS NULL
        ORDER BY s.given_name, s.family_name`,
      { id: found.id },
    );
    const twice = (name: string) => students.filter((own) => own.name === name).length > 1;
    return {
      name: found.name,
      students: students.map(({ id, name, rollNumber }) => ({ id, name: twice(name) ? `${name}, number ${rollNumber}` : name })), // prettier-ignore
      joining: found.joiningUntil !== null && found.joiningUntil.getTime() > now(),
    };
  });

  bind(api.joinClass, async ({ body, request, response }) => {
    const found = await classByCode(body.code, request);
    const { studentId, passcode } = await joinClass({ database, now }, found, body);
    return { ...(await begin(studentId, request, response)), passcode };
  });

  bind(api.readLink, async ({ body, request }) => linkAnswer(await linkByToken(body.token, request), now()));

  bind(api.comeAsGuest, async ({ body, request, response }) => {
    const found = await linkByToken(body.token, request);
    const guest = await addGuest({ database, now }, found, body.name);
    return { ...(await begin(guest, request, response)), assignmentId: found.id };
  });

  bind(api.signInStudent, async ({ body, request, response }) => {
    const counted = {
      pair: `${body.studentId}@${request.ip}`,
      account: `student ${body.studentId}`,
      address: String(request.ip),
    };
    await throttle.admit(counted);
    const student = await row<{ id: number; secretHash: string }>(
      database,
      `SELECT s.id, s.secret_hash AS secretHash
         FROM accounts s JOIN enrolments e ON e.student_id = s.id JOIN classes c ON c.id = e.class_id
        WHERE s.id = :studentId AND c.code = :code AND c.put_away_at IS NULL AND e.left_at IS NULL
          AND s.disabled_at IS NULL AND s.role = 'student'`,
      body,
    );
    if (!(await isSecret(student?.secretHash, body.passcode.toLowerCase())) || !student) {
      await throttle.failed(counted);
      throw new Problem(401, 'That passcode is not right.', 'Check your name and your passcode, or ask your teacher.');
    }
    await throttle.succeeded(counted);
    return begin(student.id, request, response);
  });

  bind(api.signOut, async ({ request, response, visitor }) => {
    if (visitor && request.headers['x-csrf-token'] !== visitor.csrf)
      throw new Problem(403, 'This page is out of date.');
    const token = readCookie(request, cookieName);
    if (token) await sessions.end(token);
    response.clearCookie(cookieName, { path: '/' });
    return {};
  });

  bind(api.listAccounts, async ({ me }) => {
    const staff = await rows<{
      id: number;
      role: 'teacher' | 'administrator';
      givenName: string;
      familyName: string;
      signInName: string;
      classes: number;
      signedInAt: Date | null;
    }>(
      database,
      `SELECT a.id, a.role, a.given_name AS givenName, a.family_name AS familyName, a.sign_in_name AS signInName,
              (SELECT COUNT(*) FROM class_teachers ct WHERE ct.teacher_id = a.id) AS classes, a.signed_in_at AS signedInAt
         FROM accounts a WHERE a.school_id = :school AND a.role <> 'student' ORDER BY a.family_name, a.given_name`,
      { school: me.account.schoolId },
    );
    const counts = await row<AnswerOf<typeof api.listAccounts>['counts']>(
      database,
      `SELECT (SELECT COUNT(*) FROM accounts WHERE role = 'student' AND school_id = :school) AS students,
              (SELECT COUNT(*) FROM classes WHERE school_id = :school) AS classes,
              (SELECT COUNT(*) FROM items i JOIN banks b ON b.id = i.bank_id WHERE b.school_id = :school) AS items,
              (SELECT COUNT(*) FROM standards) AS standards,
              (SELECT COUNT(*) FROM attempts t JOIN assignments a ON a.id = t.assignment_id WHERE a.school_id = :school) AS attempts`,
      { school: me.account.schoolId },
    );
    return {
      staff: staff.map((one) => ({ ...one, signedInAt: toMillisOrNull(one.signedInAt) })),
      counts: counts!,
    };
  });
}
