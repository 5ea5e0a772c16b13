/** How a score that is released is shown, and what is known about its release. */
import type { ShownScore } from '@oaken/contract/attempts';
import { bandOf, type AssignmentRules, type ReleaseFacts } from '@oaken/core/assignments';
import { toMillisOrNull } from '../database/connect';
import type { Attempt, Given } from './given';

/** The score as the teacher shows it: what is not shown does not leave the server. */
export function shown({ release: { show, bands } }: AssignmentRules, points: number, most: number): ShownScore {
  const share = most > 0 ? points / most : 0;
  const inPoints = show === 'points' || show === 'both';
  return {
    points: inPoints ? points : null,
    most: inPoints ? most : null,
    share: show === 'percent' || show === 'both' ? share : null,
    band: show === 'band' ? (bandOf(share, bands)?.name ?? null) : null,
  };
}

/** What is known without asking about everybody else: enough for the score. */
export const factsOf = (own: Given, counting: Attempt | undefined, closed: boolean, now: number): ReleaseFacts => ({
  handedIn: counting !== undefined && counting.handedInAt !== null,
  closed,
  somebodyCanAnswer: true,
  releasedAt: toMillisOrNull(own.releasedAt),
  answersFrom: toMillisOrNull(own.answersFrom),
  now,
});
