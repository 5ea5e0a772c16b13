/** What one student was given, and the attempts at it. */
import { formRules, type AssignmentRules } from '@oaken/core/assignments';
import { formOf, type Edition, type FormRules } from '@oaken/core/forms';
import type { Supports } from '@oaken/core/supports';
import type { Transaction } from 'sequelize';
import { givenToMe } from '../access';
import { ownColumns, timeColumns, type StoredOwn, type StoredTimes } from '../assignments/times';
import { fromJson, row, rows, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { awayProblem, wasAway } from './away';
import { pausedProblem, stageColumns, type StoredStages } from './staged';

export interface Given extends StoredTimes, StoredOwn {
  assignmentId: number;
  editionId: number;
  rules: AssignmentRules;
  visibleFrom: Date | null;
  answersFrom: Date | null;
  releasedAt: Date | null;
  word: string;
  place: number;
  form: string | null;
}

/** What an attempt was begun with and keeps: supports and order, whatever is changed later. */
export interface Fixed extends FormRules {
  supports: Supports | null;
}

export interface Attempt extends StoredStages {
  id: number;
  assignmentId: number;
  number: number;
  seed: string;
  place: number;
  form: string | null;
  given: Fixed | null;
  beganAt: Date;
  deadlineAt: Date | null;
  handedInAt: Date | null;
  handedInBy: 'student' | 'server' | 'teacher' | null;
  late: number;
  lateOff: number | string;
  points: number | null;
  counted: number | null;
  most: number | null;
  counts: number;
  /** When a sitting that must not be left was last heard from; null: not asked, or let in again. */
  seenAt: Date | null;
  /** The teacher has stopped the clock. */
  pausedAt: Date | null;
}

const givenColumns = `a.id AS assignmentId, a.edition_id AS editionId, ${timeColumns}, a.rules, a.visible_from AS visibleFrom,
  a.answers_from AS answersFrom, a.released_at AS releasedAt, a.word, g.place, g.form, ${ownColumns}`;
const givenTables = `assignments a JOIN assignment_students g ON g.assignment_id = a.id LEFT JOIN student_supports u ON u.student_id = g.student_id`;

/** @throws Problem 404 for what was not given to the student, or cannot be seen yet */
export async function readGiven(
  database: Database,
  student: number,
  assignmentId: number,
  transaction?: Transaction,
): Promise<Given> {
  const found = await row<Omit<Given, 'rules'> & { rules: unknown }>(
    database,
    `SELECT ${givenColumns} FROM ${givenTables}
      WHERE a.id = :assignmentId AND ${givenToMe} ${transaction ? 'LOCK IN SHARE MODE' : ''}`,
    { me: student, assignmentId },
    transaction,
  );
  if (!found) throw notFound('The assignment');
  return { ...found, rules: fromJson<AssignmentRules>(found.rules) };
}

export const attemptColumns = `t.id, t.assignment_id AS assignmentId, t.number, t.seed, t.place, t.form, t.given, t.began_at AS beganAt, t.deadline_at AS deadlineAt,
  t.handed_in_at AS handedInAt, t.handed_in_by AS handedInBy, t.late, t.late_off AS lateOff, t.points, t.counted, t.most, t.counts, ${stageColumns}, t.seen_at AS seenAt, t.paused_at AS pausedAt`;

/** An attempt as the database gives it. */
export type StoredAttempt = Omit<Attempt, 'given'> & { given: unknown };

export const asAttempt = (own: StoredAttempt): Attempt => ({
  ...own,
  given: own.given === null ? null : fromJson<Fixed>(own.given),
});

/** A student's attempts, the first one first; at one assignment or at all. */
export async function readAttempts(
  database: Database,
  student: number,
  assignmentId: number | null,
  transaction?: Transaction,
): Promise<Attempt[]> {
  const found = await rows<StoredAttempt>(
    database,
    `SELECT ${attemptColumns} FROM attempts t
      WHERE t.student_id = :student ${assignmentId === null ? '' : 'AND t.assignment_id = :assignmentId'} ORDER BY t.assignment_id, t.number`,
    { student, assignmentId },
    transaction,
  );
  return found.map(asAttempt);
}

/** @throws Problem 423 while the teacher has stopped the clock, or where a sitting that must not be left was left for long */
export function insistOnSitting(
  { pausedAt, seenAt }: Pick<Attempt, 'pausedAt' | 'seenAt'>,
  now: number,
): void {
  if (pausedAt !== null) throw pausedProblem();
  if (wasAway(seenAt, now)) throw awayProblem();
}

export async function lockAttempt(
  database: Database,
  attemptId: number,
  transaction: Transaction,
): Promise<(Attempt & { studentId: number }) | undefined> {
  const found = await row<StoredAttempt & { studentId: number }>(
    database,
    `SELECT ${attemptColumns}, t.student_id AS studentId FROM attempts t WHERE t.id = :attemptId FOR UPDATE`,
    { attemptId },
    transaction,
  );
  return found && { ...asAttempt(found), studentId: found.studentId };
}

/** Who sits the attempt, as core deals and scores it. */
export const sitterOf = ({
  seed,
  place,
  form,
  given,
}: Pick<Attempt, 'seed' | 'place' | 'form' | 'given'>) => ({
  seed,
  place,
  form,
  mostChoices: given?.supports?.mostChoices ?? null,
});

export const orderOf = ({ given }: Pick<Attempt, 'given'>, rules: AssignmentRules): FormRules =>
  given ?? formRules(rules);

export const attemptForm = (
  edition: Edition,
  attempt: Pick<Attempt, 'seed' | 'place' | 'form' | 'given'>,
  rules: AssignmentRules,
) => formOf(edition, sitterOf(attempt), orderOf(attempt, rules));
