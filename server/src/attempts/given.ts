/** What one student was given, and the attempts at it. */
import type { HandedInBy } from '@oaken/contract/attempts';
import type { Attempt as StoredAttempt, AssignmentStudent, SittingConditions } from '../models';
import { formRules, type AssignmentRules } from '@oaken/core/assignments';
import { formOf, type Edition, type FormRules, type Sitter } from '@oaken/core/forms';
import type { Transaction } from 'sequelize';
import {
  type StoredOwn,
  type StoredTimes,
  exceptionsOf,
  timesOf,
  withAccommodation,
} from './times';
import { attemptState, defaultGrace } from '@oaken/core/timing';
import { toMillisOrNull, type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { awayProblem, wasAway } from './away';
import { pausedProblem, type StoredStages } from './staged';
import { present } from '@oaken/core/certain';

export interface Given extends StoredTimes, StoredOwn {
  assignmentId: number;
  editionId: number;
  rules: AssignmentRules;
  visibleFrom: Date | null;
  answersFrom: Date | null;
  releasedAt: Date | null;
  word: string;
  seat: number;
  form: string | null;
}

/** What an attempt was begun with and keeps: accommodations and order, whatever is changed later. */
export type Fixed = SittingConditions;

export interface Attempt extends StoredStages {
  id: number;
  assignmentId: number;
  number: number;
  seed: string;
  seat: number;
  form: string | null;
  given: Fixed | null;
  beganAt: Date;
  deadlineAt: Date | null;
  handedInAt: Date | null;
  handedInBy: HandedInBy | null;
  late: boolean;
  lateOff: number;
  points: number | null;
  counted: number | null;
  maxPoints: number | null;
  counts: boolean;
  /** When a sitting that must not be left was last heard from; null: not asked, or let in again. */
  seenAt: Date | null;
  /** The teacher has stopped the clock. */
  pausedAt: Date | null;
}

/** @throws Problem 404 for what was not given to the student, or cannot be seen yet */
export async function readGiven(
  { models }: Database,
  student: number,
  assignmentId: number,
  transaction?: Transaction,
): Promise<Given> {
  const line = await models.AssignmentStudent.findOne({
    where: { assignmentId, studentId: student, withdrawnAt: null },
    include: [
      withAccommodation,
      { association: 'assignment', where: { unassignedAt: null }, required: true },
    ],
    ...(transaction && { transaction, lock: transaction.LOCK.SHARE }),
  });
  if (!line) throw notFound('assignment');
  return givenOf(line);
}

/** @param line read with its assignment and `withAccommodation` */
export function givenOf(line: AssignmentStudent): Given {
  const assignment = present(line.assignment, 'assignment of the student');
  return {
    ...timesOf(assignment),
    ...exceptionsOf(line),
    assignmentId: assignment.id,
    editionId: assignment.editionId,
    rules: assignment.rules,
    visibleFrom: assignment.visibleFrom,
    answersFrom: assignment.answersFrom,
    releasedAt: assignment.releasedAt,
    word: assignment.startWord,
    seat: line.seat,
    form: line.form,
  };
}

export const asAttempt = (stored: StoredAttempt): Attempt => ({
  id: stored.id,
  assignmentId: stored.assignmentId,
  number: stored.number,
  seed: stored.seed,
  seat: stored.seat,
  form: stored.form,
  given: stored.conditions,
  beganAt: stored.beganAt,
  deadlineAt: stored.deadlineAt,
  handedInAt: stored.handedInAt,
  handedInBy: stored.handedInBy,
  late: stored.late,
  lateOff: stored.lateDeduction,
  points: stored.points,
  counted: stored.countedPoints,
  maxPoints: stored.maxPoints,
  counts: stored.counts,
  stages: stored.stages,
  stage: stored.stage,
  clockAt: stored.clockAt,
  stagesLeftAt: stored.stagesLeftAt,
  seenAt: stored.seenAt,
  pausedAt: stored.pausedAt,
});

/** Whether time ran out: whoever hands in leaves blanks on purpose, on a screen or on paper. */
export const hasRunOut = ({ handedInBy }: Pick<Attempt, 'handedInBy'>): boolean =>
  handedInBy !== 'student' && handedInBy !== 'paper';

/** A student's attempts, the first one first; at one assignment or at all. */
export async function readAttempts(
  { models }: Database,
  studentId: number,
  assignmentId: number | null,
  transaction?: Transaction,
): Promise<Attempt[]> {
  const attempts = await models.Attempt.findAll({
    where: assignmentId === null ? { studentId } : { studentId, assignmentId },
    order: ['assignmentId', 'number'],
    transaction,
  });
  return attempts.map(asAttempt);
}

/**
 * @throws Problem 423 while the teacher has stopped the clock, or where a sitting that must not be
 * left was left for long
 */
export function insistOnSitting(
  { pausedAt, seenAt }: Pick<Attempt, 'pausedAt' | 'seenAt'>,
  now: number,
): void {
  if (pausedAt !== null) throw pausedProblem();
  if (wasAway(seenAt, now)) throw awayProblem();
}

/** @throws Problem 409 once the attempt is over, and where `insistOnSitting` has something against it */
export function insistOnUnderWay(attempt: Attempt, now: number): void {
  const times = {
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    handedInAt: toMillisOrNull(attempt.handedInAt),
  };
  if (attemptState(times, defaultGrace, now) === 'over')
    throw times.handedInAt === null ? problem('time-over') : problem('handed-in');
  insistOnSitting(attempt, now);
}

/** An attempt and whose it is. */
export type StudentsAttempt = Attempt & { studentId: number };

const asStudentsAttempt = (stored: StoredAttempt): StudentsAttempt => ({
  ...asAttempt(stored),
  studentId: stored.studentId,
});

/** The attempt, locked against everybody else until the transaction ends. */
export async function lockAttempt(
  { models }: Database,
  attemptId: number,
  transaction: Transaction,
): Promise<StudentsAttempt | undefined> {
  const stored = await models.Attempt.findByPk(attemptId, { lock: true, transaction });
  return stored ? asStudentsAttempt(stored) : undefined;
}

/** Who sits the attempt, as core deals and scores it. */
export const sitterOf = ({
  seed,
  seat,
  form,
  given,
}: Pick<Attempt, 'seed' | 'seat' | 'form' | 'given'>) => ({
  seed,
  seat,
  form,
  mostChoices: given?.accommodations?.mostChoices ?? null,
});

export const orderOf = ({ given }: Pick<Attempt, 'given'>, rules: AssignmentRules): FormRules =>
  given ?? formRules(rules);

export const attemptForm = (
  edition: Edition,
  attempt: Pick<Attempt, 'seed' | 'seat' | 'form' | 'given'>,
  rules: AssignmentRules,
  again?: Sitter['again'],
) => formOf(edition, { ...sitterOf(attempt), again }, orderOf(attempt, rules));
