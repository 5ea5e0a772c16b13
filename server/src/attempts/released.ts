/** How a score that is released is shown, and what is known about its release. */
import type { ShownScore } from '@oaken/contract/attempts';
import { bandOf, type AssignmentRules, type ReleaseFacts } from '@oaken/core/assignments';
import { toMillisOrNull, type Database } from '../database/connect';
import type { Attempt, Given } from './given';

/**
 * The score as the teacher shows it: what is not shown does not leave the server. While some of it
 * waits for the teacher only what is marked is told, since a percent or a band would count the rest
 * as nothing.
 */
export function shown(
  { release: { show, bands } }: AssignmentRules,
  points: number,
  limit: number,
  waiting: number,
): ShownScore {
  const share = limit > 0 ? points / limit : 0;
  const inPoints = show === 'points' || show === 'both';
  const whole = waiting === 0;
  return {
    points: inPoints ? points : null,
    maxPoints: inPoints ? limit - waiting : null,
    share: whole && (show === 'percent' || show === 'both') ? share : null,
    band: whole && show === 'band' ? (bandOf(share, bands)?.name ?? null) : null,
    waiting,
  };
}

/** Points that wait for the teacher, by attempt; attempts that wait for nothing have no line. */
export async function readWaiting(
  { models }: Database,
  attemptIds: readonly number[],
): Promise<Map<number, number>> {
  const unmarked = await models.Score.findAll({
    attributes: ['attemptId', 'maxPoints'],
    where: { needsMarking: true, attemptId: [...attemptIds] },
  });
  const points = new Map<number, number>();
  for (const { attemptId, maxPoints } of unmarked)
    points.set(attemptId, (points.get(attemptId) ?? 0) + maxPoints);
  return points;
}

/** What is known without asking about everybody else: enough for the score. */
export const factsOf = (
  given: Given,
  counting: Attempt | undefined,
  closed: boolean,
  now: number,
): ReleaseFacts => ({
  handedIn: counting !== undefined && counting.handedInAt !== null,
  closed,
  somebodyCanAnswer: true,
  releasedAt: toMillisOrNull(given.releasedAt),
  answersFrom: toMillisOrNull(given.answersFrom),
  now,
});
