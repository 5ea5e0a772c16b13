/**
 * Practice: help while working, at a price. What a question gave is settled by its tries and by
 * whether its answer was shown.
 */
import { roundPoints } from '../scoring';

/** What happened to one question of a practice. */
export interface Practised {
  /** Answers that were checked. */
  tries: number;
  /** The share of the points that the last checked answer earned by its key, from 0 to 1. */
  share: number;
  /** The try that gave most after its price, counted from 1; 0 before the first. */
  bestTry: number;
  /** The share that the answer of that try earned by its key. */
  bestShare: number;
  /** Hints that were asked for; they cost nothing. */
  hints: number;
  /** The answer was shown before it was right. */
  shown: boolean;
}

export const untouched: Practised = {
  tries: 0,
  share: 0,
  bestTry: 0,
  bestShare: 0,
  hints: 0,
  shown: false,
};

/** Whether a checked answer has earned everything. */
export const isSolved = ({ share, tries }: Pick<Practised, 'share' | 'tries'>) =>
  tries > 0 && share >= 1 - 1e-9;

/**
 * Done: solved, its answer was shown, or no try is left. It can be read again with its help, but
 * earns nothing more.
 *
 * @param mostTries null: as many as wanted
 */
export const isDone = (practised: Practised, mostTries: number | null = null) =>
  practised.shown || isSolved(practised) || (mostTries !== null && practised.tries >= mostTries);

/** What an answer gives at a try, less `offPerTry` for each one before it. */
const priced = (share: number, tries: number, offPerTry: number) =>
  Math.max(0, roundPoints(share * (1 - offPerTry * (tries - 1))));

/** What has been earned so far: the best try after its price. A later try never lowers it. */
const earned = ({ tries, share, bestTry, bestShare }: Practised, offPerTry: number) =>
  tries === 0
    ? 0
    : Math.max(
        priced(share, tries, offPerTry),
        bestTry > 0 ? priced(bestShare, bestTry, offPerTry) : 0,
      );

/**
 * The share of its points that a question gives: what its best try earned after its price, and
 * nothing once the answer was shown. Where no answer was checked, what is saved counts as a first
 * try.
 *
 * @param saved the share that the saved answer would earn
 */
export function practiceShare(practised: Practised, offPerTry: number, saved: number): number {
  if (practised.shown) return 0;
  return practised.tries === 0 ? saved : earned(practised, offPerTry);
}

/** What the question gives if the next answer is right. */
export const nextWorth = (practised: Practised, offPerTry: number) =>
  Math.max(earned(practised, offPerTry), priced(1, practised.tries + 1, offPerTry));

/**
 * What happened to a question, judged by a key that may have changed since: a first answer that is
 * right by it needed no help, whatever came after. By the same key nothing changes.
 *
 * @param shareOf what an answer earns by the key, from 0 to 1
 */
export function judgedAgain<Answer>(
  practised: Practised & { first: Answer | null; best: Answer | null; last: Answer | null },
  shareOf: (answer: Answer) => number,
): Practised {
  const { tries, bestTry, hints, shown, first, best, last } = practised;
  if (tries === 0 || first === null || last === null) return practised;
  if (isSolved({ tries: 1, share: shareOf(first) }))
    return { tries: 1, share: 1, bestTry: 1, bestShare: 1, hints, shown: false };
  const bestShare = best === null ? shareOf(first) : shareOf(best);
  return {
    tries,
    hints,
    shown,
    share: shareOf(last),
    bestTry: best === null ? 1 : bestTry,
    bestShare,
  };
}

/** One more checked answer. Once it is done nothing changes. */
export function checked(
  practised: Practised,
  share: number,
  offPerTry: number,
  mostTries: number | null = null,
): Practised {
  if (isDone(practised, mostTries)) return practised;
  const tries = practised.tries + 1;
  const isBest =
    practised.bestTry === 0 || priced(share, tries, offPerTry) > earned(practised, offPerTry);
  return { ...practised, tries, share, ...(isBest && { bestTry: tries, bestShare: share }) };
}
