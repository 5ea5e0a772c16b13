/** Which part of which item of which assignment, and who may look at it. */
import { present } from '@oaken/core/certain';
import {
  entriesOf,
  entryFor,
  exampleEntry,
  type Edition,
  type EditionEntry,
} from '@oaken/core/forms';
import {
  forSitting,
  kindOf,
  onPaperAnswerTo,
  responseTo,
  type Part,
  type Responses,
  type SittingPart,
} from '@oaken/core/items';
import { Op } from 'sequelize';
import { readAssigned } from '../assignments/assigned';
import { rule, mayRun } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { notFound } from '../problems/problem';

export interface PartPath {
  assignmentId: number;
  entryId: string;
  partId: string;
}

export interface Handed {
  entry: EditionEntry;
  part: Part;
  /** Of the item, in the test's own order, from 1. */
  number: number;
  /** What was drawn for the student of a seed; none where all have the same question. */
  variantFor(seed: string): string | undefined;
}

export const isByHand = (part: Part) => kindOf(part).markedBy === 'hand';
/** What a key decides on a screen, and a person where it was written on paper. */
const isKeyed = (part: Part) => kindOf(part).markedBy === 'machine';
/** Parts that a person may have to mark. */
export const mayBeByHand = (part: Part) => isByHand(part) || isKeyed(part);

const isHandwritten = (part: Part, responses: Responses): boolean => {
  const onPaper = onPaperAnswerTo(part.id, responses);
  return onPaper !== null && 'handwritten' in onPaper;
};

/** Whether a person marks this answer. */
export const isMarkedByHand = (part: Part, responses: Responses): boolean =>
  isByHand(part) || (isKeyed(part) && isHandwritten(part, responses));

/** Parts that a person marks, in general or because somebody answered them on paper. */
export function partsByHand(parts: readonly Handed[], answers: readonly Answered[]): Handed[] {
  return parts.filter(
    ({ entry, part }) =>
      isByHand(part) ||
      answers.some((answer) => answer.entry === entry.id && isMarkedByHand(part, answer.responses)),
  );
}

/** Typed answers that a key compares: the kinds whose key can take one more. */
export const isTyped = (part: Part) => kindOf(part).typed !== undefined;

export const shownOf = ({ entry, part }: Handed): SittingPart =>
  present(
    forSitting(entry.content).parts.find(({ id }) => id === part.id),
    'part as students see it',
  );

export interface Found {
  title: string;
  editionId: number;
  mayMark: boolean;
  parts: Handed[];
}

/** @throws Problem 404 for what is not mine */
export async function findAssignment(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<Found> {
  const { Assignment } = database.models;
  const assignment = await Assignment.scope(rule('readableBy', me)).findByPk(assignmentId);
  if (!assignment) throw notFound('assignment');
  const { editionId, title } = assignment;
  const mayMark = await mayRun(database, me, assignmentId);
  return { editionId, title, mayMark, parts: await partsOf(editions, editionId) };
}

export async function partsOf(editions: Editions, editionId: number): Promise<Handed[]> {
  return partsIn((await editions.get(editionId)).edition);
}

export function partsIn(edition: Edition): Handed[] {
  return entriesOf(edition).flatMap((original, index) => {
    // A question that makes itself is shown as an example; beside an answer stands what was drawn for it.
    const entry = exampleEntry(original);
    const variantFor = (seed: string) => entryFor(original, seed).variant;
    return entry.content.parts.map((part) => ({ entry, part, number: index + 1, variantFor }));
  });
}

/** @throws Problem 404 for what is not mine, or no part of the kind that is asked for */
export async function findPart(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, entryId, partId }: PartPath,
  fits: (part: Part) => boolean = isByHand,
): Promise<Found & Handed> {
  const assignment = await findAssignment(context, editions, me, assignmentId);
  const handed = assignment.parts.find(
    ({ entry, part }) => entry.id === entryId && part.id === partId && fits(part),
  );
  if (!handed) throw notFound('question');
  return { ...assignment, ...handed };
}

export interface Answered {
  attemptId: number;
  entry: string;
  studentId: number;
  name: string;
  className: string | null;
  rosterNumber: number | null;
  seed: string;
  responses: Responses;
}

/** Everybody's handed-in answers to some entries, in the order of handing in. */
export async function readAnswers(
  database: Database,
  assignmentId: number,
  entries: string[],
): Promise<Answered[]> {
  const answers = await database.models.Answer.findAll({
    where: { entryId: entries },
    include: [
      {
        association: 'attempt',
        attributes: ['id', 'studentId', 'handedInAt', 'seed'],
        where: { assignmentId, handedInAt: { [Op.ne]: null } },
      },
    ],
    order: [
      ['attempt', 'handedInAt', 'ASC'],
      ['attempt', 'id', 'ASC'],
    ],
  });
  const students = await readAssigned(database, assignmentId);
  const studentOf = new Map(students.map((student) => [student.studentId, student]));
  return answers.flatMap(({ attempt, entryId, responses }): Answered[] => {
    const student = attempt && studentOf.get(attempt.studentId);
    if (!student) return [];
    return [
      {
        attemptId: attempt.id,
        entry: entryId,
        studentId: student.studentId,
        name: student.name,
        className: student.className,
        rosterNumber: student.rosterNumber,
        seed: attempt.seed,
        responses,
      },
    ];
  });
}

/** Answers to entries of several assignments, without who gave them. */
export async function readResponses(
  { models }: Database,
  assignmentIds: readonly number[],
  entryIds: readonly string[],
): Promise<{ assignmentId: number; attemptId: number; entry: string; responses: Responses }[]> {
  if (assignmentIds.length === 0 || entryIds.length === 0) return [];
  const answers = await models.Answer.findAll({
    attributes: ['entryId', 'attemptId', 'responses'],
    where: { entryId: [...new Set(entryIds)] },
    include: [
      {
        association: 'attempt',
        attributes: ['assignmentId'],
        where: { assignmentId: [...assignmentIds], handedInAt: { [Op.ne]: null } },
      },
    ],
    order: [
      ['attempt', 'handedInAt', 'ASC'],
      ['attempt', 'id', 'ASC'],
    ],
  });
  return answers.flatMap(({ attempt, attemptId, entryId, responses }) =>
    attempt ? [{ assignmentId: attempt.assignmentId, attemptId, entry: entryId, responses }] : [],
  );
}

/** The answer to one part; undefined where there is none. */
export function answerTo(part: Part, responses: Responses): unknown {
  if (isHandwritten(part, responses)) return responses[part.id];
  const response = responseTo(part, responses);
  return response === undefined || kindOf(part).isEmpty(response) ? undefined : response;
}
