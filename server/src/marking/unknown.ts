/** Short answers that earned nothing: the same ones together, until somebody says what they are worth. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { kindOf } from '@oaken/core/items';
import { sameSpelling } from '@oaken/core/marking';
import { day } from '@oaken/core/timing';
import { Op } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readAssignments } from '../assignments/rows';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import {
  answerTo,
  findAssignment,
  findPart,
  isTyped,
  readAnswers,
  type Answered,
  type Handed,
  type PartPath,
} from './marked-part';
import { valuesOf } from '../models/subquery';
import { notFound } from '../problems/problem';

/** Older work is left in peace. Common practice, no source. */
const recent = 30 * day;
const longestSpelling = 200;

interface Unknown {
  spelling: string;
  responseText: string;
  students: number;
}

/** The answers to a part that its key gives nothing for, gathered by what they say. */
function unknownIn({ entry, part }: Handed, answers: Answered[]): Unknown[] {
  const unknownAnswers = new Map<string, Unknown>();
  const kind = kindOf(part);
  for (const answer of answers) {
    const response = answer.entry === entry.id ? answerTo(part, answer.responses) : undefined;
    if (typeof response !== 'string' || kind.score(part, response as never) > 0) continue;
    const spelling = sameSpelling(response).slice(0, longestSpelling);
    const held = unknownAnswers.get(spelling);
    if (held) held.students++;
    else unknownAnswers.set(spelling, { spelling, responseText: response.trim(), students: 1 });
  }
  return [...unknownAnswers.values()].sort((a, b) => b.students - a.students);
}

async function readWrong({ models }: Database, assignmentId: number[]) {
  const rejected = await models.RejectedAnswer.findAll({ where: { assignmentId } });
  return rejected.map(({ assignmentId: id, entryId, partId, spelling }) => ({
    assignmentId: id,
    entryId,
    partId,
    spelling,
  }));
}

export async function listUnknown(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>['unknown']> {
  const { database, now } = context;
  const since = new Date(now() - recent);
  const handedIn = valuesOf(database.models.Attempt, 'assignmentId', {
    handedInAt: { [Op.gt]: since },
  });
  const assignments = await readAssignments(database, me, { id: { [Op.in]: handedIn } });
  const wrong = new Set(
    (
      await readWrong(
        database,
        assignments.map(({ id }) => id),
      )
    ).map(
      (settledSpelling) =>
        `${settledSpelling.assignmentId} ${settledSpelling.entryId} ${settledSpelling.partId} ${settledSpelling.spelling}`,
    ),
  );
  const lines = [];
  // A wrong number is seldom a new way to be right: those are looked at from the results.
  for (const { id, title, recipients } of assignments) {
    const typed = (await findAssignment(context, editions, me, id)).parts.filter(
      ({ part, entry }) =>
        kindOf(part).typed === 'words' &&
        entry.override === undefined &&
        // What is right for one student is wrong for another.
        entry.variant === undefined,
    );
    if (typed.length === 0) continue;
    const answers = await readAnswers(database, id, [
      ...new Set(typed.map(({ entry }) => entry.id)),
    ]);
    for (const handed of typed) {
      const left = unknownIn(handed, answers).filter(
        ({ spelling }) => !wrong.has(`${id} ${handed.entry.id} ${handed.part.id} ${spelling}`),
      );
      if (left.length > 0)
        lines.push({
          assignmentId: id,
          title,
          recipients,
          entry: handed.entry.id,
          part: handed.part.id,
          stem: handed.entry.content.stem,
          answers: left.length,
          students: left.reduce((sum, { students }) => sum + students, 0),
        });
    }
  }
  return lines;
}

export async function readUnknown(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
): Promise<AnswerOf<typeof api.readUnknown>> {
  const part = await findPart(context, editions, me, path, isTyped);
  if (part.entry.variant !== undefined) throw notFound('question');
  const answers = await readAnswers(context.database, path.assignmentId, [path.entryId]);
  const wrong = new Set(
    (await readWrong(context.database, [path.assignmentId]))
      .filter(({ entryId, partId }) => entryId === path.entryId && partId === path.partId)
      .map(({ spelling }) => spelling),
  );
  return {
    title: part.title,
    stem: part.entry.content.stem,
    key: kindOf(part.part).keyInWords(part.part),
    mayDecide: part.mayMark,
    answers: unknownIn(part, answers).map((unknown) => ({
      ...unknown,
      staysWrong: wrong.has(unknown.spelling),
    })),
  };
}

export async function decideWrong(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  { spellings, wrong }: BodyOf<typeof api.decideWrong>,
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  await findPart(context, editions, me, path, isTyped);
  const { RejectedAnswer } = database.models;
  const { assignmentId, entryId, partId } = path;
  if (!wrong) {
    await RejectedAnswer.destroy({ where: { assignmentId, entryId, partId, spelling: spellings } });
    return;
  }
  const decision = { decidedBy: me.account.id, decidedAt: new Date(now()) };
  await RejectedAnswer.bulkCreate(
    spellings.map((spelling) => ({ assignmentId, entryId, partId, spelling, ...decision })),
    { ignoreDuplicates: true },
  );
}
