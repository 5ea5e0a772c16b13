/** Scores attempts by what is stored of them: one of them, or all of an assignment at once. */
import type { AssignmentRules } from '@oaken/core/assignments';
import { scoreAttempt, type Adjustment, type EntryScore } from '@oaken/core/attempts';
import { entriesOf, type Edition, type EditionEntry } from '@oaken/core/forms';
import { scoreItem, type Responses } from '@oaken/core/items';
import { judgedAgain, type Practised } from '@oaken/core/practice';
import { sumPoints } from '@oaken/core/scoring';
import type { Transaction } from 'sequelize';
import { fromJson, rows, type Database } from '../database/connect';
import type { Editions } from './editions';
import { orderOf, sitterOf, type Attempt, type Given } from './given';

type Sat = Pick<Attempt, 'id' | 'seed' | 'place' | 'form' | 'given'>;

/** Everything that a score follows from besides the edition, of one attempt. */
interface Work {
  answers: Map<string, Responses>;
  marks: Map<string, Record<string, number>>;
  practised: Map<
    string,
    Practised & { first: Responses | null; best: Responses | null; last: Responses | null }
  >;
  adjusted: Map<string, Adjustment>;
  /** Points beside those of the items. */
  bonus: number;
}

/** Which attempts: those of the ids, or all of an assignment. */
type Which = { attemptIds: number[] } | { assignmentId: number };

export async function readWork(
  database: Database,
  which: Which,
  transaction?: Transaction,
): Promise<(attemptId: number) => Work> {
  const condition =
    'attemptIds' in which ? 't.id IN (:attemptIds)' : 't.assignment_id = :assignmentId';
  const read = <Row extends { attempt: number }>(columns: string, table: string, more = '') =>
    rows<Row>(
      database,
      `SELECT x.attempt_id AS attempt, ${columns} FROM attempts t JOIN ${table} x ON x.attempt_id = t.id WHERE ${condition} ${more}`,
      { ...which },
      transaction,
    );
  const held = new Map<number, Work>();
  const of = (attempt: number): Work => {
    const own = held.get(attempt) ?? {
      answers: new Map(),
      marks: new Map(),
      practised: new Map(),
      adjusted: new Map(),
      bonus: 0,
    };
    held.set(attempt, own);
    return own;
  };
  const json = (value: unknown) => (value === null ? null : fromJson<Responses>(value));
  // One after the other: within a transaction they share a connection.
  for (const own of await read<{ attempt: number; entry: string; responses: unknown }>(
    'x.entry_id AS entry, x.responses',
    'answers',
  ))
    of(own.attempt).answers.set(own.entry, fromJson<Responses>(own.responses));
  for (const own of await read<{ attempt: number; entry: string; part: string; points: number }>(
    'x.entry_id AS entry, x.part_id AS part, x.points',
    'marks',
    'AND x.points IS NOT NULL',
  )) {
    const { marks } = of(own.attempt);
    marks.set(own.entry, { ...marks.get(own.entry), [own.part]: own.points });
  }
  type Line = Practised & {
    attempt: number;
    entry: string;
    first: unknown;
    best: unknown;
    last: unknown;
  };
  for (const own of await read<Line>(
    'x.entry_id AS entry, x.tries, x.share, x.best_try AS bestTry, x.best_share AS bestShare, x.hints, x.shown, x.first_responses AS first, x.best_responses AS best, x.last_responses AS last',
    'practised',
  ))
    of(own.attempt).practised.set(own.entry, {
      ...own,
      shown: Boolean(own.shown),
      first: json(own.first),
      best: json(own.best),
      last: json(own.last),
    });
  for (const own of await read<{
    attempt: number;
    entry: string;
    kind: string;
    points: number | null;
  }>(
    'x.entry_id AS entry, x.kind, x.points',
    'adjustments',
    'AND x.undone_at IS NULL ORDER BY x.id',
  )) {
    const work = of(own.attempt);
    if (own.kind === 'bonus') work.bonus += own.points ?? 0;
    else if (own.entry !== '')
      work.adjusted.set(own.entry, own.kind === 'excused' ? 'excused' : (own.points ?? 0));
  }
  return of;
}

const keyShare = (entry: EditionEntry) => (answer: Responses) => {
  const { points, most } = scoreItem(entry.content, answer);
  return most > 0 ? points / most : 1;
};

/** Points for each entry of an attempt; nothing is written. */
export function scoresOf(
  edition: Edition,
  attempt: Sat,
  work: Work,
  rules: AssignmentRules,
  ranOut: boolean,
): EntryScore[] {
  const { answers, marks, adjusted } = work;
  const practice = rules.mode === 'practice';
  const entries = practice ? new Map(entriesOf(edition).map((entry) => [entry.id, entry])) : null;
  const of = new Map(
    practice
      ? [...work.practised].map(([id, own]) => [
          id,
          entries!.has(id) ? judgedAgain(own, keyShare(entries!.get(id)!)) : own,
        ])
      : [],
  );
  return scoreAttempt(edition, answers, {
    ...sitterOf(attempt),
    rules: orderOf(attempt, rules),
    ranOut,
    marks,
    adjusted,
    practice: practice ? { of, offPerTry: rules.offPerTry } : null,
  });
}

export interface Sums {
  points: number;
  most: number;
}

/** What an attempt is worth: its items, less what lateness takes off, and what a teacher gave besides. */
export function worthOf(scores: EntryScore[], bonus: number, lateOff: number): Sums {
  const sum = (pick: 'points' | 'most') => scores.reduce((total, own) => total + own[pick], 0);
  return {
    points: sumPoints([sum('points') * (1 - lateOff), bonus]),
    most: sumPoints([sum('most')]),
  };
}

const lines = (attemptId: number, scores: EntryScore[]) =>
  scores.map(({ entry, points, most, reached, waits }) => [
    attemptId,
    entry,
    points,
    most,
    reached,
    waits,
  ]);

/** Puts scores in place of those that are there. Thousands of lines go in a few statements. */
export async function replaceScores(
  database: Database,
  all: { attemptId: number; scores: EntryScore[] }[],
  transaction: Transaction,
): Promise<void> {
  const most = 5_000;
  const written = all.flatMap(({ attemptId, scores }) => lines(attemptId, scores));
  for (let from = 0; from < written.length; from += most)
    await database.query(
      `INSERT INTO scores (attempt_id, entry_id, points, most, reached, waits) VALUES :lines
       ON DUPLICATE KEY UPDATE points = VALUES(points), most = VALUES(most), reached = VALUES(reached), waits = VALUES(waits)`,
      { replacements: { lines: written.slice(from, from + most) }, transaction },
    );
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
  const work = (await readWork(database, { attemptIds: [attempt.id] }, transaction))(attempt.id);
  const scores = scoresOf(edition, attempt, work, given.rules, ranOut);
  await replaceScores(database, [{ attemptId: attempt.id, scores }], transaction);
  return worthOf(scores, work.bonus, lateOff);
}
