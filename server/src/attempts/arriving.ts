/**
 * Answers that arrive after the end but were written before it, by the device's account of the server's clock. They are
 * taken and marked, and the teacher sees which; but never once what is right could have been read.
 */
import type { SavedAnswer } from '@oaken/contract/attempts';
import { isReleased } from '@oaken/core/assignments';
import { hour, windowEnd } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import { somebodyCanAnswer } from './students';
import { schoolZone, studentWindow } from './times';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Problem } from '../problems/problem';
import { recount } from './counting';
import type { Editions } from './editions';
import { hasRunOut, lockAttempt, readGiven, type Attempt, type Given } from './given';
import { takeLateAnswers } from './late';
import type { Stored } from './queries';
import { writeScores } from './scoring';
import { stagedOf, sorted } from './staged';
import { Veil } from './veil';
import { isInTime } from './written';

/** A device that was away longer than this has no answers that anybody waits for. */
const longest = 72 * hour;

/** The last instant at which an answer could be written; null while there is none. */
const endOf = (attempt: Attempt): number | null => {
  const ends = [attempt.deadlineAt, attempt.handedInAt].flatMap((time) =>
    time ? [toMillis(time)] : [],
  );
  return ends.length > 0 ? Math.min(...ends) : null;
};

/** Whether the student could know by now what is right. */
export async function couldKnow(
  { database, now }: Context,
  attempt: Attempt,
  given: Given,
): Promise<boolean> {
  const time = now();
  const end = windowEnd(studentWindow(given, given, await schoolZone(database)));
  const open = await somebodyCanAnswer(database, attempt.assignmentId, given, time);
  const facts = {
    handedIn: attempt.handedInAt !== null,
    closed: end !== null && end <= time && !open,
    somebodyCanAnswer: open,
    releasedAt: toMillisOrNull(given.releasedAt),
    answersFrom: toMillisOrNull(given.answersFrom),
    now: time,
  };
  return (['marks', 'answers', 'explanations'] as const).some((what) =>
    isReleased(given.rules, what, facts),
  );
}

/**
 * Takes late answers into an attempt that has ended, and scores it anew.
 *
 * @throws `why` where they were written too late, the student handed in, or what is right could be known
 */
export async function takeLate(
  context: Context,
  editions: Editions,
  attemptId: number,
  studentId: number,
  answers: SavedAnswer[],
  why: Problem,
): Promise<Stored[]> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    const end = attempt ? endOf(attempt) : null;
    if (!attempt || attempt.studentId !== studentId || end === null) throw why;
    const beganAt = toMillis(attempt.beganAt);
    const written = answers.filter((answer) => isInTime(answer, end, beganAt));
    const { now: held, late: left } = sorted(
      { staged: stagedOf(attempt), pausedAt: attempt.pausedAt },
      written,
      beganAt,
      now(),
    );
    const taken = [...held, ...left];
    if (taken.length === 0 || !hasRunOut(attempt) || now() - end > longest) throw why;
    const given = await readGiven(database, studentId, attempt.assignmentId, transaction);
    const { edition, entryIds } = await editions.get(given.editionId);
    if (
      !taken.every(({ entry }) => entryIds.has(entry)) ||
      (await couldKnow(context, attempt, given))
    )
      throw why;
    const late = await takeLateAnswers(
      database,
      attemptId,
      given.rules,
      new Veil(attempt.seed).stored(taken, edition),
      now(),
      transaction,
    );
    if (late.stored.length === 0) throw why;
    if (late.counted && attempt.handedInAt)
      await scoreAnew(database, editions, attempt, given, now(), transaction);
    return late.stored;
  });
}

/** Scores work that was handed in by what is saved and marked now. */
export async function scoreAnew(
  database: Database,
  editions: Editions,
  attempt: Attempt & { studentId: number },
  given: Given,
  now: number,
  transaction: Transaction,
): Promise<void> {
  const how = { ranOut: hasRunOut(attempt), lateOff: Number(attempt.lateOff) };
  const { points, maxPoints } = await writeScores(
    database,
    editions,
    attempt,
    given,
    how,
    transaction,
  );
  await database.models.Attempt.update(
    { points, countedPoints: points, maxPoints: maxPoints, scoredAt: new Date(now) },
    { where: { id: attempt.id }, transaction },
  );
  await recount(database, attempt.assignmentId, given.rules.counts, attempt.studentId, transaction);
}
