/** Which part of which item of which assignment, and who may look at it. */
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import {
  forSitting,
  kindOf,
  responseTo,
  type Part,
  type Responses,
  type SittingPart,
} from '@oaken/core/items';
import { asking, ownAssignment, runsAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { fromJson, row, rows, type Database } from '../database/connect';
import { notFound } from '../http/problem';

export interface Place {
  assignmentId: number;
  entryId: string;
  partId: string;
}

export interface Handed {
  entry: EditionEntry;
  part: Part;
  /** Of the item, in the test's own order, from 1. */
  number: number;
}

export const isByHand = (part: Part) => kindOf(part).markedBy === 'hand';
/** Typed answers that a key compares: the kinds whose key can take one more. */
export const isTyped = ({ kind }: Part) => kind === 'short-text' || kind === 'numeric';

export const shownOf = ({ entry, part }: Handed): SittingPart =>
  forSitting(entry.content).parts.find(({ id }) => id === part.id)!;

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
  const own = await row<{ editionId: number; title: string; mayMark: number }>(
    database,
    `SELECT a.edition_id AS editionId, a.title, ${runsAssignment} AS mayMark FROM assignments a WHERE a.id = :assignmentId AND ${ownAssignment}`,
    { ...asking(me), assignmentId },
  );
  if (!own) throw notFound('The assignment');
  return { ...own, mayMark: Boolean(own.mayMark), parts: await partsOf(editions, own.editionId) };
}

export async function partsOf(editions: Editions, editionId: number): Promise<Handed[]> {
  const { edition } = await editions.get(editionId);
  return entriesOf(edition).flatMap((entry, at) =>
    entry.content.parts.map((part) => ({ entry, part, number: at + 1 })),
  );
}

/** @throws Problem 404 for what is not mine, or no part of the kind that is asked for */
export async function findPart(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, entryId, partId }: Place,
  fits: (part: Part) => boolean = isByHand,
): Promise<Found & Handed> {
  const found = await findAssignment(context, editions, me, assignmentId);
  const own = found.parts.find(
    ({ entry, part }) => entry.id === entryId && part.id === partId && fits(part),
  );
  if (!own) throw notFound('The question');
  return { ...found, ...own };
}

export interface Answered {
  attemptId: number;
  entry: string;
  studentId: number;
  name: string;
  className: string | null;
  rollNumber: number | null;
  responses: Responses;
}

/** Everybody's handed-in answers to some entries, in the order of handing in. */
export async function readAnswers(
  database: Database,
  assignmentId: number,
  entries: string[],
): Promise<Answered[]> {
  const found = await rows<Omit<Answered, 'responses'> & { responses: unknown }>(
    database,
    `SELECT t.id AS attemptId, r.entry_id AS entry, s.id AS studentId, TRIM(CONCAT(s.given_name, ' ', s.family_name)) AS name, c.name AS className,
            n.roll_number AS rollNumber, r.responses
       FROM attempts t JOIN answers r ON r.attempt_id = t.id AND r.entry_id IN (:entries) JOIN accounts s ON s.id = t.student_id
       JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id LEFT JOIN classes c ON c.id = g.class_id
       LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
      WHERE t.assignment_id = :assignmentId AND t.handed_in_at IS NOT NULL ORDER BY t.handed_in_at, t.id`,
    { assignmentId, entries: ['', ...entries] },
  );
  return found.map((own) => ({ ...own, responses: fromJson<Responses>(own.responses) }));
}

/** The answer to one part; undefined where there is none. */
export function answerTo(part: Part, responses: Responses): unknown {
  const response = responseTo(part, responses);
  return response === undefined || kindOf(part).isEmpty(response) ? undefined : response;
}
