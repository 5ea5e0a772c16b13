/** Answers that arrived after the end and wait until the teacher has looked. */
import type { StudentWork } from '@oaken/contract/results';
import { responsesInWords, type ItemContent } from '@oaken/core/items';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven } from '../attempts/given';
import { writeLast } from '../attempts/writing';
import { markLate } from '../attempts/written';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound } from '../problems/problem';

/** @param entries the questions of the attempt, with their places */
export async function readLateAnswers(
  database: Database,
  attemptId: number,
  entries: { id: string; number: number; content: ItemContent }[],
): Promise<StudentWork['lateAnswers']> {
  const late = await database.models.LateAnswer.findAll({
    where: { attemptId },
    order: ['writtenAt'],
  });
  return late.flatMap((answer) => {
    const entry = entries.find(({ id }) => id === answer.entryId);
    if (!entry) return [];
    return [
      {
        entry: entry.id,
        number: entry.number,
        words: responsesInWords(entry.content, answer.responses),
        writtenAt: toMillis(answer.writtenAt),
        arrivedAt: toMillis(answer.arrivedAt),
        silentFrom: toMillis(answer.offlineSince),
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
    const { LateAnswer } = database.models;
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (attempt?.assignmentId !== assignmentId || attempt.studentId !== studentId)
      throw notFound('studentWork');
    const where = { attemptId, decision: 'waiting' as const };
    const waiting = await LateAnswer.findAll({ where, lock: true, transaction });
    await LateAnswer.update(
      {
        decision: count ? 'counted' : 'refused',
        decidedBy: me.account.id,
        decidedAt: new Date(now()),
      },
      { where, transaction },
    );
    if (!count || waiting.length === 0) return;
    const answers = waiting.map(({ entryId, number, device, responses, flagged, writtenAt }) => ({
      entry: entryId,
      number,
      device,
      responses,
      flagged,
      writtenAt: toMillis(writtenAt),
    }));
    await writeLast(database, attemptId, answers, now(), transaction);
    await markLate(database, attemptId, answers, transaction);
    if (attempt.handedInAt === null) return;
    const given = await readGiven(database, studentId, assignmentId, transaction);
    await scoreAnew(database, editions, attempt, given, now(), transaction);
  });
}
