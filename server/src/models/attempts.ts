/** Students’ work. */
import { handedInBy, type HandedInBy } from '@oaken/contract/attempts';
import type { Responses } from '@oaken/core/items';
import type { Stage } from '@oaken/core/stages';
import type { FormRules } from '@oaken/core/forms';
import type { Accommodations } from '@oaken/core/accommodations';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { computed, optional, required, rowId, withDefault, table } from './table';
import type { Assignment } from './assignments';
import type { Account } from './accounts';
import type { Adjustment, Mark, MarkLogEntry, Score, SecondMark } from './marking';
import type { StoredFile } from './files';

const {
  BIGINT,
  BOOLEAN,
  CHAR,
  DATE,
  DECIMAL,
  DOUBLE,
  ENUM,
  INTEGER,
  JSON,
  SMALLINT,
  STRING,
  TINYINT,
} = DataTypes;

/** What an attempt was begun with and keeps: accommodations and order, whatever is changed later. */
export interface SittingConditions extends FormRules {
  accommodations: Accommodations | null;
}

/** One student’s go at an assignment. */
export class Attempt extends Model<InferAttributes<Attempt>, InferCreationAttributes<Attempt>> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  declare studentId: number;
  declare number: number;
  declare seed: string;
  declare beganAt: Date;
  declare deadlineAt: CreationOptional<Date | null>;
  declare handedInAt: CreationOptional<Date | null>;
  declare handedInBy: CreationOptional<HandedInBy | null>;
  declare late: CreationOptional<boolean>;
  declare points: CreationOptional<number | null>;
  declare seat: CreationOptional<number>;
  declare form: CreationOptional<string | null>;
  declare maxPoints: CreationOptional<number | null>;
  declare counts: CreationOptional<boolean>;
  declare countedPoints: CreationOptional<number | null>;
  declare lateDeduction: CreationOptional<number>;
  declare conditions: CreationOptional<SittingConditions | null>;
  declare arrivedAt: CreationOptional<Date | null>;
  declare stages: CreationOptional<Stage[] | null>;
  declare stage: CreationOptional<number>;
  declare clockAt: CreationOptional<Date | null>;
  declare stagesLeftAt: CreationOptional<number[] | null>;
  declare seenAt: CreationOptional<Date | null>;
  declare pausedAt: CreationOptional<Date | null>;
  declare pausedMs: CreationOptional<number>;
  declare excused: CreationOptional<boolean>;
  declare scoredAt: CreationOptional<Date | null>;
  /** The time of scoring with which it was last looked at for the figures of items. */
  declare figuresAt: CreationOptional<Date | null>;
  /** Whether it was counted there. */
  declare inFigures: CreationOptional<boolean>;
  /** It was handed in, scored or reopened since. */
  declare figuresStale: CreationOptional<boolean | null>;

  declare assignment?: NonAttribute<Assignment>;
  declare student?: NonAttribute<Account>;
  declare adjustments?: NonAttribute<Adjustment[]>;
  declare answers?: NonAttribute<Answer[]>;
  declare events?: NonAttribute<AttemptEvent[]>;
  declare files?: NonAttribute<StoredFile[]>;
  declare lateAnswers?: NonAttribute<LateAnswer[]>;
  declare marks?: NonAttribute<Mark[]>;
  declare markLog?: NonAttribute<MarkLogEntry[]>;
  declare mediaPlays?: NonAttribute<MediaPlay[]>;
  declare practiceRecords?: NonAttribute<PracticeRecord[]>;
  declare presence?: NonAttribute<Presence | null>;
  declare scores?: NonAttribute<Score[]>;
  declare secondMarks?: NonAttribute<SecondMark[]>;
  declare connectionGaps?: NonAttribute<ConnectionGap[]>;
  declare timesSpent?: NonAttribute<TimeSpent[]>;
}

export const defineAttempt = table(Attempt, 'attempts', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  studentId: required(INTEGER.UNSIGNED),
  number: required(TINYINT.UNSIGNED),
  seed: required(CHAR(22)),
  beganAt: required(DATE(3)),
  deadlineAt: optional(DATE(3)),
  handedInAt: optional(DATE(3)),
  handedInBy: optional(ENUM(...handedInBy.options)),
  late: withDefault(BOOLEAN, false),
  points: optional(DOUBLE),
  seat: withDefault(SMALLINT.UNSIGNED, 0),
  form: optional(STRING(24)),
  maxPoints: optional(DOUBLE),
  counts: withDefault(BOOLEAN, true),
  countedPoints: optional(DOUBLE),
  lateDeduction: withDefault(DECIMAL(5, 4), 0),
  conditions: optional(JSON),
  arrivedAt: optional(DATE(3)),
  stages: optional(JSON),
  stage: withDefault(SMALLINT.UNSIGNED, 0),
  clockAt: optional(DATE(3)),
  stagesLeftAt: optional(JSON),
  seenAt: optional(DATE(3)),
  pausedAt: optional(DATE(3)),
  pausedMs: withDefault(INTEGER.UNSIGNED, 0),
  excused: withDefault(BOOLEAN, false),
  scoredAt: optional(DATE(3)),
  figuresAt: optional(DATE(3)),
  inFigures: withDefault(BOOLEAN, false),
  figuresStale: computed(BOOLEAN),
});

/** What stands for one entry of an attempt; the highest number wins. */
export class Answer extends Model<InferAttributes<Answer>, InferCreationAttributes<Answer>> {
  declare attemptId: number;
  declare entryId: string;
  declare number: number;
  declare device: string;
  declare responses: Responses;
  declare flagged: boolean;
  declare savedAt: Date;
  declare writtenAt: CreationOptional<Date | null>;
  declare arrivedLate: CreationOptional<boolean>;

  declare attempt?: NonAttribute<Attempt>;
}

export const defineAnswer = table(Answer, 'answers', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  number: required(BIGINT.UNSIGNED),
  device: required(CHAR(12)),
  responses: required(JSON),
  flagged: required(BOOLEAN),
  savedAt: required(DATE(3)),
  writtenAt: optional(DATE(3)),
  arrivedLate: withDefault(BOOLEAN, false),
});

/** An answer that arrived after the end but was written before it. */
export class LateAnswer extends Model<
  InferAttributes<LateAnswer>,
  InferCreationAttributes<LateAnswer>
> {
  declare attemptId: number;
  declare entryId: string;
  declare number: number;
  declare device: string;
  declare responses: Responses;
  declare flagged: boolean;
  declare writtenAt: Date;
  declare arrivedAt: Date;
  declare offlineSince: Date;
  declare decision: CreationOptional<'waiting' | 'counted' | 'refused'>;
  declare decidedBy: CreationOptional<number | null>;
  declare decidedAt: CreationOptional<Date | null>;

  declare attempt?: NonAttribute<Attempt>;
  declare decider?: NonAttribute<Account>;
}

export const defineLateAnswer = table(LateAnswer, 'late_answers', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  number: required(INTEGER.UNSIGNED),
  device: required(CHAR(12)),
  responses: required(JSON),
  flagged: required(BOOLEAN),
  writtenAt: required(DATE(3)),
  arrivedAt: required(DATE(3)),
  offlineSince: required(DATE(3)),
  decision: withDefault(ENUM('waiting', 'counted', 'refused'), 'waiting'),
  decidedBy: optional(INTEGER.UNSIGNED),
  decidedAt: optional(DATE(3)),
});

/** Something that was done to an attempt from outside. */
export class AttemptEvent extends Model<
  InferAttributes<AttemptEvent>,
  InferCreationAttributes<AttemptEvent>
> {
  declare id: CreationOptional<number>;
  declare attemptId: number;
  declare doneBy: CreationOptional<number | null>;
  declare event: string;
  declare doneAt: Date;

  declare attempt?: NonAttribute<Attempt>;
  declare doer?: NonAttribute<Account>;
}

export const defineAttemptEvent = table(AttemptEvent, 'attempt_events', {
  id: rowId,
  attemptId: required(INTEGER.UNSIGNED),
  doneBy: optional(INTEGER.UNSIGNED),
  event: required(STRING(20)),
  doneAt: required(DATE(3)),
});

/** The last sign of an attempt’s page. */
export class Presence extends Model<InferAttributes<Presence>, InferCreationAttributes<Presence>> {
  declare attemptId: number;
  declare seenAt: Date;
  declare entryId: CreationOptional<string | null>;
  declare hidden: CreationOptional<boolean>;
  declare leftPageCount: CreationOptional<number>;

  declare attempt?: NonAttribute<Attempt>;
}

export const definePresence = table(Presence, 'presence', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  seenAt: required(DATE(3)),
  entryId: optional(STRING(24)),
  hidden: withDefault(BOOLEAN, false),
  leftPageCount: withDefault(SMALLINT.UNSIGNED, 0),
});

/** A time in which nothing was heard of an attempt’s page. */
export class ConnectionGap extends Model<
  InferAttributes<ConnectionGap>,
  InferCreationAttributes<ConnectionGap>
> {
  declare id: CreationOptional<number>;
  declare attemptId: number;
  declare beganAt: Date;
  declare endedAt: Date;

  declare attempt?: NonAttribute<Attempt>;
}

export const defineConnectionGap = table(ConnectionGap, 'connection_gaps', {
  id: rowId,
  attemptId: required(INTEGER.UNSIGNED),
  beganAt: required(DATE(3)),
  endedAt: required(DATE(3)),
});

/** How often a recording was played. */
export class MediaPlay extends Model<
  InferAttributes<MediaPlay>,
  InferCreationAttributes<MediaPlay>
> {
  declare attemptId: number;
  declare fileId: string;
  declare playCount: number;

  declare attempt?: NonAttribute<Attempt>;
}

export const defineMediaPlay = table(MediaPlay, 'media_plays', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  fileId: required(CHAR(22), { primaryKey: true }),
  playCount: required(SMALLINT.UNSIGNED),
});

/** Time on one entry, as one page counted it. */
export class TimeSpent extends Model<
  InferAttributes<TimeSpent>,
  InferCreationAttributes<TimeSpent>
> {
  declare attemptId: number;
  declare entryId: string;
  declare page: string;
  declare milliseconds: number;

  declare attempt?: NonAttribute<Attempt>;
}

export const defineTimeSpent = table(TimeSpent, 'time_spent', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  page: required(STRING(12), { primaryKey: true }),
  milliseconds: required(INTEGER.UNSIGNED),
});

/** Tries and help on one entry in practice mode. */
export class PracticeRecord extends Model<
  InferAttributes<PracticeRecord>,
  InferCreationAttributes<PracticeRecord>
> {
  declare attemptId: number;
  declare entryId: string;
  declare tries: CreationOptional<number>;
  declare share: CreationOptional<number>;
  declare hints: CreationOptional<number>;
  declare shown: CreationOptional<boolean>;
  declare firstResponses: CreationOptional<Responses | null>;
  declare firstShare: CreationOptional<number | null>;
  declare lastResponses: CreationOptional<Responses | null>;
  declare lastNumber: CreationOptional<number>;
  declare changedAt: Date;
  declare bestTry: CreationOptional<number>;
  declare bestShare: CreationOptional<number>;
  declare bestResponses: CreationOptional<Responses | null>;

  declare attempt?: NonAttribute<Attempt>;
}

export const definePracticeRecord = table(PracticeRecord, 'practice_records', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  tries: withDefault(SMALLINT.UNSIGNED, 0),
  share: withDefault(DOUBLE, 0),
  hints: withDefault(TINYINT.UNSIGNED, 0),
  shown: withDefault(BOOLEAN, false),
  firstResponses: optional(JSON),
  firstShare: optional(DOUBLE),
  lastResponses: optional(JSON),
  lastNumber: withDefault(BIGINT.UNSIGNED, 0),
  changedAt: required(DATE(3)),
  bestTry: withDefault(SMALLINT.UNSIGNED, 0),
  bestShare: withDefault(DOUBLE, 0),
  bestResponses: optional(JSON),
});
