/** Practice: help while working, at a price. What a question gave is settled by its tries and by whether its answer was shown. */
import { roundPoints } from '../scoring';

/** What happened to one question of a practice. */
export interface Practised {
  /** Answers that were checked. */
  tries: number;
  /** The share of the points that the last checked answer earned by its key, from 0 to 1. */
  share: number;
  /** Hints that were asked for; they cost nothing. */
  hints: number;
  /** The answer was shown before it was right. */
  shown: boolean;
}

export const untouched: Practised = { tries: 0, share: 0, hints: 0, shown: false };

export const isSolved = ({ share, tries }: Pick<Practised, 'share' | 'tries'>) => tries > 0 && share >= 1 - 1e-9;

/** Done: solved, or its answer was shown. It can be read again with its help, but earns nothing more. */
export const isDone = (own: Practised) => own.shown || isSolved(own);

/**
 * The share of its points that a question gives: what the last checked answer earned, less `offPerTry` for each wrong try
 * before it; nothing once the answer was shown. Where no answer was checked, what is saved counts as a first try.
 *
 * @param saved the share that the saved answer would earn
 */
export function practiceShare(own: Practised, offPerTry: number, saved: number): number {
  if (own.shown) return 0;
  if (own.tries === 0) return saved;
  return Math.max(0, roundPoints(own.share * (1 - offPerTry * (own.tries - 1))));
}

/**
 * What happened to a question, judged by a key that may have changed since: a first answer that is right by it needed no
 * help, whatever came after. By the same key nothing changes.
 *
 * @param shareOf what an answer earns by the key, from 0 to 1
 */
export function judgedAgain<Answer>(
  own: Practised & { first: Answer | null; last: Answer | null },
  shareOf: (answer: Answer) => number,
): Practised {
  const { tries, hints, shown, first, last } = own;
  if (tries === 0 || first === null || last === null) return own;
  if (isSolved({ tries: 1, share: shareOf(first) })) return { tries: 1, share: 1, hints, shown: false };
  return { tries, hints, shown, share: shareOf(last) };
}

/** One more checked answer. After it is solved or shown nothing changes. */
export const checked = (own: Practised, share: number): Practised => (isDone(own) ? own : { ...own, tries: own.tries + 1, share }); // prettier-ignore
