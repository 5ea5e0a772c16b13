/** Who gets an assignment: classes, groups and single students of mine, each student once. */
import type { api, AnswerOf } from '@oaken/contract';
import type { Who } from '@oaken/contract/assignments';
import type { AssignmentRules, Recipients } from '@oaken/core/assignments';
import { countSupports } from '@oaken/core/supports';
import type { Transaction } from 'sequelize';
import { asking, ownAssignment, ownClass } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { supportsOf } from './times';

export interface Recipient {
  studentId: number;
  /** The class through which it comes: a chosen one, or that of the group, or one that I teach. */
  classId: number;
  groupIds: number[];
}

export interface Resolved {
  recipients: Recipient[];
  /** Every class that somebody comes through, and whether all of it was chosen. */
  classes: { id: number; whole: boolean }[];
  words: Recipients;
}

const none = [0];
const orNone = (ids: readonly number[]) => (ids.length > 0 ? [...new Set(ids)] : none);

/** @throws Problem 404 where something is not mine */
export async function resolveWho(
  database: Database,
  me: SignedIn,
  who: Who,
  transaction?: Transaction,
): Promise<Resolved> {
  const values = {
    ...asking(me),
    classIds: orNone(who.classIds),
    groupIds: orNone(who.groupIds),
    studentIds: orNone(who.studentIds),
  };
  const classes = await rows<{ id: number; name: string }>(
    database,
    `SELECT c.id, c.name FROM classes c WHERE c.id IN (:classIds) AND c.put_away_at IS NULL AND ${ownClass} ORDER BY c.name`,
    values,
    transaction,
  );
  const groups = await rows<{ id: number; name: string; className: string }>(
    database,
    `SELECT q.id, q.name, c.name AS className FROM class_groups q JOIN classes c ON c.id = q.class_id
      WHERE q.id IN (:groupIds) AND c.put_away_at IS NULL AND ${ownClass} ORDER BY c.name, q.name`,
    values,
    transaction,
  );
  const reached = await rows<{
    studentId: number;
    classId: number;
    groupId: number | null;
    by: number;
    name: string;
  }>(
    database,
    `SELECT e.student_id AS studentId, e.class_id AS classId, NULL AS groupId, 0 AS \`by\`, '' AS name
       FROM enrolments e WHERE e.class_id IN (:classIds) AND e.left_at IS NULL
      UNION ALL
     SELECT m.student_id, q.class_id, q.id, 1, '' FROM group_members m JOIN class_groups q ON q.id = m.group_id
       JOIN enrolments e ON e.class_id = q.class_id AND e.student_id = m.student_id AND e.left_at IS NULL WHERE q.id IN (:groupIds)
      UNION ALL
     SELECT e.student_id, e.class_id, NULL, 2, CONCAT(s.given_name, ' ', s.family_name) FROM enrolments e JOIN classes c ON c.id = e.class_id
       JOIN accounts s ON s.id = e.student_id
      WHERE e.student_id IN (:studentIds) AND e.left_at IS NULL AND c.put_away_at IS NULL AND ${ownClass}
      ORDER BY \`by\`, classId, studentId`,
    values,
    transaction,
  );
  if (classes.length !== new Set(who.classIds).size) throw notFound('One of the classes');
  if (groups.length !== new Set(who.groupIds).size) throw notFound('One of the groups');
  const singles = new Map(
    reached.filter(({ by }) => by === 2).map((own) => [own.studentId, own.name.trim()]),
  );
  if (singles.size !== new Set(who.studentIds).size) throw notFound('One of the students');

  const byStudent = new Map<number, Recipient>();
  for (const { studentId, classId, groupId } of reached) {
    const own = byStudent.get(studentId) ?? { studentId, classId, groupIds: [] };
    if (groupId !== null) own.groupIds.push(groupId);
    byStudent.set(studentId, own);
  }
  const recipients = [...byStudent.values()];
  const through = new Set([...who.classIds, ...recipients.map(({ classId }) => classId)]);
  return {
    recipients,
    classes: [...through].map((id) => ({ id, whole: who.classIds.includes(id) })),
    words: {
      classes: classes.map(({ name }) => name),
      groups: groups.map(({ name, className }) => `${name} of ${className}`),
      students: [...singles.values()],
      link: who.link,
    },
  };
}

/** The head count, the supports, and what these students have within some weeks from whichever teacher. */
export async function readRecipients(
  { database, post }: Context,
  me: SignedIn,
  who: Who,
): Promise<AnswerOf<typeof api.readRecipients>> {
  const { recipients } = await resolveWho(database, me, who);
  const ids = orNone(recipients.map(({ studentId }) => studentId));
  const supports = (
    await rows<{ supports: unknown }>(
      database,
      'SELECT content AS supports FROM student_supports WHERE student_id IN (:ids)',
      { ids },
    )
  ).map((own) => supportsOf(own)!);
  const has = await rows<{
    assignmentId: number;
    title: string;
    kind: string;
    teacher: string;
    mine: number;
    opensAt: Date;
    closesAt: Date | null;
    rules: unknown;
    students: number;
  }>(
    database,
    `SELECT a.id AS assignmentId, a.title, a.kind, CONCAT(t.given_name, ' ', t.family_name) AS teacher, ${ownAssignment} AS mine,
            a.opens_at AS opensAt, a.closes_at AS closesAt, a.rules, COUNT(*) AS students
       FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id JOIN accounts t ON t.id = a.given_by
      WHERE g.student_id IN (:ids) AND g.withdrawn_at IS NULL AND a.taken_back_at IS NULL
        AND (a.closes_at IS NULL OR a.closes_at > :now - INTERVAL 14 DAY)
      GROUP BY a.id ORDER BY a.closes_at IS NULL, a.closes_at LIMIT 200`,
    { ...asking(me), ids },
  );
  const mail = await row<{ n: number }>(
    database,
    'SELECT COUNT(*) AS n FROM accounts WHERE id IN (:ids) AND email IS NOT NULL',
    { ids },
  );
  const forms = new Map<string, number>();
  for (const { form } of supports) if (form !== null) forms.set(form, (forms.get(form) ?? 0) + 1);
  return {
    students: recipients.length,
    reachable: post ? mail!.n : null,
    supports: countSupports(supports),
    forms: [...forms].map(([name, students]) => ({ name, students })),
    has: has.map(({ rules, ...own }) => ({
      ...own,
      mine: Boolean(own.mine),
      opensAt: toMillis(own.opensAt),
      closesAt: toMillisOrNull(own.closesAt),
      limitMinutes: fromJson<AssignmentRules>(rules).limitMinutes,
    })),
  };
}

export async function listGroups(
  database: Database,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listGroups>> {
  const found = await rows<{
    id: number;
    name: string;
    classId: number;
    className: string;
    students: string | null;
  }>(
    database,
    `SELECT q.id, q.name, q.class_id AS classId, c.name AS className,
            (SELECT GROUP_CONCAT(m.student_id) FROM group_members m JOIN enrolments e ON e.student_id = m.student_id AND e.class_id = q.class_id AND e.left_at IS NULL
              WHERE m.group_id = q.id) AS students
       FROM class_groups q JOIN classes c ON c.id = q.class_id WHERE c.put_away_at IS NULL AND ${ownClass} ORDER BY c.name, q.name`,
    asking(me),
  );
  return {
    groups: found.map(({ students, ...own }) => ({
      ...own,
      students: students ? students.split(',').map(Number) : [],
    })),
  };
}
