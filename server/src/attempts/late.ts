/** What becomes of answers that arrive after their end, by the rule of the assignment. */
import type { Database } from '../database/connect';
import type { SavedAnswer } from '@oaken/contract/attempts';
import { lateAnswerRule, type AssignmentRules } from '@oaken/core/assignments';
import type { Transaction } from 'sequelize';
import { silencesAround } from './silences';
import { writeLast, type Stored } from './writing';
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
  const times = answers.map(({ writtenAt }) => writtenAt!);
  const silences = await silencesAround(database, attemptId, times, now, transaction);
  const believed = answers.flatMap((answer, at) =>
    silences[at] ? [{ answer, silence: silences[at] }] : [],
  );
  const refused = answers.filter((_, at) => silences[at] === null).map(({ entry }) => entry);
  if (believed.length === 0) return refusedAll;
  if (rule === 'count') {
    const counting = believed.map(({ answer }) => answer);
    const stored = await writeLast(database, attemptId, counting, now, transaction);
    await markLate(database, attemptId, counting, transaction);
    return { stored: [...stored.values()], counted: true, refused };
  }
  for (const { answer, silence } of believed)
    await keepForTeacher(database, attemptId, answer, silence.beganAt, now, transaction);
  const stored = believed.map(({ answer: { entry, number, device } }) => ({
    entry,
    number,
    device,
  }));
  return { stored, counted: false, refused };
}

/** The highest number stands, as with answers that count; what was decided about stays decided. */
const keepForTeacher = (
  database: Database,
  attemptId: number,
  { entry, number, device, responses, flagged, writtenAt }: SavedAnswer,
  silentFrom: number,
  now: number,
  transaction: Transaction,
) =>
  database.query(
    `INSERT INTO late_answers (attempt_id, entry_id, number, device, responses, flagged, written_at, arrived_at, silent_from)
     VALUES (:attemptId, :entry, :number, :device, :responses, :flagged, :writtenAt, :now, :silentFrom)
     ON DUPLICATE KEY UPDATE
       device = IF(VALUES(number) > number AND decision = 'waiting', VALUES(device), device),
       responses = IF(VALUES(number) > number AND decision = 'waiting', VALUES(responses), responses),
       flagged = IF(VALUES(number) > number AND decision = 'waiting', VALUES(flagged), flagged),
       written_at = IF(VALUES(number) > number AND decision = 'waiting', VALUES(written_at), written_at),
       number = IF(decision = 'waiting', GREATEST(number, VALUES(number)), number)`,
    {
      replacements: {
        attemptId,
        entry,
        number,
        device,
        responses: JSON.stringify(responses),
        flagged,
        writtenAt: new Date(writtenAt!),
        now: new Date(now),
        silentFrom: new Date(silentFrom),
      },
      transaction,
    },
  );
