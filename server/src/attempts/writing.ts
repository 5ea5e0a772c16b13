/** Answers as they are stored. */
import type { SavedAnswer } from '@oaken/contract/attempts';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { upsertAnswers, type Stored, type WrittenAnswer } from './queries';

/** What stands in the place of a device's name where an answer came on paper. */
export const paperDevice = 'paper0000000';

export const answerKey = (attemptId: number, entry: string) => `${attemptId} ${entry}`;

/** @returns what stands now for each answer, by `answerKey` */
export async function storeAnswers(
  database: Database,
  answers: WrittenAnswer[],
  now: number,
  transaction: Transaction,
): Promise<Map<string, Stored>> {
  // Always in the same order, so that two processes never wait for each other's rows.
  const ordered = answers.toSorted(
    (a, b) => a.attemptId - b.attemptId || (a.answer.entry < b.answer.entry ? -1 : 1),
  );
  const stored = await upsertAnswers(database, ordered, new Date(now), transaction);
  return new Map(
    stored.map(({ attemptId, entry, number, device }) => [
      answerKey(attemptId, entry),
      { entry, number, device },
    ]),
  );
}

/** Writes one attempt's last answers inside the transaction that hands it in. */
export const writeLast = (
  database: Database,
  attemptId: number,
  answers: SavedAnswer[],
  now: number,
  transaction: Transaction,
) =>
  storeAnswers(
    database,
    answers.map((answer) => ({ attemptId, answer })),
    now,
    transaction,
  );
