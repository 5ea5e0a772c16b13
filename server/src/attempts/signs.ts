/**
 * Signs of life of students' pages, and what they hear in return. Every page that is open gives one
 * every few seconds, so those of one moment are read and written together.
 */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { minute } from '@oaken/core/timing';
import { Op, type Transaction } from 'sequelize';
import { Batches, type Done } from '../batches';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Attempt, Notice } from '../models';
import { notFound } from '../problems/problem';
import { wasAway } from './away';
import { noteHeartbeats, noteTimes } from './queries';
import { noteSilences } from './silences';

declare module '../context' {
  interface Context {
    signs: Signs;
  }
}

interface Sign extends BodyOf<typeof api.heartbeat> {
  attemptId: number;
  studentId: number;
}
type Heard = AnswerOf<typeof api.heartbeat>;

const columns = [
  ...['id', 'assignmentId', 'studentId', 'beganAt', 'deadlineAt', 'clockAt'],
  ...['pausedAt', 'handedInAt', 'seenAt'],
] as const;
type Sat = Pick<Attempt, (typeof columns)[number]>;

/** A sign of a page whose attempt is the student's own. */
interface Known {
  sign: Sign;
  attempt: Sat;
}

export class Signs {
  private readonly batches: Batches<Sign, Heard>;

  constructor(database: Database, now: () => number) {
    this.batches = new Batches({
      run: (batch) =>
        database.transaction((transaction) => noteSigns(database, batch, now(), transaction)),
      largest: 300,
      lanes: 1,
      // A page that is not heard now gives the next sign in a few seconds.
      mostWaiting: 5_000,
    });
  }

  /** @throws Problem 404 for an attempt that is not the student's own */
  give(attemptId: number, studentId: number, body: BodyOf<typeof api.heartbeat>): Promise<Heard> {
    return this.batches.ask({ ...body, attemptId, studentId });
  }
}

async function noteSigns(
  database: Database,
  batch: readonly Sign[],
  now: number,
  transaction: Transaction,
): Promise<Done<Heard>[]> {
  const attempts = await readSat(database, batch, transaction);
  const known = batch.flatMap((sign): Known[] => {
    const attempt = attempts.get(sign.attemptId);
    return attempt?.studentId === sign.studentId ? [{ sign, attempt }] : [];
  });
  await noteLife(database, known, now, transaction);
  const notices = await readNotices(database, known, transaction);
  const heard = new Map(known.map((page) => [page.sign, heardBy(page, notices, now)]));
  return batch.map((sign) => {
    const answer = heard.get(sign);
    return answer ? { answer } : { refused: notFound('attempt') };
  });
}

async function readSat(
  { models }: Database,
  batch: readonly Sign[],
  transaction: Transaction,
): Promise<Map<number, Sat>> {
  const attempts: Sat[] = await models.Attempt.findAll({
    attributes: [...columns],
    where: { id: batch.map(({ attemptId }) => attemptId) },
    raw: true,
    transaction,
  });
  return new Map(attempts.map((attempt) => [attempt.id, attempt]));
}

/** Writes down that these pages are there, what they show, and how long each question was open. */
async function noteLife(
  database: Database,
  known: readonly Known[],
  now: number,
  transaction: Transaction,
): Promise<void> {
  if (known.length === 0) return;
  const { Attempt, Presence } = database.models;
  const last = await Presence.findAll({
    attributes: ['attemptId', 'seenAt'],
    where: { attemptId: known.map(({ attempt }) => attempt.id) },
    raw: true,
    transaction,
  });
  await noteSilences(database, last, now, transaction);
  const lines = known.map(({ sign, attempt }) => ({
    attemptId: attempt.id,
    entry: sign.entry,
    hidden: sign.hidden,
    // Also after the end: a page that is still there was not without network. Leaving it then is nobody's matter.
    leaves: attempt.handedInAt === null ? sign.left : 0,
    time: new Date(now),
  }));
  // In the order of the table, so that two batches never wait for each other.
  await noteHeartbeats(
    database,
    lines.sort((a, b) => a.attemptId - b.attemptId),
    transaction,
  );
  // Only a sitting that must not be left has been given a first sign; one that was let in again gets it on opening.
  const bound = known.filter(
    ({ attempt: { handedInAt, seenAt } }) =>
      handedInAt === null && seenAt !== null && !wasAway(seenAt, now),
  );
  if (bound.length > 0)
    await Attempt.update(
      { seenAt: new Date(now) },
      {
        where: { id: bound.map(({ attempt }) => attempt.id), seenAt: { [Op.ne]: null } },
        transaction,
      },
    );
  await noteTimes(
    database,
    known.flatMap((page) => timesIn(page, now)),
    transaction,
  );
}

/** The last question's time arrives just after handing in. */
function timesIn({ sign: { page, spent = [] }, attempt }: Known, now: number) {
  const isOver = attempt.handedInAt !== null && now - toMillis(attempt.handedInAt) >= minute;
  if (!page || isOver) return [];
  return spent.map(({ entry, ms }) => ({
    attemptId: attempt.id,
    entryId: entry,
    page,
    milliseconds: ms,
  }));
}

/** What teachers said, as long as somebody of these may not have heard it. */
async function readNotices(
  { models }: Database,
  known: readonly Known[],
  transaction: Transaction,
): Promise<Notice[]> {
  if (known.length === 0) return [];
  return models.Notice.findAll({
    where: {
      assignmentId: [...new Set(known.map(({ attempt }) => attempt.assignmentId))],
      id: { [Op.gt]: Math.min(...known.map(({ sign }) => sign.heard)) },
    },
    order: ['id'],
    raw: true,
    transaction,
  });
}

const mostHeard = 20;

function heardBy({ sign, attempt }: Known, notices: readonly Notice[], now: number): Heard {
  // What was said to this student, or to all, since the attempt began and after what was heard.
  const meant = notices.filter(
    ({ id, assignmentId, studentId, sentAt }) =>
      id > sign.heard &&
      assignmentId === attempt.assignmentId &&
      (studentId === null || studentId === attempt.studentId) &&
      sentAt >= attempt.beganAt,
  );
  return {
    now,
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    partEndsAt: toMillisOrNull(attempt.clockAt),
    paused: attempt.pausedAt !== null,
    away: attempt.handedInAt === null && wasAway(attempt.seenAt, now),
    handedIn: attempt.handedInAt !== null,
    notices: meant.slice(0, mostHeard).map(({ id, text }) => ({ id, text })),
  };
}
