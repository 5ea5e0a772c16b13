/** Answers that arrived after the end and wait until the teacher has looked. */
import type { StudentWork } from '@oaken/contract/results';
import { responsesInWords, type ItemContent, type Responses } from '@oaken/core/items';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven } from '../attempts/given';
import { writeLast } from '../attempts/writing';
import { markLate } from '../attempts/written';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis, type Database } from '../database/connect';
import { notFound } from '../http/problem';

interface Late {
  entry: string;
  number: number;
  device: string;
  responses: unknown;
  flagged: number;
  writtenAt: Date;
  arrivedAt: Date;
  silentFrom: Date;
  decision: 'waiting' | 'counted' | 'refused';
}

const columns = `entry_id AS entry, number, device, responses, flagged, written_at AS writtenAt, arrived_at AS arrivedAt,
  silent_from AS silentFrom, decision`;

/** @param entries the questions of the attempt, with their places */
export async function readLateAnswers(
  database: Database,
  attemptId: number,
  entries: { id: string; number: number; content: ItemContent }[],
): Promise<StudentWork['lateAnswers']> {
  const late = await rows<Late>(
    database,
    `SELECT ${columns} FROM late_answers WHERE attempt_id = :attemptId ORDER BY written_at`,
    { attemptId },
  );
  return late.flatMap((answer) => {
    const entry = entries.find(({ id }) => id === answer.entry);
    if (!entry) return [];
    return [
      {
        entry: entry.id,
        number: entry.number,
        words: responsesInWords(entry.content, fromJson<Responses>(answer.responses)),
        writtenAt: toMillis(answer.writtenAt),
        arrivedAt: toMillis(answer.arrivedAt),
        silentFrom: toMillis(answer.silentFrom),
        decision: answer.decision,
      },
    ];
  });
}

/** The teacher has looked: the answers that wait are counted, or are not. */
export async function decideLateAnswers(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId }: { assignmentId: number; studentId: number },
  { attemptId, count }: { attemptId: number; count: boolean },
): Promise<void> {
  await insistOnRunningAssignment(database, me, assignmentId);
  await database.transaction(async (transaction) => {
    const place = { attemptId, assignmentId, studentId };
    const found = await row(
      database,
      'SELECT id FROM attempts WHERE id = :attemptId AND assignment_id = :assignmentId AND student_id = :studentId',
      place,
      transaction,
    );
    const attempt = found && (await lockAttempt(database, attemptId, transaction));
    if (!attempt) throw notFound('The student’s work');
    const waiting = await rows<Late>(
      database,
      `SELECT ${columns} FROM late_answers WHERE attempt_id = :attemptId AND decision = 'waiting' FOR UPDATE`,
      { attemptId },
      transaction,
    );
    await database.query(
      `UPDATE late_answers SET decision = :decision, decided_by = :me, decided_at = :time
        WHERE attempt_id = :attemptId AND decision = 'waiting'`,
      {
        replacements: {
          attemptId,
          decision: count ? 'counted' : 'refused',
          me: me.account.id,
          time: new Date(now()),
        },
        transaction,
      },
    );
    if (!count || waiting.length === 0) return;
    const answers = waiting.map(({ entry, number, device, responses, flagged, writtenAt }) => ({
      entry,
      number,
      device,
      responses: fromJson<Responses>(responses),
      flagged: Boolean(flagged),
      writtenAt: toMillis(writtenAt),
    }));
    await writeLast(database, attemptId, answers, now(), transaction);
    await markLate(database, attemptId, answers, transaction);
    if (attempt.handedInAt === null) return;
    const given = await readGiven(database, studentId, assignmentId, transaction);
    await scoreAnew(database, editions, attempt, given, now(), transaction);
  });
}
