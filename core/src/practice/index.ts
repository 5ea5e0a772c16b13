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

/** One more checked answer. After it is solved or shown nothing changes. */
export const checked = (own: Practised, share: number): Practised => (isDone(own) ? own : { ...own, tries: own.tries + 1, share }); // prettier-ignore
