/** A class itself: making it, what is said about it, who teaches it, and putting it away. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { ClassFacts } from '@oaken/contract/classes';
import { randomInt } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { asking, insistOnClass, insistOnRunning } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { insertedId, row, rows, toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';

/** Without letters and digits that look alike: it is read from a board. */
const signs = 'ABCDEFGHJKMNPQRTUVWXY346789';
const newCode = () => Array.from({ length: 6 }, () => signs[randomInt(signs.length)]).join('');

/** Makes a class of mine. Saying it twice with one key makes it once. */
export async function makeClass(
  { database, now }: Context,
  me: SignedIn,
  facts: ClassFacts,
  { clientKey, sourcedId = null }: { clientKey: string | null; sourcedId?: string | null },
  transaction: Transaction,
): Promise<number> {
  const known = await row<{ id: number }>(
    database,
    'SELECT id FROM classes WHERE client_key = :clientKey FOR UPDATE',
    { clientKey },
    transaction,
  );
  if (known) {
    await insistOnClass(database, me, known.id, transaction);
    return known.id;
  }
  let code = newCode();
  while (await row(database, 'SELECT id FROM classes WHERE code = :code', { code }, transaction))
    code = newCode();
  const id = await insertedId(
    database,
    `INSERT INTO classes (school_id, name, period, grade, subject, term, notes, code, sourced_id, client_key, created_at)
     VALUES (:school, :name, :period, :grade, :subject, :term, :notes, :code, :sourcedId, :clientKey, :time)`,
    { ...asking(me), ...facts, code, sourcedId, clientKey, time: new Date(now()) },
    transaction,
  );
  await database.query('INSERT INTO class_teachers (class_id, teacher_id) VALUES (:id, :me)', {
    replacements: { ...asking(me), id },
    transaction,
  });
  return id;
}

export async function describeClass(
  { database }: Context,
  me: SignedIn,
  classId: number,
  facts: ClassFacts,
) {
  await insistOnRunning(database, me, classId);
  await database.query(
    `UPDATE classes SET name = :name, period = :period, grade = :grade, subject = :subject, term = :term, notes = :notes WHERE id = :classId`,
    { replacements: { ...facts, classId } },
  );
}

export async function putAway(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  away: boolean,
) {
  await insistOnRunning(database, me, classId);
  await database.query(
    'UPDATE classes SET put_away_at = IF(:away, COALESCE(put_away_at, :time), NULL), joining_until = NULL WHERE id = :classId',
    { replacements: { classId, away, time: new Date(now()) } },
  );
}

export async function removeClass(
  { database }: Context,
  me: SignedIn,
  classId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const given = await row<{ n: number }>(
      database,
      'SELECT COUNT(*) AS n FROM assignment_classes WHERE class_id = :classId',
      { classId },
      transaction,
    );
    if (given!.n > 0)
      throw new Problem(
        409,
        'This class has work in it.',
        `${given!.n} ${given!.n === 1 ? 'assignment was' : 'assignments were'} given to it, and their results would be lost. Put the class away instead: it leaves your list and keeps everything.`,
      );
    await database.query('DELETE FROM enrolments WHERE class_id = :classId', {
      replacements: { classId },
      transaction,
    });
    await database.query('DELETE FROM classes WHERE id = :classId', {
      replacements: { classId },
      transaction,
    });
  });
}

export async function openJoining(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  until: number | null,
) {
  await insistOnRunning(database, me, classId);
  if (until !== null && until <= now())
    throw invalid([{ pointer: '/until', message: 'That time has already passed.' }]);
  if (until !== null && until > now() + 60 * 86_400_000)
    throw invalid([
      { pointer: '/until', message: 'A class can be open for joining for at most 60 days.' },
    ]);
  await database.query('UPDATE classes SET joining_until = :until WHERE id = :classId', {
    replacements: { classId, until: until === null ? null : new Date(until) },
  });
}

export async function readTeachers(
  database: Database,
  me: SignedIn,
  classId: number,
): Promise<AnswerOf<typeof api.readTeachers>> {
  await insistOnClass(database, me, classId);
  const teachers = await rows<{
    accountId: number;
    name: string;
    part: 'teacher' | 'co-teacher' | 'substitute';
    until: Date | null;
  }>(
    database,
    `SELECT a.id AS accountId, CONCAT(a.given_name, ' ', a.family_name) AS name, ct.part, ct.until
       FROM class_teachers ct JOIN accounts a ON a.id = ct.teacher_id WHERE ct.class_id = :classId ORDER BY ct.part, a.family_name`,
    { classId },
  );
  const colleagues = await rows<{ accountId: number; name: string }>(
    database,
    `SELECT a.id AS accountId, CONCAT(a.given_name, ' ', a.family_name) AS name FROM accounts a
      WHERE a.school_id = :school AND a.role = 'teacher' AND a.disabled_at IS NULL
        AND a.id NOT IN (SELECT ct.teacher_id FROM class_teachers ct WHERE ct.class_id = :classId AND ct.part = 'teacher')
      ORDER BY a.family_name, a.given_name`,
    { ...asking(me), classId },
  );
  return {
    teachers: teachers.map((own) => ({ ...own, until: toMillisOrNull(own.until) })),
    colleagues,
  };
}

export async function setTeachers(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  { others }: BodyOf<typeof api.setTeachers>,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const ids = others.map(({ accountId }) => accountId);
    if (new Set(ids).size !== ids.length)
      throw invalid([{ pointer: '/others', message: 'Somebody is named twice.' }]);
    const late = others.findIndex((own) => own.part === 'substitute' && own.until <= now());
    if (late >= 0)
      throw invalid([
        {
          pointer: `/others/${late}/until`,
          message: 'The last day of the substitute has already passed.',
        },
      ]);
    const known = await rows(
      database,
      `SELECT id FROM accounts WHERE id IN (:ids) AND school_id = :school AND role = 'teacher' AND disabled_at IS NULL
          AND id NOT IN (SELECT teacher_id FROM class_teachers WHERE class_id = :classId AND part = 'teacher')`,
      { ...asking(me), classId, ids: [0, ...ids] },
      transaction,
    );
    if (known.length !== ids.length) throw notFound('One of the colleagues');
    await database.query(
      "DELETE FROM class_teachers WHERE class_id = :classId AND part <> 'teacher'",
      { replacements: { classId }, transaction },
    );
    if (others.length > 0)
      await database.query(
        'INSERT INTO class_teachers (class_id, teacher_id, part, until) VALUES :lines',
        {
          replacements: {
            lines: others.map((own) => [
              classId,
              own.accountId,
              own.part,
              own.part === 'substitute' ? new Date(own.until) : null,
            ]),
          },
          transaction,
        },
      );
  });
}
