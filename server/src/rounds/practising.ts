/** Those who were absent get what was asked, as practice. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { usualRules, type AssignmentRules } from '@oaken/core/assignments';
import type { EditionEntry } from '@oaken/core/forms';
import type { Transaction } from 'sequelize';
import { askable } from '@oaken/core/rounds';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { readUnworded, stateOf } from './facts';
import { onlyQuestions, writeQuestions } from './questions';
import { sentence } from './sentences';

/** Without a limit, as often as wanted, with help. */
const rules: AssignmentRules = {
  ...usualRules,
  mode: 'practice',
  limitMinutes: null,
  warnMinutes: [],
  attempts: null,
};

type Practice = AnswerOf<typeof api.givePractice>;

/** @throws Problem 409 where nobody was absent, or no question has a wording */
export async function givePractice(
  context: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
  { clientKey }: BodyOf<typeof api.givePractice>,
): Promise<Practice> {
  const { database, now } = context;
  const { Assignment, Round } = database.models;
  const round = await Round.findByPk(roundId, { include: ['edition'] });
  if (!round) throw notFound('round');
  const { edition } = await editions.get(round.editionId);
  const { worded, leftOut } = await askedEntriesOf(database, round, edition.sections);
  if (worded.size === 0) throw problem('nothing-to-practise');
  const students = await absentStudents(database, round);
  if (students.length === 0) throw problem('nobody-was-absent');
  const told = { students: students.length, questions: worded.size, leftOut };
  return database.transaction(async (transaction) => {
    const assignedBy = me.account.id;
    await Round.findByPk(roundId, { attributes: ['id'], lock: true, transaction });
    const earlier = await Assignment.findOne({ where: { assignedBy, clientKey }, transaction });
    if (earlier) return { ...told, assignmentId: earlier.id };
    const editionId = await writeQuestions(
      context,
      {
        testId: round.edition?.testId ?? null,
        edition: onlyQuestions(edition, ({ id }) => worded.has(id)),
      },
      transaction,
    );
    const at = new Date(now());
    const { id: assignmentId } = await Assignment.create(
      {
        schoolId: round.schoolId,
        editionId,
        assignedBy,
        title: sentence('practice', { title: round.title }).slice(0, 200),
        kind: 'quiz',
        opensAt: at,
        closesAt: null,
        rules,
        recipients: {
          who: { classIds: [], groupIds: [], studentIds: students, link: false },
          forms: [null],
          formsFor: [],
        },
        clientKey,
        createdAt: at,
      },
      { transaction },
    );
    await writeStudents(database, { assignmentId, classId: round.classId, students }, transaction);
    return { ...told, assignmentId };
  });
}

async function writeStudents(
  { models }: Database,
  {
    assignmentId,
    classId,
    students,
  }: { assignmentId: number; classId: number; students: number[] },
  transaction: Transaction,
): Promise<void> {
  await models.AssignmentClass.create(
    { assignmentId, classId, wholeClass: false },
    { transaction },
  );
  await models.AssignmentStudent.bulkCreate(
    students.map((studentId, seat) => ({ assignmentId, studentId, classId, seat })),
    { transaction },
  );
}

/** What was asked and can be answered alone: with its wording. */
async function askedEntriesOf(
  { models }: Database,
  round: Round,
  sections: { entries: EditionEntry[] }[],
): Promise<{ worded: Set<string>; leftOut: number }> {
  const { askings, pace } = stateOf(round);
  const opened = new Set(
    askings.filter(({ openedAt }) => openedAt !== null).map(({ entry }) => entry),
  );
  const asked = askable(sections).filter(({ id }) => pace !== null || opened.has(id));
  const without = await readUnworded(models, asked);
  const worded = asked.filter(({ itemId }) => !without.has(itemId));
  return {
    worded: new Set(worded.map(({ id }) => id)),
    leftOut: asked.length - worded.length,
  };
}

/** Students of the class who answered nothing. */
async function absentStudents(
  { models }: Database,
  { id: roundId, classId }: Round,
): Promise<number[]> {
  const [enrollments, answers] = await Promise.all([
    models.Enrollment.findAll({ where: { classId, leftAt: null }, order: ['rosterNumber'] }),
    models.RoundAnswer.findAll({
      attributes: ['studentId', 'responses'],
      where: { roundId },
    }),
  ]);
  const answered = new Set(
    answers.filter(({ responses }) => responses !== null).map(({ studentId }) => studentId),
  );
  return enrollments.map(({ studentId }) => studentId).filter((id) => !answered.has(id));
}
