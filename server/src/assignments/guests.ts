/** Guests: whoever has the link types a name and sits; later the teacher says which student it was. */
import type { api, AnswerOf } from '@oaken/contract';
import type { AssignmentRules } from '@oaken/core/assignments';
import { splitName } from '@oaken/core/rosters';
import { windowState } from '@oaken/core/timing';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { recount } from '../attempts/counting';
import type { Context } from '../context';
import { fromJson, insertedId, row, toMillis, type Database } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { timeColumns, windowOf, type StoredTimes } from './times';

/** A link leads so many to one assignment; more is no classroom. */
const mostGuests = 500;

export interface Linked extends StoredTimes {
  id: number;
  schoolId: number;
  title: string;
  teacher: string;
}

export const findLink = (database: Database, token: string) =>
  row<Linked>(
    database,
    `SELECT a.id, a.school_id AS schoolId, a.title, CONCAT(o.given_name, ' ', o.family_name) AS teacher, ${timeColumns}
       FROM assignments a JOIN accounts o ON o.id = a.given_by WHERE a.link_token = :token AND a.taken_back_at IS NULL`,
    { token },
  );

export const linkAnswer = (own: Linked, now: number): AnswerOf<typeof api.readLink> => ({
  title: own.title,
  teacher: own.teacher,
  opensAt: toMillis(own.opensAt),
  state: windowState(windowOf(own), now),
  now,
});

/** Makes the guest's account, which lets them into this one assignment. */
export function addGuest(
  { database, now }: Pick<Context, 'database' | 'now'>,
  own: Linked,
  name: string,
): Promise<number> {
  const time = now();
  const state = windowState(windowOf(own), time);
  if (state === 'before' || state === 'closed')
    throw new Problem(
      409,
      state === 'before' ? 'It has not opened yet.' : 'It has closed.',
      'Ask your teacher.',
    );
  return database.transaction(async (transaction) => {
    const held = await row<{ n: number; place: number }>(
      database,
      `SELECT COALESCE(SUM(class_id IS NULL), 0) AS n, COALESCE(MAX(place), -1) + 1 AS place FROM assignment_students WHERE assignment_id = :id FOR UPDATE`,
      { id: own.id },
      transaction,
    );
    if (held!.n >= mostGuests)
      throw new Problem(409, 'Too many guests have come by this link.', 'Ask your teacher.');
    const guest = await insertedId(
      database,
      `INSERT INTO accounts (school_id, role, given_name, family_name, secret_hash, guest_of, created_at)
       VALUES (:schoolId, 'student', :givenName, :familyName, '', :id, :time)`,
      { ...splitName(name), schoolId: own.schoolId, id: own.id, time: new Date(time) },
      transaction,
    );
    const form = await row<{ form: string | null }>(
      database,
      'SELECT form FROM assignment_students WHERE assignment_id = :id GROUP BY form ORDER BY COUNT(*), form LIMIT 1',
      { id: own.id },
      transaction,
    );
    await database.query(
      'INSERT INTO assignment_students (assignment_id, student_id, class_id, place, form) VALUES (:id, :guest, NULL, :place, :form)',
      {
        replacements: { id: own.id, guest, place: held!.place, form: form?.form ?? null },
        transaction,
      },
    );
    return guest;
  });
}

/** The guest's work becomes the student's, behind whatever attempts the student has already. */
export async function tieGuest(
  { database, now }: Context,
  me: SignedIn,
  assignmentId: number,
  guestId: number,
  studentId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnRunningAssignment(database, me, assignmentId, transaction);
    const values = {
      assignmentId,
      guestId,
      studentId,
      teacher: me.account.id,
      time: new Date(now()),
    };
    const run = (sql: string) => database.query(sql, { replacements: values, transaction });
    const guest = await row(
      database,
      'SELECT id FROM accounts WHERE id = :guestId AND guest_of = :assignmentId AND disabled_at IS NULL FOR UPDATE',
      values,
      transaction,
    );
    if (!guest) throw notFound('The guest');
    const student = await row<{ classId: number }>(
      database,
      `SELECT MIN(e.class_id) AS classId FROM enrolments e JOIN class_teachers ct ON ct.class_id = e.class_id AND ct.teacher_id = :teacher
        WHERE e.student_id = :studentId AND e.left_at IS NULL HAVING classId IS NOT NULL`,
      values,
      transaction,
    );
    if (!student) throw notFound('The student');
    const working = await row(
      database,
      'SELECT id FROM attempts WHERE assignment_id = :assignmentId AND student_id IN (:guestId, :studentId) AND handed_in_at IS NULL',
      values,
      transaction,
    );
    if (working)
      throw new Problem(
        409,
        'One of the two is still working.',
        'Wait until the work is handed in.',
      );
    const before = await row<{ most: number }>(
      database,
      'SELECT COALESCE(MAX(number), 0) AS most FROM attempts WHERE assignment_id = :assignmentId AND student_id = :studentId',
      values,
      transaction,
    );
    await database.query(
      'UPDATE attempts SET student_id = :studentId, number = number + :most WHERE assignment_id = :assignmentId AND student_id = :guestId',
      { replacements: { ...values, most: before!.most }, transaction },
    );
    const line = await row(
      database,
      'SELECT student_id FROM assignment_students WHERE assignment_id = :assignmentId AND student_id = :studentId',
      values,
      transaction,
    );
    if (line) {
      await run(
        'UPDATE assignment_students SET withdrawn_at = NULL WHERE assignment_id = :assignmentId AND student_id = :studentId',
      );
      await run(
        'DELETE FROM assignment_students WHERE assignment_id = :assignmentId AND student_id = :guestId',
      );
    } else {
      await database.query(
        'UPDATE assignment_students SET student_id = :studentId, class_id = :classId WHERE assignment_id = :assignmentId AND student_id = :guestId',
        { replacements: { ...values, classId: student.classId }, transaction },
      );
      await database.query(
        'INSERT IGNORE INTO assignment_classes (assignment_id, class_id, whole) VALUES (:assignmentId, :classId, FALSE)',
        { replacements: { ...values, classId: student.classId }, transaction },
      );
    }
    await run('UPDATE files SET made_by = :studentId WHERE made_by = :guestId');
    await run('UPDATE accounts SET disabled_at = :time WHERE id = :guestId');
    await run('DELETE FROM sessions WHERE account_id = :guestId');
    const { rules } = (await row<{ rules: unknown }>(
      database,
      'SELECT rules FROM assignments WHERE id = :assignmentId',
      values,
      transaction,
    ))!;
    await recount(
      database,
      assignmentId,
      fromJson<AssignmentRules>(rules).counts,
      studentId,
      transaction,
    );
  });
}
