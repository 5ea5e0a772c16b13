import { scoreAttempt } from '@oaken/core/attempts';
import type { Responses } from '@oaken/core/items';
import { roundPoints } from '@oaken/core/scoring';
import type { Sequelize, Transaction } from 'sequelize';
import { fromJson, rows } from '../database/connect';
import type { Editions } from './editions';
import { orderOf, sitterOf, type Attempt, type Given } from './given';
import { readPractised } from './practice';

/** Scores an attempt by what is saved, in place of any scores that it has. @returns the sums, before lateness takes anything off */
export async function writeScores(
  database: Sequelize,
  editions: Editions,
  attempt: Attempt,
  given: Given,
  ranOut: boolean,
  transaction: Transaction,
): Promise<{ points: number; most: number }> {
  const { edition } = await editions.get(given.editionId);
  const values = { attemptId: attempt.id };
  const stored = await rows<{ entry: string; responses: unknown }>(database, 'SELECT entry_id AS entry, responses FROM answers WHERE attempt_id = :attemptId', values, transaction); // prettier-ignore
  const answers = new Map(stored.map(({ entry, responses }) => [entry, fromJson<Responses>(responses)]));
  const scores = scoreAttempt(edition, answers, {
    ...sitterOf(attempt),
    rules: orderOf(attempt, given.rules),
    ranOut,
    practice:
      given.rules.mode === 'practice'
        ? { of: await readPractised(database, attempt.id, transaction), offPerTry: given.rules.offPerTry }
        : null,
  });
  await database.query('DELETE FROM scores WHERE attempt_id = :attemptId', { replacements: values, transaction });
  await database.query('INSERT INTO scores (attempt_id, entry_id, points, most, reached, waits) VALUES :lines', {
    replacements: {
      lines: scores.map(({ entry, points, most, reached, waits }) => [attempt.id, entry, points, most, reached, waits]),
    },
    transaction,
  });
  return {
    points: roundPoints(scores.reduce((sum, own) => sum + own.points, 0)),
    most: roundPoints(scores.reduce((sum, own) => sum + own.most, 0)),
  };
}
