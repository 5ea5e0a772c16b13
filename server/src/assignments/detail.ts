/** One assignment with everything about it, and where each of its students stands. */
import type { api, AnswerOf } from '@oaken/contract';
import type { Assigned } from '@oaken/contract/assignments';
import { mayBeAway } from '@oaken/core/assignments';
import { accommodationsInWords } from '@oaken/core/accommodations';
import { mayRun } from '../access';
import { toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { readAssignments } from './rows';
import { standardsOfEditions } from './standards';
import { isWorking, readStudentAttempts, type StudentAttempts } from '../attempts/students';
import type { Attempt } from '../models';
import { present } from '@oaken/core/certain';
import type { SignedIn } from '../access/signed-in';

export async function readAssignment(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  now: number,
): Promise<AnswerOf<typeof api.readAssignment>> {
  const { Assignment } = database.models;
  const [assignment] = await readAssignments(database, me, { id: assignmentId });
  if (!assignment) throw notFound('assignment');
  const stored = present(
    await Assignment.findByPk(assignmentId, { include: ['edition'] }),
    'assignment',
  );
  const { sections } = present(stored.edition, 'edition').content;
  const { recipients } = stored;
  const lines = await readStudentAttempts(database, assignmentId);
  const ofItems = await standardsOfEditions(database, [stored.editionId]);
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
    standards: stored.standards,
    itemStandards: ofItems.get(stored.editionId) ?? [],
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
function assigned(line: StudentAttempts, now: number | null): Assigned {
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

function stateOf(line: StudentAttempts): Assigned['state'] {
  if (line.attempts.length === 0) return line.student.withdrawnAt ? 'withdrawn' : 'not-begun';
  return isWorking(line) ? 'working' : 'handed-in';
}
