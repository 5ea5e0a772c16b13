/** One assignment with everything about it, and where each of its students stands. */
import type { api, AnswerOf } from '@oaken/contract';
import type { Assigned, Who } from '@oaken/contract/assignments';
import { canStillAnswer, mayBeAway, type AssignmentRules } from '@oaken/core/assignments';
import { supportsInWords, type Supports } from '@oaken/core/supports';
import type { Transaction } from 'sequelize';
import { asking, runsAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { fromJson, row, rows, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { readAssignments } from './rows';
import {
  ownColumns,
  schoolZone,
  standingOf,
  studentWindow,
  supportsOf,
  type StoredOwn,
  type StoredTimes,
} from './times';

interface Line extends StoredOwn {
  studentId: number;
  name: string;
  className: string | null;
  rollNumber: number | null;
  guest: number;
  form: string | null;
  withdrawnAt: Date | null;
  attempts: number;
  working: number;
  seenAt: Date | null;
  given: unknown;
}

const lines = (database: Database, assignmentId: number, transaction?: Transaction) =>
  rows<Line>(
    database,
    `SELECT g.student_id AS studentId, CONCAT(s.given_name, ' ', s.family_name) AS name, c.name AS className, n.roll_number AS rollNumber,
            s.guest_of IS NOT NULL AS guest, g.form, g.withdrawn_at AS withdrawnAt, ${ownColumns},
            COUNT(t.id) AS attempts, COALESCE(SUM(t.handed_in_at IS NULL AND t.id IS NOT NULL), 0) AS working, MAX(t.given) AS given,
            MAX(IF(t.handed_in_at IS NULL, t.seen_at, NULL)) AS seenAt
       FROM assignment_students g JOIN accounts s ON s.id = g.student_id LEFT JOIN classes c ON c.id = g.class_id
       LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
       LEFT JOIN student_supports u ON u.student_id = g.student_id
       LEFT JOIN attempts t ON t.assignment_id = g.assignment_id AND t.student_id = g.student_id
      WHERE g.assignment_id = :assignmentId GROUP BY g.student_id ORDER BY c.name IS NULL, c.name, n.roll_number, s.family_name`,
    { assignmentId },
    transaction,
  );

interface StoredWishes {
  who: Who;
  forms: (string | null)[];
  formsFor: { classId?: number | undefined; groupId?: number | undefined; form: string | null }[];
}

export async function readAssignment(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  now: number,
): Promise<AnswerOf<typeof api.readAssignment>> {
  const [assignment] = await readAssignments(database, me, 'a.id = :assignmentId', {
    assignmentId,
  });
  if (!assignment) throw notFound('The assignment');
  const own = (await row<{
    visibleFrom: Date | null;
    answersFrom: Date | null;
    word: string;
    instructions: string;
    note: string;
    wishes: unknown;
    link: string | null;
    mayChange: number;
    sectionIds: unknown;
    sectionTitles: unknown;
  }>(
    database,
    `SELECT a.visible_from AS visibleFrom, a.answers_from AS answersFrom, a.word, a.instructions, a.note, a.wishes, a.link_token AS link,
            ${runsAssignment} AS mayChange, JSON_EXTRACT(e.content, '$.sections[*].id') AS sectionIds, JSON_EXTRACT(e.content, '$.sections[*].title') AS sectionTitles
       FROM assignments a JOIN editions e ON e.id = a.edition_id WHERE a.id = :assignmentId`,
    { ...asking(me), assignmentId },
  ))!;
  const wishes = own.wishes === null ? null : fromJson<StoredWishes>(own.wishes);
  return {
    assignment,
    who: wishes?.who ?? {
      classIds: assignment.classes.map(({ id }) => id),
      groupIds: [],
      studentIds: [],
      link: false,
    },
    visibleFrom: toMillisOrNull(own.visibleFrom),
    answersFrom: toMillisOrNull(own.answersFrom),
    word: own.word,
    instructions: own.instructions,
    note: own.note,
    forms: wishes?.forms ?? [null],
    formsFor: wishes?.formsFor ?? [],
    sections: fromJson<string[]>(own.sectionIds).map((id, at) => ({
      id,
      title: fromJson<string[]>(own.sectionTitles)[at] ?? '',
    })),
    link: own.link,
    students: (await lines(database, assignmentId)).map((line) =>
      assigned(line, assignment.rules.oneSitting ? now : null),
    ),
    letters: await countLetters(database, assignmentId),
    mayChange: Boolean(own.mayChange),
  };
}

async function countLetters(database: Database, assignmentId: number) {
  const found = await row<{ sent: number; waiting: number; failed: number }>(
    database,
    `SELECT COALESCE(SUM(sent_at IS NOT NULL), 0) AS sent, COALESCE(SUM(sent_at IS NULL AND given_up_at IS NULL), 0) AS waiting,
            COALESCE(SUM(given_up_at IS NOT NULL), 0) AS failed FROM letters WHERE assignment_id = :assignmentId`,
    { assignmentId },
  );
  return {
    sent: Number(found!.sent),
    waiting: Number(found!.waiting),
    failed: Number(found!.failed),
  };
}

/** @param now null: it may be left as long as wanted */
function assigned(own: Line, now: number | null): Assigned {
  const fixed =
    own.given === null ? null : fromJson<{ supports: Supports | null }>(own.given).supports;
  const supports = own.given === null ? supportsOf(own) : fixed;
  return {
    studentId: own.studentId,
    name: own.name.trim(),
    className: own.className ?? '',
    rollNumber: own.rollNumber,
    guest: Boolean(own.guest),
    form: own.form,
    state:
      own.attempts === 0
        ? own.withdrawnAt
          ? 'withdrawn'
          : 'not-begun'
        : own.working > 0
          ? 'working'
          : 'handed-in',
    attempts: own.attempts,
    supports: supports ? supportsInWords(supports).join(', ') : '',
    closesAt: toMillisOrNull(own.ownClosesAt),
    extraMinutes: own.extraMinutes,
    extraAttempts: own.extraAttempts,
    away:
      own.working > 0 &&
      now !== null &&
      own.seenAt !== null &&
      now - own.seenAt.getTime() > mayBeAway,
  };
}

/** Students who were given it and can still give an answer. */
export async function whoCanAnswer(
  database: Database,
  assignmentId: number,
  stored: StoredTimes & { rules: AssignmentRules },
  now: number,
): Promise<number> {
  const zone = await schoolZone(database);
  const able = (await lines(database, assignmentId)).filter((own) => {
    if (own.withdrawnAt !== null && own.attempts === 0) return false;
    const standing = standingOf(
      studentWindow(stored, own, zone),
      own,
      own.attempts - own.working,
      own.working > 0,
    );
    return canStillAnswer(stored.rules, standing, now);
  });
  return able.length;
}

export const somebodyCanAnswer = async (...asked: Parameters<typeof whoCanAnswer>) =>
  (await whoCanAnswer(...asked)) > 0;
