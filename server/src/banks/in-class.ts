/** How an item went where it was asked in class: kept apart from what tests find, for the class talked about it. */
import { valueOf } from '@oaken/core/certain';
import { askedAgain } from '@oaken/core/rounds';
import type { Database } from '../database/connect';

export interface InClass {
  /** Rounds in which it was asked. */
  times: number;
  /** Students who answered it at its first asking, and the share of the points that they earned. */
  n: number;
  share: number;
}

/** @returns null where it was never asked in class, or never scored there */
export async function figuresInClass(
  { models: { Answer, Assignment, EditionRevision, Score } }: Database,
  itemId: number,
): Promise<InClass | null> {
  const pins = await EditionRevision.findAll({
    attributes: ['editionId', 'entryId'],
    where: { itemId, override: null },
  });
  const entryOf = new Map(
    pins
      .filter(({ entryId }) => !askedAgain(entryId))
      .map(({ editionId, entryId }) => [editionId, entryId]),
  );
  const rounds = await Assignment.findAll({
    attributes: ['id', 'editionId'],
    where: { kind: 'round', editionId: [...entryOf.keys()] },
  });
  if (rounds.length === 0) return null;
  const editions = new Map(rounds.map(({ id, editionId }) => [id, editionId]));
  const scores = await Score.findAll({
    attributes: ['attemptId', 'entryId', 'points', 'maxPoints'],
    where: { entryId: [...new Set(entryOf.values())], needsMarking: false },
    include: [
      {
        association: 'attempt',
        attributes: ['assignmentId'],
        where: { assignmentId: rounds.map(({ id }) => id) },
      },
    ],
  });
  const answers = await Answer.findAll({
    attributes: ['attemptId', 'entryId'],
    where: { attemptId: scores.map(({ attemptId }) => attemptId) },
  });
  const answered = new Set(answers.map(({ attemptId, entryId }) => `${attemptId} ${entryId}`));
  const counting = scores.filter(({ attemptId, entryId, maxPoints, attempt }) => {
    const edition = valueOf(editions, attempt?.assignmentId ?? 0);
    const isFirst = entryOf.get(edition) === entryId;
    return isFirst && maxPoints > 0 && answered.has(`${attemptId} ${entryId}`);
  });
  if (counting.length === 0) return null;
  const earned = counting.reduce((sum, { points, maxPoints }) => sum + points / maxPoints, 0);
  return { times: rounds.length, n: counting.length, share: earned / counting.length };
}
