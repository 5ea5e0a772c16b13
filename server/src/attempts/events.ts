/** What was done to an attempt from outside, and by whom, in words. */
import { type Database } from '../database/connect';
import { sentence } from './sentences';

const known = ['pause', 'resume', 'hand-in', 'reopen', 'on-paper'] as const;

function inWords(event: string): string {
  const kind = known.find((name) => name === event);
  return kind ? sentence(`events.${kind}`) : event;
}

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
    words: inWords(event),
  }));
}
