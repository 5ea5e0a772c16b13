/** Going on in an attempt that has stages, and staying in one that must not be left. */
import type { api, BodyOf } from '@oaken/contract';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { entered, lastClockEnd } from '@oaken/core/stages';
import { earlier } from '@oaken/core/timing';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, toMillisOrNull } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import type { Editions } from './editions';
import { lockAttempt, readGiven, insistOnUnderWay } from './given';
import { takeLateAnswers } from './late';
import { openedAttempt } from './opened';
import { Veil } from './veil';
import { writeLast } from './writing';
import { courseColumns, sorted, stagedOf } from './staged';

export async function enterNext(
  context: Context,
  editions: Editions,
  me: SignedIn,
  attemptId: number,
  { leave, answers }: BodyOf<typeof api.enterNext>,
): Promise<AttemptAnswer> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || attempt.studentId !== me.account.id) throw notFound('attempt');
    const given = await readGiven(database, me.account.id, attempt.assignmentId, transaction);
    const now = context.now();
    insistOnUnderWay(attempt, now);
    const staged = stagedOf(attempt);
    if (!staged) throw problem('all-open-together');
    const { edition, entryIds } = await editions.get(given.editionId);
    if (!answers.every(({ entry }) => entryIds.has(entry))) throw notFound('item');
    const sent = new Veil(attempt.seed).stored(answers, edition);
    const arrived = sorted({ staged, pausedAt: null }, sent, toMillis(attempt.beganAt), now);
    if (arrived.now.length > 0) await writeLast(database, attemptId, arrived.now, now, transaction);
    await takeLateAnswers(database, attemptId, given.rules, arrived.late, now, transaction);
    // Another tab or device was here before, or the answer to this was lost on its way: what stands now is given again.
    if (leave !== staged.course.stage)
      return openedAttempt(context, me, edition, given, attempt, transaction);
    const course = entered(staged.stages, staged.course, now);
    if (!course) throw problem('nothing-after');
    const deadlineAt = earlier(
      toMillisOrNull(attempt.deadlineAt),
      lastClockEnd(staged.stages, course),
    );
    const columns = {
      ...courseColumns(course),
      deadlineAt: deadlineAt === null ? null : new Date(deadlineAt),
    };
    await database.models.Attempt.update(columns, { where: { id: attemptId }, transaction });
    return openedAttempt(context, me, edition, given, { ...attempt, ...columns }, transaction);
  });
}

export async function countPlay(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  attemptId: number,
  { file, times }: BodyOf<typeof api.countPlay>,
): Promise<{ times: number }> {
  return database.transaction(async (transaction) => {
    const attempt = await lockAttempt(database, attemptId, transaction);
    if (!attempt || attempt.studentId !== me.account.id) throw notFound('attempt');
    const { editionId } = await readGiven(
      database,
      me.account.id,
      attempt.assignmentId,
      transaction,
    );
    const { edition } = await editions.get(editionId);
    if (!JSON.stringify(edition).includes(`/api/files/${file}`)) throw notFound('file');
    // The attempt is locked, so nobody else counts meanwhile.
    const { MediaPlay } = database.models;
    const known = await MediaPlay.findOne({ where: { attemptId, fileId: file }, transaction });
    const playCount = Math.max(times, known?.playCount ?? 0);
    await MediaPlay.upsert({ attemptId, fileId: file, playCount }, { transaction });
    return { times: playCount };
  });
}
