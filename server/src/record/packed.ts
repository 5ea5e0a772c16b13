/**
 * Answers and scores of many works, each work as one text: a grade has tens of thousands of rows, of
 * which the driver's reading would cost more than the statement.
 */
import type { EntryScore } from '@oaken/core/attempts';
import { elementAt } from '@oaken/core/certain';
import { cast, col, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { readPacked } from './queries';

/** Those of the ids, or all of an assignment. */
export type Attempts = { attemptIds: readonly number[] } | { assignmentId: number };

export interface AnswerText {
  attemptId: number;
  entryId: string;
  /** JSON of the responses. */
  text: string;
  arrivedLate: boolean;
}

/** Answers as text: the driver would read the JSON of each of a grade's answers by itself. */
export async function readAnswerTexts(
  database: Database,
  attempts: Attempts,
  transaction?: Transaction,
): Promise<AnswerText[]> {
  if ('attemptIds' in attempts) {
    const stored = await database.models.Answer.findAll({
      attributes: ['attemptId', 'entryId', 'arrivedLate', [cast(col('responses'), 'CHAR'), 'text']],
      where: { attemptId: [...attempts.attemptIds] },
      raw: true,
      transaction,
    });
    return (stored as unknown as AnswerText[]).map((line) => ({
      ...line,
      arrivedLate: Boolean(line.arrivedLate),
    }));
  }
  const { packed, tooLong } = await readPacked(
    database,
    'answers',
    attempts.assignmentId,
    transaction,
  );
  const texts = packed.flatMap(
    ({ attemptId, columns: [entries = [], responses = [], late = []] }) =>
      entries.map((entryId, row) => ({
        attemptId,
        entryId,
        text: elementAt(responses, row),
        arrivedLate: late[row] === '1',
      })),
  );
  if (tooLong.length === 0) return texts;
  return [...texts, ...(await readAnswerTexts(database, { attemptIds: tooLong }, transaction))];
}

export async function readScores(
  database: Database,
  attempts: Attempts,
  transaction?: Transaction,
): Promise<{ attemptId: number; score: EntryScore }[]> {
  if ('attemptIds' in attempts) {
    const stored = await database.models.Score.findAll({
      where: { attemptId: [...attempts.attemptIds] },
      raw: true,
      transaction,
    });
    return stored.map(({ attemptId, entryId, points, maxPoints, reached, needsMarking }) => ({
      attemptId,
      score: {
        ...{ entry: entryId, points, maxPoints },
        reached: Boolean(reached),
        needsMarking: Boolean(needsMarking),
      },
    }));
  }
  const { packed, tooLong } = await readPacked(
    database,
    'scores',
    attempts.assignmentId,
    transaction,
  );
  const scores = packed.flatMap(({ attemptId, columns }) => {
    const [entries = [], points = [], maxPoints = [], states = []] = columns;
    return entries.map((entry, row) => ({
      attemptId,
      score: {
        entry,
        points: Number(points[row]),
        maxPoints: Number(maxPoints[row]),
        reached: (Number(states[row]) & 1) !== 0,
        needsMarking: (Number(states[row]) & 2) !== 0,
      },
    }));
  });
  if (tooLong.length === 0) return scores;
  return [...scores, ...(await readScores(database, { attemptIds: tooLong }, transaction))];
}
