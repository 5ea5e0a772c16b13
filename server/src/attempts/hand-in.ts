import type { SavedAnswer } from '@oaken/contract/attempts';
import { lateAnswerRule } from '@oaken/core/assignments';
import { attemptState, defaultGrace, isLate, latePenalty } from '@oaken/core/timing';
import { type Transaction, Op } from 'sequelize';
import { schoolZone, studentWindow } from './times';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { awayProblem, wasAway } from './away';
import { recount } from './counting';
import type { Editions } from './editions';
import { lockAttempt, readGiven, type Attempt, type Given, type StudentsAttempt } from './given';
import { takeLateAnswers } from './late';
import { writeLast } from './writing';
import { writeScores } from './scoring';
import { sorted, stagedOf } from './staged';
import { silencesAround } from './silences';
import { Veil } from './veil';
import { isInTime } from './written';

export interface HandedIn {
  handedInAt: number;
  late: boolean;
}

interface ByStudent {
  kind: 'student';
  id: number;
  answers: SavedAnswer[];
  /** When it was handed in on a device without network, by the device's account. */
  at?: number | undefined;
}

/** Hands an attempt in once, whoever asks first, and scores it in the same transaction. */
export async function handIn(
  context: Context,
  editions: Editions,
  attemptId: number,
  by: ByStudent | { kind: 'server' | 'teacher' },
): Promise<HandedIn> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || (by.kind === 'student' && attempt.studentId !== by.id))
      throw notFound('attempt');
    if (attempt.handedInAt)
      return { handedInAt: toMillis(attempt.handedInAt), late: Boolean(attempt.late) };

    const now = context.now();
    if (by.kind === 'student' && wasAway(attempt.seenAt, now)) throw awayProblem();
    const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
    const { edition, entryIds } = await editions.get(given.editionId);
    const deadlineAt = toMillisOrNull(attempt.deadlineAt);
    const ended = attemptState({ deadlineAt, handedInAt: null }, defaultGrace, now) === 'over';
    // Handed in on the device before the end, and on its way since: it counts from then, and says so.
    const claimed =
      by.kind === 'student'
        ? await claimedTime(database, attempt, given, by.at, now, transaction)
        : null;
    const onTime = claimed !== null && (deadlineAt === null || claimed <= deadlineAt);
    const ranOut = by.kind !== 'student' || (ended && !onTime);
    const handedInAt = onTime ? claimed : Math.min(now, deadlineAt ?? Infinity);
    if (by.kind === 'student' && by.answers.length > 0) {
      if (!by.answers.every(({ entry }) => entryIds.has(entry))) throw notFound('item');
      const sent = new Veil(attempt.seed).stored(by.answers, edition);
      await takeLastAnswers(database, attempt, given, { sent, ended, now }, transaction);
    }
    // Half a minute is the network's; more is worth saying.
    const arrivedAt = onTime && now - claimed > 30_000 ? new Date(now) : null;
    const end = { handedInAt, handedInBy: handedInBy(by.kind, ranOut), arrivedAt, ranOut, now };
    return writeEnd(database, editions, attempt, given, end, transaction);
  });
}

/**
 * What comes along with the handing in; after the end only what was written before it, by the rule
 * for late answers.
 */
async function takeLastAnswers(
  database: Database,
  attempt: Attempt,
  { rules }: Given,
  { sent, ended, now }: { sent: SavedAnswer[]; ended: boolean; now: number },
  transaction: Transaction,
): Promise<void> {
  const beganAt = toMillis(attempt.beganAt);
  const end = toMillisOrNull(attempt.deadlineAt) ?? Infinity;
  const written = ended ? sent.filter((answer) => isInTime(answer, end, beganAt)) : sent;
  const taken = sorted(
    { staged: stagedOf(attempt), pausedAt: attempt.pausedAt },
    written,
    beganAt,
    now,
  );
  if (!ended && taken.now.length > 0)
    await writeLast(database, attempt.id, taken.now, now, transaction);
  const late = ended ? [...taken.now, ...taken.late] : taken.late;
  await takeLateAnswers(database, attempt.id, rules, late, now, transaction);
}

/** Scores what is there, and writes the end of the attempt down. */
async function writeEnd(
  database: Database,
  editions: Editions,
  attempt: StudentsAttempt,
  given: Given,
  end: {
    handedInAt: number;
    handedInBy: 'student' | 'server' | 'teacher';
    arrivedAt: Date | null;
    ranOut: boolean;
    now: number;
  },
  transaction: Transaction,
): Promise<HandedIn> {
  const { handedInAt, ranOut } = end;
  const window = studentWindow(given, given, await schoolZone(database));
  const late = isLate(window, handedInAt);
  const lateOff = latePenalty(window, handedInAt);
  const scoring = { ranOut, lateOff };
  const worth = await writeScores(database, editions, attempt, given, scoring, transaction);
  await database.models.Attempt.update(
    {
      handedInAt: new Date(handedInAt),
      handedInBy: end.handedInBy,
      arrivedAt: end.arrivedAt,
      late,
      lateDeduction: lateOff,
      points: worth.points,
      countedPoints: worth.points,
      maxPoints: worth.maxPoints,
      pausedAt: null,
      scoredAt: new Date(end.now),
    },
    { where: { id: attempt.id }, transaction },
  );
  const { assignmentId, studentId } = attempt;
  if (attempt.number > 1)
    await recount(database, assignmentId, given.rules.counts, studentId, transaction);
  return { handedInAt, late };
}

function handedInBy(
  by: 'student' | 'server' | 'teacher',
  ranOut: boolean,
): 'student' | 'server' | 'teacher' {
  if (by === 'teacher') return 'teacher';
  return ranOut ? 'server' : 'student';
}

/**
 * When it was handed in on a device without network, where the rule takes the device's word and
 * nothing was heard of it.
 */
async function claimedTime(
  database: Database,
  { id, beganAt }: Attempt,
  { rules }: Given,
  time: number | undefined,
  now: number,
  transaction: Transaction,
): Promise<number | null> {
  if (
    time === undefined ||
    time < toMillis(beganAt) ||
    time >= now ||
    lateAnswerRule(rules) !== 'count'
  )
    return null;
  const [silence] = await silencesAround(database, id, [time], now, transaction);
  return silence ? time : null;
}

/** Hands in every attempt whose deadline and grace have passed, also those that ended while no server ran. */
export async function handInOverdue(context: Context, editions: Editions): Promise<number> {
  const overdue = await context.database.models.Attempt.findAll({
    attributes: ['id'],
    where: {
      handedInAt: null,
      deadlineAt: { [Op.lte]: new Date(context.now() - defaultGrace) },
    },
    order: ['deadlineAt'],
    limit: 500,
  });
  for (const { id } of overdue) await handIn(context, editions, id, { kind: 'server' });
  return overdue.length;
}
