/** Scores attempts by what is stored of them: one of them, or all of an assignment at once. */
import type { AssignmentRules } from '@oaken/core/assignments';
import { scoreAttempt, type Adjustment, type EntryScore } from '@oaken/core/attempts';
import { entriesOf, entryFor, type Edition, type EditionEntry } from '@oaken/core/forms';
import { scoreItem, type Responses } from '@oaken/core/items';
import { judgedAgain, type Practised } from '@oaken/core/practice';
import { sumPoints } from '@oaken/core/scoring';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import type { Editions } from './editions';
import { replaceScores } from './queries';
import { readRecord, type AttemptRecord } from '../record';
import { orderOf, sitterOf, type Attempt, type Given } from './given';

type Sat = Pick<Attempt, 'id' | 'seed' | 'seat' | 'form' | 'given'>;

/** What a score follows from besides the edition. */
export const scoredParts = ['answers', 'marks', 'practice', 'adjustments'] as const;

type Scored = Pick<AttemptRecord, (typeof scoredParts)[number]>;

/** Points by hand, by entry and part; a mark that was taken back is none. */
function handPoints(marks: Scored['marks']): Map<string, Record<string, number>> {
  const points = new Map<string, Record<string, number>>();
  for (const [entryId, given] of marks)
    for (const { partId, points: ofPart } of given)
      if (ofPart !== null) points.set(entryId, { ...points.get(entryId), [partId]: ofPart });
  return points;
}

/** What was decided about single questions; the last decision about one holds. */
function decisionsOf(adjustments: Scored['adjustments']): Map<string, Adjustment> {
  const ofQuestions = adjustments.filter(({ entryId, kind }) => entryId !== '' && kind !== 'bonus');
  return new Map(
    ofQuestions.map(({ entryId, kind, points }) => [
      entryId,
      kind === 'excused' ? 'excused' : (points ?? 0),
    ]),
  );
}

/** Points that a teacher gave beside those of the items. */
export const bonusOf = ({ adjustments }: Pick<AttemptRecord, 'adjustments'>): number =>
  adjustments.reduce((sum, { kind, points }) => sum + (kind === 'bonus' ? (points ?? 0) : 0), 0);

const keyShare = (entry: EditionEntry) => (answer: Responses) => {
  const { points, maxPoints } = scoreItem(entry.content, answer);
  return maxPoints > 0 ? points / maxPoints : 1;
};

/** The tries of a practice by the keys of the edition, which may be others than those of the time. */
function practiceOf(
  edition: Edition,
  seed: string,
  practice: Scored['practice'],
): Map<string, Practised> {
  const entries = new Map(entriesOf(edition).map((entry) => [entry.id, entry]));
  return new Map(
    [...practice].map(([id, held]) => {
      const entry = entries.get(id);
      return [id, entry ? judgedAgain(held, keyShare(entryFor(entry, seed))) : held];
    }),
  );
}

/** Points for each entry of an attempt; nothing is written. */
export function scoresOf(
  edition: Edition,
  attempt: Sat,
  record: Scored,
  rules: AssignmentRules,
  ranOut: boolean,
): EntryScore[] {
  return scoreAttempt(edition, record.answers, {
    ...sitterOf(attempt),
    rules: orderOf(attempt, rules),
    ranOut,
    marks: handPoints(record.marks),
    adjusted: decisionsOf(record.adjustments),
    practice:
      rules.mode === 'practice'
        ? { of: practiceOf(edition, attempt.seed, record.practice), offPerTry: rules.offPerTry }
        : null,
  });
}

export interface Sums {
  points: number;
  maxPoints: number;
}

/** What an attempt is worth: its items, less what lateness takes off, and what a teacher gave besides. */
export function worthOf(scores: EntryScore[], bonus: number, lateOff: number): Sums {
  const sum = (pick: 'points' | 'maxPoints') =>
    scores.reduce((total, score) => total + score[pick], 0);
  return {
    points: sumPoints([sum('points') * (1 - lateOff), bonus]),
    maxPoints: sumPoints([sum('maxPoints')]),
  };
}

/** Scores an attempt by what is saved, marked and decided now. @returns what it is worth */
export async function writeScores(
  database: Database,
  editions: Editions,
  attempt: Attempt,
  given: Given,
  { ranOut, lateOff }: { ranOut: boolean; lateOff: number },
  transaction: Transaction,
): Promise<Sums> {
  const { edition } = await editions.get(given.editionId);
  const record = await readRecord(database, attempt.id, scoredParts, transaction);
  const scores = scoresOf(edition, attempt, record, given.rules, ranOut);
  await replaceScores(database, [{ attemptId: attempt.id, scores }], transaction);
  return worthOf(scores, bonusOf(record), lateOff);
}
