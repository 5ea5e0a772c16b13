/** What was done to an attempt from outside, and by whom, in words. */
import { type Database } from '../database/connect';

const eventWords: Record<string, string> = {
  pause: 'paused it',
  resume: 'resumed it',
  'hand-in': 'handed it in',
  reopen: 'opened it again',
};

/** The oldest first; `by` is empty where nobody is known to have done it. */
export async function readEvents({ models }: Database, attemptId: number) {
  const events = await models.AttemptEvent.findAll({
    where: { attemptId },
    include: ['doer'],
    order: ['id'],
  });
  return events.map(({ doneAt, doer, event }) => ({
    at: doneAt,
    by: doer?.fullName ?? '',
    words: eventWords[event] ?? event,
  }));
}
