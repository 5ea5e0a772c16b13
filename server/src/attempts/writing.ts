/** Answers as they are stored. */
import type { SavedAnswer } from '@oaken/contract/attempts';
import type { Transaction } from 'sequelize';
import { rows, type Database } from '../database/connect';

export interface Stored {
  entry: string;
  number: number;
  device: string;
}

export const answerKey = (attemptId: number, entry: string) => `${attemptId} ${entry}`;

/** The highest number wins; an equal one changes nothing, so a retry is harmless. */
export async function upsertAnswers(
  database: Database,
  answers: { attemptId: number; answer: SavedAnswer }[],
  now: number,
  transaction: Transaction,
): Promise<Map<string, Stored>> {
  // Always in the same order, so that two processes never wait for each other's rows.
  answers.sort((a, b) => a.attemptId - b.attemptId || (a.answer.entry < b.answer.entry ? -1 : 1));
  const time = new Date(now);
  const stored = await rows<Stored & { attemptId: number }>(
    database,
    `INSERT INTO answers (attempt_id, entry_id, number, device, responses, flagged, saved_at) VALUES :lines
     ON DUPLICATE KEY UPDATE
       device = IF(VALUES(number) > number, VALUES(device), device),
       responses = IF(VALUES(number) > number, VALUES(responses), responses),
       flagged = IF(VALUES(number) > number, VALUES(flagged), flagged),
       saved_at = IF(VALUES(number) > number, VALUES(saved_at), saved_at),
       number = GREATEST(number, VALUES(number))
     RETURNING attempt_id AS attemptId, entry_id AS entry, number, device`,
    {
      lines: answers.map(({ attemptId, answer }) => [
        attemptId,
        answer.entry,
        answer.number,
        answer.device,
        JSON.stringify(answer.responses),
        answer.flagged,
        time,
      ]),
    },
    transaction,
  );
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
  upsertAnswers(
    database,
    answers.map((answer) => ({ attemptId, answer })),
    now,
    transaction,
  );
