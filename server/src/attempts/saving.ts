/**
 * The saving path. Saves that arrive while one transaction is under way are written together by the next: two
 * statements and one flush for a whole school's changes of that moment. Each save is acknowledged after the commit that
 * holds it.
 */
import type { SavedAnswer } from '@oaken/contract/attempts';
import { attemptState, defaultGrace } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { busyDatabase, isDatabaseAway, notFound, Problem, problem } from '../problems/problem';
import { awayProblem, wasAway } from './away';
import type { Editions } from './editions';
import { sorted, stagedOf, type Sorted } from './staged';
import { Veil } from './veil';
import { takeLateAnswers, type Taken } from './late';
import { present, valueOf } from '@oaken/core/certain';
import { attemptsToSaveInto, editionsOf, type OpenAttempt, type Stored } from './queries';
import { answerKey, storeAnswers } from './writing';

declare module '../context' {
  interface Context {
    saving: SavingQueue;
  }
}

/** What became of a save: what stands now for each answer that was taken, and which entries take no more. */
export interface Outcome {
  stored: Stored[];
  closed: string[];
}

interface Save {
  attemptId: number;
  studentId: number;
  answers: SavedAnswer[];
  resolve(outcome: Outcome): void;
  reject(why: unknown): void;
}

/** Rows of one transaction; more wait for the next. */
const mostRows = 600;
/** Transactions under way at once: while one waits for its flush, the next can be written. */
const mostLanes = 2;
/** Saves that may wait; beyond that the database is not keeping up and the client keeps them. */
const mostWaiting = 5_000;

export class SavingQueue {
  private waiting: Save[] = [];
  private readonly lanes = new Set<Promise<void>>();

  constructor(
    private readonly database: Database,
    private readonly editions: Editions,
    private readonly now: () => number,
  ) {}

  save(attemptId: number, studentId: number, answers: SavedAnswer[]): Promise<Outcome> {
    if (this.waiting.length >= mostWaiting) return Promise.reject(busyDatabase());
    return new Promise((resolve, reject) => {
      this.waiting.push({ attemptId, studentId, answers, resolve, reject });
      if (this.lanes.size < mostLanes) this.open();
    });
  }

  /** Waits until all that was handed over is written. */
  async drain(): Promise<void> {
    while (this.lanes.size > 0) await Promise.all(this.lanes);
  }

  private open(): void {
    const lane = this.run(() => this.lanes.delete(lane));
    this.lanes.add(lane);
  }

  private async run(close: () => void): Promise<void> {
    // One turn of the event loop lets the requests that are already here join.
    await new Promise((resolve) => setImmediate(resolve));
    while (this.waiting.length > 0) {
      const batch: Save[] = [];
      let count = 0;
      while (count < mostRows) {
        const next = this.waiting.shift();
        if (!next) break;
        count += next.answers.length;
        batch.push(next);
      }
      await this.write(batch);
    }
    // In the same turn as the last look at what waits, so that no save can fall between.
    close();
  }

  private async write(batch: Save[], tries = 3): Promise<void> {
    try {
      const settle = await this.database.transaction((transaction) =>
        writeAnswers(this.database, this.editions, this.now(), batch, transaction),
      );
      settle();
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code;
      if (tries > 1 && (code === 'ER_LOCK_DEADLOCK' || code === 'ER_LOCK_WAIT_TIMEOUT'))
        return this.write(batch, tries - 1);
      const away = isDatabaseAway(error);
      // One save that cannot be written must not take the others of its batch with it.
      if (!away && batch.length > 1) {
        for (const save of batch) await this.write([save]);
        return;
      }
      const why = away ? busyDatabase() : error;
      for (const save of batch) save.reject(why);
    }
  }
}

/** The editions, and which of them each assignment has. */
interface KnownEditions {
  editions: Editions;
  editionIds: ReadonlyMap<number, number>;
}

/** @returns what settles the saves; to be called after the commit */
async function writeAnswers(
  database: Database,
  editions: Editions,
  now: number,
  batch: Save[],
  transaction: Transaction,
): Promise<() => void> {
  const attemptIds = batch.map(({ attemptId }) => attemptId);
  const attempts = await attemptsToSaveInto(database, attemptIds, transaction);
  const assignmentIds = attempts.map(({ assignmentId }) => assignmentId);
  const editionIds = await editionsOf(database, assignmentIds, transaction);
  const byId = new Map(attempts.map((attempt) => [attempt.id, attempt]));
  const settled: (() => void)[] = [];
  const accepted: { save: Save; attempt: OpenAttempt; taken: Sorted }[] = [];
  const newest = new Map<string, { attemptId: number; answer: SavedAnswer }>();
  for (const save of batch) {
    const attempt = byId.get(save.attemptId);
    const taken = await take(save, attempt, { editions, editionIds }, now);
    if (!attempt || taken instanceof Problem) {
      settled.push(() => save.reject(taken));
      continue;
    }
    accepted.push({ save, attempt, taken });
    for (const answer of taken.now) {
      const key = answerKey(save.attemptId, answer.entry);
      const held = newest.get(key);
      if (!held || held.answer.number < answer.number)
        newest.set(key, { attemptId: save.attemptId, answer });
    }
  }
  const stored =
    newest.size > 0
      ? await storeAnswers(database, [...newest.values()], now, transaction)
      : new Map<string, Stored>();
  for (const { save, attempt, taken } of accepted) {
    const inTime = taken.now.map(({ entry }) => valueOf(stored, answerKey(save.attemptId, entry)));
    const late = await takeLeft(database, attempt, taken.late, now, transaction);
    const outcome = {
      stored: [...inTime, ...late.stored],
      closed: [...taken.closed, ...late.refused],
    };
    settled.push(() => save.resolve(outcome));
  }
  return () => settled.forEach((settle) => settle());
}

/**
 * Answers to questions that were left meanwhile, by the rule of the assignment; rare, so their rule
 * is read only then.
 */
async function takeLeft(
  database: Database,
  { id, assignmentId }: OpenAttempt,
  answers: SavedAnswer[],
  now: number,
  transaction: Transaction,
): Promise<Pick<Taken, 'stored' | 'refused'>> {
  if (answers.length === 0) return { stored: [], refused: [] };
  const assignment = await database.models.Assignment.findByPk(assignmentId, {
    attributes: ['rules'],
    transaction,
  });
  const { rules } = present(assignment, 'assignment of the attempt');
  return takeLateAnswers(database, id, rules, answers, now, transaction);
}

function open(attempt: OpenAttempt, answers: SavedAnswer[], now: number): Sorted | Problem {
  try {
    return sorted(
      { staged: stagedOf(attempt), pausedAt: attempt.pausedAt },
      answers,
      attempt.beganAt.getTime(),
      now,
    );
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
}

async function unveiled(
  { seed, assignmentId }: OpenAttempt,
  answers: SavedAnswer[],
  { editions, editionIds }: KnownEditions,
): Promise<SavedAnswer[]> {
  const { edition } = await editions.get(valueOf(editionIds, assignmentId));
  return new Veil(seed).stored(answers, edition);
}

/** What of a save is written, or why nothing of it is. */
async function take(
  save: Save,
  attempt: OpenAttempt | undefined,
  known: KnownEditions,
  now: number,
): Promise<Sorted | Problem> {
  if (!attempt || attempt.studentId !== save.studentId) return notFound('attempt');
  const refused = await refusal(save, attempt, known, now);
  return refused ?? open(attempt, await unveiled(attempt, save.answers, known), now);
}

async function refusal(
  save: Save,
  attempt: OpenAttempt,
  { editions, editionIds }: KnownEditions,
  now: number,
): Promise<Problem | null> {
  const state = attemptState(
    {
      deadlineAt: attempt.deadlineAt?.getTime() ?? null,
      handedInAt: attempt.handedInAt?.getTime() ?? null,
    },
    defaultGrace,
    now,
  );
  if (state === 'over') return attempt.handedInAt ? problem('handed-in') : problem('time-over');
  if (wasAway(attempt.seenAt, now)) return awayProblem();
  const { entryIds } = await editions.get(valueOf(editionIds, attempt.assignmentId));
  return save.answers.every(({ entry }) => entryIds.has(entry)) ? null : notFound('item');
}
