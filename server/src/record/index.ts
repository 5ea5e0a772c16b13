/**
 * The work of students as it is stored, of one attempt, of some, or of a whole assignment. Whatever
 * scores, shows, marks or rescores work reads it here, and takes only the parts of it that it
 * needs.
 */
import type { EntryScore } from '@oaken/core/attempts';
import type { Levels, Responses } from '@oaken/core/items';
import type { Practised } from '@oaken/core/practice';
import { col, fn, type Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import type { Adjustment } from '../models';
import { readAnswerTexts, readScores, type Attempts } from './packed';

export type { Attempts };

/** What a person gave by hand to one part. */
export interface StoredMark {
  partId: string;
  /** Null: taken back. */
  points: number | null;
  comment: string;
  /** The address of a spoken comment. */
  voice: string | null;
  levels: Levels | null;
  version: number;
  markedBy: number;
  markedAt: Date;
}

/** What happened to a question of a practice, with the answers that count. */
export interface StoredPractice extends Practised {
  /** The first answer that was checked, and the share of the points that it earned by the key of then. */
  first: Responses | null;
  firstShare: number | null;
  /** That of the try that gave most after its price. */
  best: Responses | null;
  /** The one that was checked last. */
  last: Responses | null;
  lastNumber: number;
}

/** A decision about one student's work that stands. */
export interface StoredAdjustment {
  /** Empty: the whole work. */
  entryId: string;
  kind: Adjustment['kind'];
  points: number | null;
  reason: string;
}

/** All of one attempt. Maps are by entry. */
export interface AttemptRecord {
  answers: Map<string, Responses>;
  /** How many of the answers arrived after the end. */
  arrivedLate: number;
  savedAt: Map<string, Date>;
  scores: Map<string, EntryScore>;
  marks: Map<string, StoredMark[]>;
  practice: Map<string, StoredPractice>;
  /** Those that stand, the earliest first. */
  adjustments: StoredAdjustment[];
  /** How long each question was open, in ms. */
  timeSpent: Map<string, number>;
}

/** What can be asked for; how many answers were late comes with the answers. */
export type RecordPart = Exclude<keyof AttemptRecord, 'arrivedLate'>;

const emptyRecord = (): AttemptRecord => ({
  answers: new Map(),
  arrivedLate: 0,
  savedAt: new Map(),
  scores: new Map(),
  marks: new Map(),
  practice: new Map(),
  adjustments: [],
  timeSpent: new Map(),
});

/**
 * What every table beside attempts is asked with. A model of each of a grade's fifty thousand
 * answers would cost more than the reading.
 */
const chosen = (attempts: Attempts, transaction: Transaction | undefined) =>
  'attemptIds' in attempts
    ? { where: { attemptId: [...attempts.attemptIds] }, raw: true as const, transaction }
    : {
        include: [
          {
            association: 'attempt',
            attributes: [],
            where: { assignmentId: attempts.assignmentId },
          },
        ],
        raw: true as const,
        transaction,
      };

/** Of which attempts, and how tables beside them are asked. */
interface Asked {
  attempts: Attempts;
  chosen: ReturnType<typeof chosen>;
  transaction: Transaction | undefined;
}
type Of = (attemptId: number) => AttemptRecord;
type Read = (database: Database, asked: Asked, of: Of) => Promise<void>;

/** Equal answers become one object: each text is read once, and whoever looks at many looks at each only once. */
function sharing() {
  const known = new Map<string, Responses>();
  return (text: string): Responses => {
    const held = known.get(text) ?? (JSON.parse(text) as Responses);
    known.set(text, held);
    return held;
  };
}

const readers: Record<RecordPart, Read> = {
  async answers(database, { attempts, transaction }, of) {
    const shared = sharing();
    const texts = await readAnswerTexts(database, attempts, transaction);
    for (const { attemptId, entryId, text, arrivedLate } of texts) {
      const record = of(attemptId);
      record.answers.set(entryId, shared(text));
      if (arrivedLate) record.arrivedLate += 1;
    }
  },

  async savedAt({ models }, { chosen }, of) {
    const stored = await models.Answer.findAll({
      ...chosen,
      attributes: ['attemptId', 'entryId', 'savedAt'],
    });
    for (const { attemptId, entryId, savedAt } of stored)
      of(attemptId).savedAt.set(entryId, savedAt);
  },

  async scores(database, { attempts, transaction }, of) {
    for (const { attemptId, score } of await readScores(database, attempts, transaction))
      of(attemptId).scores.set(score.entry, score);
  },

  async marks({ models }, { chosen }, of) {
    const stored = await models.Mark.findAll({ ...chosen, order: ['partId'] });
    for (const mark of stored) {
      const { marks } = of(mark.attemptId);
      marks.set(mark.entryId, [
        ...(marks.get(mark.entryId) ?? []),
        {
          partId: mark.partId,
          points: mark.points,
          comment: mark.comment,
          voice: mark.voice,
          levels: mark.levels,
          version: mark.version,
          markedBy: mark.markedBy,
          markedAt: mark.markedAt,
        },
      ]);
    }
  },

  async practice({ models }, { chosen }, of) {
    for (const held of await models.PracticeRecord.findAll(chosen))
      of(held.attemptId).practice.set(held.entryId, {
        tries: held.tries,
        share: held.share,
        bestTry: held.bestTry,
        bestShare: held.bestShare,
        hints: held.hints,
        shown: Boolean(held.shown),
        first: held.firstResponses,
        firstShare: held.firstShare,
        best: held.bestResponses,
        last: held.lastResponses,
        lastNumber: held.lastNumber,
      });
  },

  async adjustments({ models }, { chosen }, of) {
    const where = { ...('where' in chosen ? chosen.where : {}), undoneAt: null };
    const stored = await models.Adjustment.findAll({ ...chosen, where, order: ['id'] });
    for (const adjustment of stored)
      of(adjustment.attemptId).adjustments.push({
        entryId: adjustment.entryId,
        kind: adjustment.kind,
        points: adjustment.points,
        reason: adjustment.reason,
      });
  },

  async timeSpent({ models }, { chosen }, of) {
    const sums = await models.TimeSpent.findAll({
      ...chosen,
      attributes: [
        'attemptId',
        'entryId',
        [fn('SUM', col('TimeSpent.milliseconds')), 'milliseconds'],
      ],
      group: ['TimeSpent.attempt_id', 'TimeSpent.entry_id'],
    });
    for (const { attemptId, entryId, milliseconds } of sums)
      of(attemptId).timeSpent.set(entryId, Number(milliseconds));
  },
};

/**
 * Reads the parts of the record that are asked for, each in one statement for all attempts.
 *
 * @returns the record of an attempt by its id; of one that has nothing stored it is empty
 */
export async function readRecords<Part extends RecordPart>(
  database: Database,
  attempts: Attempts,
  parts: readonly Part[],
  transaction?: Transaction,
): Promise<(attemptId: number) => Pick<AttemptRecord, Part | 'arrivedLate'>> {
  const records = new Map<number, AttemptRecord>();
  const of: Of = (attemptId) => {
    const record = records.get(attemptId) ?? emptyRecord();
    records.set(attemptId, record);
    return record;
  };
  const asked = { attempts, chosen: chosen(attempts, transaction), transaction };
  const read = (part: Part) => readers[part](database, asked, of);
  // Within a transaction all share a connection, so they go one after the other.
  if (transaction) for (const part of parts) await read(part);
  else await Promise.all(parts.map(read));
  return of;
}

/** The record of one attempt. */
export async function readRecord<Part extends RecordPart>(
  database: Database,
  attemptId: number,
  parts: readonly Part[],
  transaction?: Transaction,
): Promise<Pick<AttemptRecord, Part>> {
  return (await readRecords(database, { attemptIds: [attemptId] }, parts, transaction))(attemptId);
}
