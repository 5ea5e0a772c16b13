import { scoreAttempt } from '@oaken/core/attempts';
import type { Responses } from '@oaken/core/items';
import { roundPoints } from '@oaken/core/scoring';
import type { Sequelize, Transaction } from 'sequelize';
import { fromJson, rows } from '../database/connect';
import type { Editions } from './editions';
import { orderOf, sitterOf, type Attempt, type Given } from './given';
import { readPractised } from './practice';

async function readMarks(database: Sequelize, attemptId: number, transaction: Transaction) {
  const found = await rows<{ entry: string; part: string; points: number }>(database, 'SELECT entry_id AS entry, part_id AS part, points FROM marks WHERE attempt_id = :attemptId AND points IS NOT NULL', { attemptId }, transaction); // prettier-ignore
  const marks = new Map<string, Record<string, number>>();
  for (const { entry, part, points } of found) marks.set(entry, { ...marks.get(entry), [part]: points });
  return marks;
}

/** Scores an attempt by what is saved and marked, in place of any scores that it has. @returns the sums, before lateness takes anything off */
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
    marks: await readMarks(database, attempt.id, transaction),
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
