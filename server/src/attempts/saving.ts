/**
 * The saving path. Saves that arrive while one transaction is under way are written together by the
 * next: two statements and one flush for a whole school's changes of that moment. Each save is
 * acknowledged after the commit that holds it.
 */
import type { SavedAnswer } from '@oaken/contract/attempts';
import { attemptState, defaultGrace } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { Batches, type Done } from '../batches';
import { notFound, Problem, problem } from '../problems/problem';
import { awayProblem, wasAway } from './away';
import type { Editions } from './editions';
import { sorted, stagedOf, type Sorted } from './staged';
import { Veil } from './veil';
import { takeLateAnswers, type Taken } from './late';
import { present, valueOf } from '@oaken/core/certain';
import { attemptsToSaveInto, type OpenAttempt, type Stored } from './queries';
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
}

export class SavingQueue {
  private readonly batches: Batches<Save, Outcome>;

  constructor(database: Database, editions: Editions, now: () => number) {
    this.batches = new Batches({
      run: (batch) =>
        database.transaction((transaction) =>
          writeAnswers(database, editions, now(), batch, transaction),
        ),
      // Rows of one transaction.
      sizeOf: ({ answers }) => answers.length,
      largest: 600,
      lanes: 2,
      // Beyond that the database is not keeping up, and pages keep what they have.
      mostWaiting: 5_000,
    });
  }

  save(attemptId: number, studentId: number, answers: SavedAnswer[]): Promise<Outcome> {
    return this.batches.ask({ attemptId, studentId, answers });
  }

  /** Waits until all that was handed over is written. */
  drain = () => this.batches.drain();
}

async function writeAnswers(
  database: Database,
  editions: Editions,
  now: number,
  batch: readonly Save[],
  transaction: Transaction,
): Promise<Done<Outcome>[]> {
  const attemptIds = batch.map(({ attemptId }) => attemptId);
  const attempts = await attemptsToSaveInto(database, attemptIds, transaction);
  const byId = new Map(attempts.map((attempt) => [attempt.id, attempt]));
  const taking = await Promise.all(
    batch.map(async (save) => {
      const attempt = byId.get(save.attemptId);
      const taken = await take(save, attempt, editions, now);
      return { save, attempt, taken };
    }),
  );
  const newest = new Map<string, { attemptId: number; answer: SavedAnswer }>();
  for (const { save, taken } of taking)
    for (const answer of taken instanceof Problem ? [] : taken.now) {
      const key = answerKey(save.attemptId, answer.entry);
      const held = newest.get(key);
      if (!held || held.answer.number < answer.number)
        newest.set(key, { attemptId: save.attemptId, answer });
    }
  const stored =
    newest.size > 0
      ? await storeAnswers(database, [...newest.values()], now, transaction)
      : new Map<string, Stored>();
  const done: Done<Outcome>[] = [];
  for (const { save, attempt, taken } of taking) {
    if (!attempt || taken instanceof Problem) {
      done.push({ refused: taken });
      continue;
    }
    const inTime = taken.now.map(({ entry }) => valueOf(stored, answerKey(save.attemptId, entry)));
    const late = await takeLeft(database, attempt, taken.late, now, transaction);
    done.push({
      answer: {
        stored: [...inTime, ...late.stored],
        closed: [...taken.closed, ...late.refused],
      },
    });
  }
  return done;
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
  { seed, editionId }: OpenAttempt,
  answers: SavedAnswer[],
  editions: Editions,
): Promise<SavedAnswer[]> {
  const { edition } = await editions.get(editionId);
  return new Veil(seed).stored(answers, edition);
}

/** What of a save is written, or why nothing of it is. */
async function take(
  save: Save,
  attempt: OpenAttempt | undefined,
  editions: Editions,
  now: number,
): Promise<Sorted | Problem> {
  if (!attempt || attempt.studentId !== save.studentId) return notFound('attempt');
  const refused = await refusal(save, attempt, editions, now);
  return refused ?? open(attempt, await unveiled(attempt, save.answers, editions), now);
}

async function refusal(
  save: Save,
  attempt: OpenAttempt,
  editions: Editions,
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
  const { entryIds } = await editions.get(attempt.editionId);
  return save.answers.every(({ entry }) => entryIds.has(entry)) ? null : notFound('item');
}
