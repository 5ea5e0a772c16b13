/** One assignment with everything about it, and where each of its students stands. */
import type { api, AnswerOf } from '@oaken/contract';
import type { Assigned } from '@oaken/contract/assignments';
import { canStillAnswer, mayBeAway, type AssignmentRules } from '@oaken/core/assignments';
import { accommodationsInWords } from '@oaken/core/accommodations';
import { mayRun } from '../access';
import { toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { readAssignments } from './rows';
import {
  schoolZone,
  standingOf,
  studentWindow,
  type StoredTimes,
  exceptionsOf,
  withAccommodation,
} from './times';
import type { AssignmentStudent, Attempt } from '../models';
import { present } from '@oaken/core/certain';
import type { SignedIn } from '../accounts/sessions';

/** A student of an assignment, with the attempts at it. */
interface Line {
  student: AssignmentStudent;
  attempts: Attempt[];
  /** Number on the roster of the class through which it came; null for guests. */
  rosterNumber: number | null;
}

async function readLines({ models }: Database, assignmentId: number): Promise<Line[]> {
  const { AssignmentStudent, Attempt, Enrollment } = models;
  const students = await AssignmentStudent.findAll({
    where: { assignmentId },
    include: [withAccommodation, 'class'],
  });
  const attempts = await Attempt.findAll({
    attributes: ['id', 'studentId', 'number', 'handedInAt', 'seenAt', 'conditions'],
    where: { assignmentId },
    order: ['number'],
  });
  const enrollments = await Enrollment.findAll({
    where: {
      classId: [...new Set(students.flatMap(({ classId }) => classId ?? []))],
      studentId: students.map(({ studentId }) => studentId),
    },
  });
  return students
    .map((student) => ({
      student,
      attempts: attempts.filter(({ studentId }) => studentId === student.studentId),
      rosterNumber:
        enrollments.find(
          ({ classId, studentId }) =>
            classId === student.classId && studentId === student.studentId,
        )?.rosterNumber ?? null,
    }))
    .sort(byRoster);
}

/** By class and roster number; guests last, by name. */
const byRoster = (a: Line, b: Line) =>
  Number(a.student.class === null) - Number(b.student.class === null) ||
  (a.student.class?.name ?? '').localeCompare(b.student.class?.name ?? '') ||
  (a.rosterNumber ?? 0) - (b.rosterNumber ?? 0) ||
  familyName(a).localeCompare(familyName(b));

const familyName = ({ student }: Line) => student.student?.familyName ?? '';

const isWorking = ({ attempts }: Line) => attempts.some(({ handedInAt }) => handedInAt === null);

export async function readAssignment(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  now: number,
): Promise<AnswerOf<typeof api.readAssignment>> {
  const { Assignment } = database.models;
  const [assignment] = await readAssignments(database, me, { id: assignmentId });
  if (!assignment) throw notFound('The assignment');
  const stored = present(
    await Assignment.findByPk(assignmentId, { include: ['edition'] }),
    'assignment',
  );
  const { sections } = present(stored.edition, 'edition').content;
  const { recipients } = stored;
  const lines = await readLines(database, assignmentId);
  return {
    assignment,
    who: recipients?.who ?? {
      classIds: assignment.classes.map(({ id }) => id),
      groupIds: [],
      studentIds: [],
      link: false,
    },
    visibleFrom: toMillisOrNull(stored.visibleFrom),
    answersFrom: toMillisOrNull(stored.answersFrom),
    word: stored.startWord,
    instructions: stored.instructions,
    note: stored.note,
    forms: recipients?.forms ?? [null],
    formsFor: recipients?.formsFor ?? [],
    sections: sections.map(({ id, title }) => ({ id, title })),
    link: stored.linkToken,
    students: lines.map((line) => assigned(line, assignment.rules.oneSitting ? now : null)),
    letters: await countLetters(database, assignmentId),
    mayChange: await mayRun(database, me, assignmentId),
  };
}

async function countLetters({ models }: Database, assignmentId: number) {
  const letters = await models.Letter.findAll({
    attributes: ['sentAt', 'abandonedAt'],
    where: { assignmentId },
  });
  const sent = letters.filter(({ sentAt }) => sentAt !== null).length;
  const failed = letters.filter(({ abandonedAt }) => abandonedAt !== null).length;
  return {
    sent,
    waiting: letters.filter((letter) => letter.sentAt === null && letter.abandonedAt === null)
      .length,
    failed,
  };
}

/** @param now null: it may be left as long as wanted */
function assigned(line: Line, now: number | null): Assigned {
  const { student, attempts } = line;
  const account = present(student.student, 'account of the student');
  const begun = attempts.at(-1);
  // What was fixed when the work began stays, whatever is changed since.
  const accommodations = begun?.conditions
    ? begun.conditions.accommodations
    : (account.accommodation?.content ?? null);
  return {
    studentId: student.studentId,
    name: account.fullName,
    className: student.class?.name ?? '',
    rosterNumber: line.rosterNumber,
    guest: account.guestOf !== null,
    form: student.form,
    state: stateOf(line),
    attempts: attempts.length,
    accommodations: accommodations ? accommodationsInWords(accommodations).join(', ') : '',
    closesAt: toMillisOrNull(student.closesAt),
    extraMinutes: student.extraMinutes,
    extraAttempts: student.extraAttempts,
    away: now !== null && attempts.some((attempt) => isAway(attempt, now)),
  };
}

const isAway = ({ handedInAt, seenAt }: Attempt, now: number) =>
  handedInAt === null && seenAt !== null && now - seenAt.getTime() > mayBeAway;

function stateOf(line: Line): Assigned['state'] {
  if (line.attempts.length === 0) return line.student.withdrawnAt ? 'withdrawn' : 'not-begun';
  return isWorking(line) ? 'working' : 'handed-in';
}

/** Students who were given it and can still give an answer. */
export async function whoCanAnswer(
  database: Database,
  assignmentId: number,
  stored: StoredTimes & { rules: AssignmentRules },
  now: number,
): Promise<number> {
  const zone = await schoolZone(database);
  const able = (await readLines(database, assignmentId)).filter((line) => {
    const { student, attempts } = line;
    if (student.withdrawnAt !== null && attempts.length === 0) return false;
    const exceptions = exceptionsOf(student);
    const handedIn = attempts.filter(({ handedInAt }) => handedInAt !== null).length;
    const window = studentWindow(stored, exceptions, zone);
    const standing = standingOf(window, exceptions, handedIn, isWorking(line));
    return canStillAnswer(stored.rules, standing, now);
  });
  return able.length;
}

export const somebodyCanAnswer = async (...asked: Parameters<typeof whoCanAnswer>) =>
  (await whoCanAnswer(...asked)) > 0;
