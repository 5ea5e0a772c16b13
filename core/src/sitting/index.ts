/**
 * What the sitting page needs of core; nothing here loads keys, schemas or anything else that a
 * student has no use for.
 */

/** Whether a response says anything: every kind's empty response is nothing, an empty list or blank text. */
export function isAnswered(response: unknown): boolean {
  if (response === null || response === undefined) return false;
  if (typeof response === 'string') return response.trim() !== '';
  return Array.isArray(response) ? response.length > 0 : true;
}

/** A page of information is only read. */
export type Progress = 'unanswered' | 'partly' | 'answered' | 'to read';

/** How far a question is answered. */
export function progressOf(
  parts: readonly { id: string; kind: string }[],
  responses: Readonly<Record<string, unknown>>,
): Progress {
  const asked = parts.filter(({ kind }) => kind !== 'information');
  if (asked.length === 0) return 'to read';
  const done = asked.filter(({ id }) => isAnswered(responses[id])).length;
  if (done === asked.length) return 'answered';
  return done === 0 ? 'unanswered' : 'partly';
}

/** How many questions there are and how many are done; pages that are only read are no questions. */
export interface Done {
  asked: number;
  /** Answered in every part. */
  answered: number;
}

/** @param progress of every question, in any order; a question answered in part is not answered */
export function countDone(progress: readonly Progress[]): Done {
  const asked = progress.filter((far) => far !== 'to read');
  return { asked: asked.length, answered: asked.filter((far) => far === 'answered').length };
}

export interface Numbered {
  number: number;
  device: string;
}

/**
 * What became of a save, by what now stands in the database.
 *
 * @returns `kept` when it is ours, `newer` when another tab or device was ahead
 */
export const outcomeOf = (sent: Numbered, stored: Numbered): 'kept' | 'newer' =>
  stored.number === sent.number && stored.device === sent.device ? 'kept' : 'newer';

/**
 * The wait before try `tries` (from 1), in milliseconds: doubling from a second to a quarter
 * minute. `luck` in [0, 1) spreads a class out.
 */
export const backoff = (tries: number, luck: number) =>
  Math.min(15_000, 1_000 * 2 ** (tries - 1)) * (0.75 + 0.5 * luck);

export { urgencyOf, urgencies, type Urgency } from './urgency';
