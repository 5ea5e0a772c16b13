/** The roll of one class, and what is done to one student on it. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { noSupports, type Supports } from '@oaken/core/supports';
import type { Transaction } from 'sequelize';
import { asking, insistOnRunning } from '../access';
import { hashSecret, newPasscode } from '../accounts/secrets';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, row, rows, toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { comeBack, leave } from './enrolling';
import { readClasses } from './rows';

interface StoredLine {
  id: number;
  rollNumber: number;
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: number | null;
  signedInAt: Date | null;
  hasPasscode: number;
  joinedBySelf: number;
  leftAt: Date | null;
  handedIn: number;
  supports: unknown;
}

export async function readRoll(
  database: Database,
  me: SignedIn,
  classId: number,
): Promise<AnswerOf<typeof api.readClass>> {
  const [own] = await readClasses(database, me, classId);
  if (!own) throw notFound('The class');
  const roll = await rows<StoredLine>(
    database,
    `SELECT s.id, e.roll_number AS rollNumber, s.given_name AS givenName, s.family_name AS familyName,
            COALESCE(s.student_number, '') AS studentNumber, COALESCE(s.email, '') AS email, s.grade, s.signed_in_at AS signedInAt,
            s.secret_hash <> '' AS hasPasscode, e.joined_by_self AS joinedBySelf, e.left_at AS leftAt, u.content AS supports,
            (SELECT COUNT(DISTINCT t.assignment_id) FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id AND a.taken_back_at IS NULL
               JOIN attempts t ON t.assignment_id = a.id AND t.student_id = s.id AND t.handed_in_at IS NOT NULL
              WHERE g.student_id = s.id AND g.class_id = e.class_id) AS handedIn
       FROM enrolments e JOIN accounts s ON s.id = e.student_id LEFT JOIN student_supports u ON u.student_id = s.id
      WHERE e.class_id = :classId ORDER BY e.roll_number`,
    { classId },
  );
  const groups = await rows<{ id: number; name: string }>(
    database,
    'SELECT id, name FROM class_groups WHERE class_id = :classId ORDER BY name',
    { classId },
  );
  const members = await rows<{ groupId: number; studentId: number }>(
    database,
    'SELECT m.group_id AS groupId, m.student_id AS studentId FROM group_members m JOIN class_groups g ON g.id = m.group_id WHERE g.class_id = :classId',
    { classId },
  );
  const given = await row<{ n: number }>(
    database,
    'SELECT COUNT(*) AS n FROM assignment_classes WHERE class_id = :classId',
    { classId },
  );
  return {
    class: own,
    roll: roll.map(({ supports, ...one }) => ({
      ...one,
      signedInAt: toMillisOrNull(one.signedInAt),
      leftAt: toMillisOrNull(one.leftAt),
      hasPasscode: Boolean(one.hasPasscode),
      joinedBySelf: Boolean(one.joinedBySelf),
      groups: members.filter(({ studentId }) => studentId === one.id).map(({ groupId }) => groupId),
      supports: supports === null ? noSupports : fromJson<Supports>(supports),
    })),
    groups,
    assignments: given!.n,
  };
}

/** Students of the class, by their ids; one who is not, or has left, is not found. */
export async function insistOnStudents(
  database: Database,
  classId: number,
  students: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  const ids = [...new Set(students)];
  if (ids.length === 0) return;
  const found = await rows(
    database,
    'SELECT student_id FROM enrolments WHERE class_id = :classId AND student_id IN (:ids) AND left_at IS NULL',
    { classId, ids },
    transaction,
  );
  if (found.length !== ids.length)
    throw notFound(ids.length === 1 ? 'The student' : 'One of the students');
}

export async function describeStudent(
  { database }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  facts: BodyOf<typeof api.describeStudent>,
): Promise<void> {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, [studentId]);
  const other =
    facts.studentNumber === ''
      ? undefined
      : await row<{ name: string }>(
          database,
          "SELECT CONCAT(given_name, ' ', family_name) AS name FROM accounts WHERE school_id = :school AND student_number = :number AND id <> :studentId",
          { ...asking(me), number: facts.studentNumber, studentId },
        );
  if (other)
    throw invalid([
      { pointer: '/studentNumber', message: `That is ${other.name}’s student number.` },
    ]);
  await database.query(
    `UPDATE accounts SET given_name = :givenName, family_name = :familyName, student_number = :studentNumber, email = :email, grade = :grade WHERE id = :studentId`,
    {
      replacements: {
        ...facts,
        studentNumber: facts.studentNumber || null,
        email: facts.email || null,
        studentId,
      },
    },
  );
}

/** @returns how many attempts the student is working on: they go on and count */
export async function setLeft(
  { database, now }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  left: boolean,
): Promise<{ working: number }> {
  return database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const place = await row<{ leftAt: Date | null }>(
      database,
      'SELECT left_at AS leftAt FROM enrolments WHERE class_id = :classId AND student_id = :studentId FOR UPDATE',
      { classId, studentId },
      transaction,
    );
    if (!place) throw notFound('The student');
    const time = new Date(now());
    if ((place.leftAt !== null) !== left)
      await (left ? leave : comeBack)(database, { classId, studentId }, time, transaction);
    const working = await row<{ n: number }>(
      database,
      `SELECT COUNT(*) AS n FROM attempts t JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id
        WHERE t.student_id = :studentId AND g.class_id = :classId AND t.handed_in_at IS NULL`,
      { classId, studentId },
      transaction,
    );
    return { working: working!.n };
  });
}

/** New passcodes; the old ones and their sessions end, and so does waiting for wrong tries. */
export async function renewPasscodes(
  { database, throttle }: Context,
  me: SignedIn,
  classId: number,
  students: readonly number[],
) {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, students);
  const slips = await Promise.all(
    [...new Set(students)].map(async (studentId) => {
      const passcode = newPasscode();
      return { studentId, passcode, hash: await hashSecret(passcode) };
    }),
  );
  await database.transaction(async (transaction) => {
    for (const { studentId, hash } of slips)
      await database.query(
        "UPDATE accounts SET secret_hash = :hash WHERE id = :studentId AND role = 'student'",
        { replacements: { studentId, hash }, transaction },
      );
    await database.query('DELETE FROM sessions WHERE account_id IN (:students)', {
      replacements: { students: slips.map(({ studentId }) => studentId) },
      transaction,
    });
  });
  await throttle.forgive(slips.map(({ studentId }) => `student ${studentId}`));
  return slips.map(({ studentId, passcode }) => ({ studentId, passcode }));
}

export async function setSupports(
  { database, now }: Context,
  me: SignedIn,
  { classId, studentId }: { classId: number; studentId: number },
  content: Supports,
): Promise<void> {
  await insistOnRunning(database, me, classId);
  await insistOnStudents(database, classId, [studentId]);
  const none = JSON.stringify(content) === JSON.stringify(noSupports);
  await database.query(
    none
      ? 'DELETE FROM student_supports WHERE student_id = :studentId'
      : `INSERT INTO student_supports (student_id, content, changed_by, changed_at) VALUES (:studentId, :content, :me, :time)
         ON DUPLICATE KEY UPDATE content = VALUES(content), changed_by = VALUES(changed_by), changed_at = VALUES(changed_at)`,
    {
      replacements: {
        ...asking(me),
        studentId,
        content: JSON.stringify(content),
        time: new Date(now()),
      },
    },
  );
}

export const groupNameTaken = (name: string) =>
  new Problem(409, `There is a group “${name}” already.`, 'Choose another name.', [
    { pointer: '/name', message: 'There is a group of this name already.' },
  ]);
