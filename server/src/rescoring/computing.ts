/** All work of an assignment scored under any edition, in memory. */
import { spreadOf, analyse, type Figure } from '@oaken/core/analysis';
import type { AssignmentRules } from '@oaken/core/assignments';
import { countAttempts, type EntryScore } from '@oaken/core/attempts';
import { entriesOf, type Edition } from '@oaken/core/forms';
import { shareOf } from '@oaken/core/rescoring';
import type { Transaction } from 'sequelize';
import { type Database } from '../database/connect';
import { asAttempt, hasRunOut, type Attempt } from '../attempts/given';
import { readRecords, type AttemptRecord } from '../record';
import { bonusOf, scoredParts, scoresOf, worthOf, type Sums } from '../attempts/scoring';
import { tableOf } from '../results/table';
import { present } from '@oaken/core/certain';

type Sat = Attempt & { studentId: number; excused: boolean };

/** What is stored of everybody's work, whatever edition it is scored under. */
export interface Stored {
  rules: AssignmentRules;
  /** Those that were handed in. */
  attempts: Sat[];
  /** Students who are still at it. */
  working: number;
  recordOf: (attemptId: number) => Pick<AttemptRecord, (typeof scoredParts)[number]>;
}

/** @param transaction with it, the attempts are locked: nobody is marked or hands in meanwhile */
export async function readStored(
  database: Database,
  assignmentId: number,
  rules: AssignmentRules,
  transaction?: Transaction,
): Promise<Stored> {
  const stored = await database.models.Attempt.findAll({
    where: { assignmentId },
    order: ['id'],
    lock: transaction !== undefined,
    transaction,
  });
  const all = stored.map((attempt) => ({
    ...asAttempt(attempt),
    studentId: attempt.studentId,
    excused: attempt.excused,
  }));
  const attempts = all.filter(({ handedInAt }) => handedInAt !== null);
  return {
    rules,
    attempts,
    working: new Set(
      all.filter(({ handedInAt }) => handedInAt === null).map(({ studentId }) => studentId),
    ).size,
    recordOf: await readRecords(database, { assignmentId }, scoredParts, transaction),
  };
}

interface Line extends Sums {
  id: number;
  studentId: number;
  number: number;
  scores: EntryScore[];
}

export interface Computed {
  lines: Line[];
  /** By student: which attempt counts, and with how many points. */
  counted: Map<number, { attempt: Line; points: number }>;
}

export function compute({ rules, attempts, recordOf }: Stored, edition: Edition): Computed {
  const lines = attempts.map((attempt): Line => {
    const record = recordOf(attempt.id);
    const scores = scoresOf(edition, attempt, record, rules, hasRunOut(attempt));
    return {
      id: attempt.id,
      studentId: attempt.studentId,
      number: attempt.number,
      scores,
      ...worthOf(scores, bonusOf(record), Number(attempt.lateOff)),
    };
  });
  const byStudent = new Map<number, Line[]>();
  for (const line of lines)
    byStudent.set(line.studentId, [...(byStudent.get(line.studentId) ?? []), line]);
  const counted = new Map<number, { attempt: Line; points: number }>();
  for (const [studentId, studentAttempts] of byStudent) {
    const { number, points } = countAttempts(studentAttempts, rules.counts);
    counted.set(studentId, {
      attempt: present(
        studentAttempts.find((line) => line.number === number),
        'attempt that counts',
      ),
      points: points ?? 0,
    });
  }
  return { lines, counted };
}

export interface ClassFigures {
  mean: Figure;
  meanShare: Figure;
  alpha: Figure;
  standardError: Figure;
}

/** The class's figures under an edition: of the attempts that count, without those that are excused. */
export function figuresOf(
  { counted }: Computed,
  { attempts }: Stored,
  edition: Edition,
): ClassFigures {
  const excused = new Set(attempts.flatMap((attempt) => (attempt.excused ? [attempt.id] : [])));
  const rows = [...counted.values()].filter(({ attempt }) => !excused.has(attempt.id));
  const scores = new Map(
    rows.map(({ attempt }) => [
      attempt.id,
      new Map(attempt.scores.map((score) => [score.entry, score])),
    ]),
  );
  const asked = new Set(rows.flatMap(({ attempt }) => attempt.scores.map(({ entry }) => entry)));
  const entries = entriesOf(edition).filter(
    ({ id, override }) => asked.has(id) && override !== 'dropped',
  );
  const finished = rows.map(({ attempt }) => ({ attemptId: attempt.id }));
  const { reliability } = analyse(
    tableOf({ entries, scoresOf: (attemptId) => scores.get(attemptId) }, finished),
  );
  return {
    mean: spreadOf(rows.map(({ points }) => points)).mean,
    meanShare: spreadOf(
      rows.map(({ attempt, points }) => shareOf({ points, maxPoints: attempt.maxPoints })),
    ).mean,
    alpha: reliability.alpha,
    standardError: reliability.standardError,
  };
}

export async function readEdition(
  { models }: Database,
  id: number,
  transaction?: Transaction,
): Promise<Edition> {
  return present(await models.Edition.findByPk(id, { transaction }), `edition ${id}`).content;
}
