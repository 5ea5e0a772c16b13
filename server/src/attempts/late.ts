/** What becomes of answers that arrive after their end, by the rule of the assignment. */
import type { Database } from '../database/connect';
import type { SavedAnswer } from '@oaken/contract/attempts';
import { lateAnswerRule, type AssignmentRules } from '@oaken/core/assignments';
import type { Transaction } from 'sequelize';
import { silencesAround } from './silences';
import { present } from '@oaken/core/certain';
import { keepLateAnswer, type Stored } from './queries';
import { writeLast } from './writing';
import { markLate } from './written';

export interface Taken {
  /** As they stand now, also those that wait for the teacher. */
  stored: Stored[];
  /** Something was written into the work, which has to be scored anew. */
  counted: boolean;
  /** Entries whose answers were not taken: the page was there all the time, or the rule says no. */
  refused: string[];
}

/**
 * Takes answers that were written in time, by their device's account, and arrive after it.
 *
 * @param answers those whose time was looked at already: it lies between the beginning and the end
 */
export async function takeLateAnswers(
  database: Database,
  attemptId: number,
  rules: AssignmentRules,
  answers: readonly SavedAnswer[],
  now: number,
  transaction: Transaction,
): Promise<Taken> {
  const rule = lateAnswerRule(rules);
  const refusedAll = { stored: [], counted: false, refused: answers.map(({ entry }) => entry) };
  if (rule === 'refuse' || answers.length === 0) return refusedAll;
  const times = answers.map(({ writtenAt }) => present(writtenAt, 'time of a late answer'));
  const silences = await silencesAround(database, attemptId, times, now, transaction);
  const believed = answers.flatMap((answer, index) =>
    silences[index] ? [{ answer, silence: silences[index] }] : [],
  );
  const refused = answers.filter((_, index) => silences[index] === null).map(({ entry }) => entry);
  if (believed.length === 0) return refusedAll;
  if (rule === 'count') {
    const counting = believed.map(({ answer }) => answer);
    const stored = await writeLast(database, attemptId, counting, now, transaction);
    await markLate(database, attemptId, counting, transaction);
    return { stored: [...stored.values()], counted: true, refused };
  }
  for (const { answer, silence } of believed)
    await keepLateAnswer(
      database,
      {
        attemptId,
        answer,
        writtenAt: new Date(present(answer.writtenAt, 'time of a late answer')),
        arrivedAt: new Date(now),
        offlineSince: new Date(silence.beganAt),
      },
      transaction,
    );
  const stored = believed.map(({ answer: { entry, number, device } }) => ({
    entry,
    number,
    device,
  }));
  return { stored, counted: false, refused };
}
