/** Short answers that earned nothing: the same ones together, until somebody says what they are worth. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { valueOf } from '@oaken/core/certain';
import { kindOf } from '@oaken/core/items';
import { groupBy } from '@oaken/core/lists';
import { sameSpelling } from '@oaken/core/marking';
import { day } from '@oaken/core/timing';
import { Op } from 'sequelize';
import { insistOnRunningAssignment, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readAssignments } from '../assignments/rows';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { byId } from '../database/by-id';
import { type Database } from '../database/connect';
import {
  answerTo,
  findPart,
  isTyped,
  partsIn,
  readAnswers,
  readResponses,
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
function unknownIn(
  { entry, part }: Handed,
  answers: readonly Pick<Answered, 'entry' | 'responses'>[],
): Unknown[] {
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

/** Words that a key compares. A wrong number is seldom a new way to be right: those are looked at from the results. */
const isCompared = ({ part, entry }: Handed) =>
  kindOf(part).typed === 'words' &&
  entry.override === undefined &&
  // What is right for one student is wrong for another.
  entry.variant === undefined;

/** Assignments of which something was handed in lately, each with its typed parts; those without are left out. */
async function readTyped({ database, now }: Context, editions: Editions, me: SignedIn) {
  const { Assignment, Attempt } = database.models;
  const handedIn = valuesOf(Attempt, 'assignmentId', {
    handedInAt: { [Op.gt]: new Date(now() - recent) },
  });
  const assignments = await Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id', 'editionId'],
    where: { id: { [Op.in]: handedIn } },
  });
  const held = await editions.all(assignments.map(({ editionId }) => editionId));
  return assignments.flatMap(({ id, editionId }) => {
    const typed = partsIn(valueOf(held, editionId).edition).filter(isCompared);
    return typed.length > 0 ? [{ id, typed }] : [];
  });
}

export async function listUnknown(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>['unknown']> {
  const { database } = context;
  const assignments = await readTyped(context, editions, me);
  if (assignments.length === 0) return [];
  const ids = assignments.map(({ id }) => id);
  const entryIds = assignments.flatMap(({ typed }) => typed.map(({ entry }) => entry.id));
  const [answers, settled] = await Promise.all([
    readResponses(database, ids, entryIds),
    readWrong(database, ids),
  ]);
  const wrong = new Set(
    settled.map(({ assignmentId, entryId, partId, spelling }) =>
      [assignmentId, entryId, partId, spelling].join(' '),
    ),
  );
  const answersIn = groupBy(answers, ({ assignmentId }) => assignmentId);
  const open = assignments.flatMap(({ id, typed }) =>
    typed.flatMap((handed) => {
      const { entry, part } = handed;
      const left = unknownIn(handed, answersIn.get(id) ?? []).filter(
        ({ spelling }) => !wrong.has([id, entry.id, part.id, spelling].join(' ')),
      );
      return left.length > 0 ? [{ id, handed, left }] : [];
    }),
  );
  if (open.length === 0) return [];
  const rows = byId(
    await readAssignments(database, me, { id: [...new Set(open.map(({ id }) => id))] }),
  );
  return open.map(({ id, handed: { entry, part }, left }) => {
    const { title, recipients } = valueOf(rows, id);
    return {
      assignmentId: id,
      title,
      recipients,
      entry: entry.id,
      part: part.id,
      stem: entry.content.stem,
      answers: left.length,
      students: left.reduce((sum, { students }) => sum + students, 0),
    };
  });
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
