/** What a student's page says of itself while it is open, and what it hears in return. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { minute } from '@oaken/core/timing';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Attempt } from '../models';
import { notFound } from '../problems/problem';
import { wasAway } from './away';
import { noteSilence } from './silences';
import { noteHeartbeat, noteTimes } from './queries';

export async function heartbeat(
  { database, now }: Context,
  me: SignedIn,
  attemptId: number,
  { entry, hidden, left, heard, page, spent }: BodyOf<typeof api.heartbeat>,
): Promise<AnswerOf<typeof api.heartbeat>> {
  const { Attempt, Presence } = database.models;
  const attempt = await Attempt.findOne({
    attributes: [
      ...['id', 'assignmentId', 'beganAt', 'deadlineAt', 'clockAt'],
      ...['pausedAt', 'handedInAt', 'seenAt'],
    ],
    where: { id: attemptId, studentId: me.account.id },
    raw: true,
  });
  if (!attempt) throw notFound('attempt');
  const time = now();
  const last = await Presence.findByPk(attemptId, { attributes: ['seenAt'], raw: true });
  if (last) await noteSilence(database, attemptId, toMillis(last.seenAt), time);
  // Also after the end: a page that is still there was not without network. Leaving it then is nobody's matter.
  const leaves = attempt.handedInAt === null ? left : 0;
  await noteHeartbeat(database, { attemptId, entry, hidden, leaves, time: new Date(time) });
  if (attempt.handedInAt === null) {
    // Only a sitting that must not be left has been given a first sign; one that was let in again gets it on opening.
    if (attempt.seenAt !== null && !wasAway(attempt.seenAt, time))
      await Attempt.update(
        { seenAt: new Date(time) },
        { where: { id: attemptId, seenAt: { [Op.ne]: null } } },
      );
  }
  // The last question's time arrives just after handing in.
  if (
    page &&
    spent?.length &&
    (attempt.handedInAt === null || time - toMillis(attempt.handedInAt) < minute)
  )
    await noteTimes(
      database,
      spent.map((time) => ({
        attemptId,
        entryId: time.entry,
        page,
        milliseconds: time.ms,
      })),
    );
  const notices = await noticesFor(database, me, attempt, heard);
  return {
    now: time,
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    partEndsAt: toMillisOrNull(attempt.clockAt),
    paused: attempt.pausedAt !== null,
    away: attempt.handedInAt === null && wasAway(attempt.seenAt, time),
    handedIn: attempt.handedInAt !== null,
    notices: notices.map(({ id, text }) => ({ id, text })),
  };
}

/** What the teacher said to this student, or to all, since the attempt began and after what was heard. */
const noticesFor = (
  { models }: Database,
  me: SignedIn,
  { assignmentId, beganAt }: Attempt,
  heard: number,
) =>
  models.Notice.findAll({
    where: {
      assignmentId,
      id: { [Op.gt]: heard },
      studentId: { [Op.or]: [null, me.account.id] },
      sentAt: { [Op.gte]: beganAt },
    },
    order: ['id'],
    limit: 20,
    raw: true,
  });
