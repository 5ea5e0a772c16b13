/** Marks, scores, and what changes them. */
import type { Levels } from '@oaken/core/items';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, withDefault, table } from './table';
import type { Attempt } from './attempts';
import type { Account } from './accounts';
import type { Assignment } from './assignments';
import type { Edition } from './tests';

const { BOOLEAN, DATE, DOUBLE, ENUM, INTEGER, JSON, SMALLINT, STRING, TEXT, TINYINT } = DataTypes;

/** Points on one entry of an attempt: derived, and stored for reading. */
export class Score extends Model<InferAttributes<Score>, InferCreationAttributes<Score>> {
  declare attemptId: number;
  declare entryId: string;
  declare points: number;
  declare maxPoints: number;
  declare reached: boolean;
  declare needsMarking: CreationOptional<boolean>;

  declare attempt?: NonAttribute<Attempt>;
}

export const defineScore = table(Score, 'scores', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  points: required(DOUBLE),
  maxPoints: required(DOUBLE),
  reached: required(BOOLEAN),
  needsMarking: withDefault(BOOLEAN, false),
});

/** Points and a comment given by hand to one part. */
export class Mark extends Model<InferAttributes<Mark>, InferCreationAttributes<Mark>> {
  declare attemptId: number;
  declare entryId: string;
  declare partId: string;
  declare points: CreationOptional<number | null>;
  declare comment: CreationOptional<string>;
  declare markedBy: number;
  declare markedAt: Date;
  declare version: CreationOptional<number>;
  declare levels: CreationOptional<Levels | null>;
  /** The address of a spoken comment. */
  declare voice: CreationOptional<string | null>;

  declare attempt?: NonAttribute<Attempt>;
  declare marker?: NonAttribute<Account>;
}

export const defineMark = table(Mark, 'marks', {
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  partId: required(STRING(24), { primaryKey: true }),
  points: optional(DOUBLE),
  comment: withDefault(STRING(2000), ''),
  markedBy: required(INTEGER.UNSIGNED),
  markedAt: required(DATE(3)),
  version: withDefault(INTEGER.UNSIGNED, 1),
  levels: optional(JSON),
  voice: optional(STRING(60)),
});

/** A mark as it stood before or after a change. */
export class MarkLogEntry extends Model<
  InferAttributes<MarkLogEntry>,
  InferCreationAttributes<MarkLogEntry>
> {
  declare id: CreationOptional<number>;
  declare attemptId: number;
  declare entryId: string;
  declare partId: string;
  declare points: CreationOptional<number | null>;
  declare comment: CreationOptional<string>;
  declare markedBy: number;
  declare markedAt: Date;
  declare levels: CreationOptional<Levels | null>;
  declare voice: CreationOptional<string | null>;

  declare attempt?: NonAttribute<Attempt>;
  declare marker?: NonAttribute<Account>;
}

export const defineMarkLogEntry = table(MarkLogEntry, 'mark_log', {
  id: rowId,
  attemptId: required(INTEGER.UNSIGNED),
  entryId: required(STRING(24)),
  partId: required(STRING(24)),
  points: optional(DOUBLE),
  comment: withDefault(STRING(2000), ''),
  markedBy: required(INTEGER.UNSIGNED),
  markedAt: required(DATE(3)),
  levels: optional(JSON),
  voice: optional(STRING(60)),
});

/** A part that a second marker marks too. */
export class SecondMarking extends Model<
  InferAttributes<SecondMarking>,
  InferCreationAttributes<SecondMarking>
> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  declare entryId: string;
  declare partId: string;
  declare secondMarkerId: number;
  declare requestedBy: number;
  declare requestedAt: Date;

  declare requester?: NonAttribute<Account>;
  declare assignment?: NonAttribute<Assignment>;
  declare secondMarker?: NonAttribute<Account>;
  declare secondMarks?: NonAttribute<SecondMark[]>;
}

export const defineSecondMarking = table(SecondMarking, 'second_markings', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  entryId: required(STRING(24)),
  partId: required(STRING(24)),
  secondMarkerId: required(INTEGER.UNSIGNED),
  requestedBy: required(INTEGER.UNSIGNED),
  requestedAt: required(DATE(3)),
});

/** What the second marker gave. */
export class SecondMark extends Model<
  InferAttributes<SecondMark>,
  InferCreationAttributes<SecondMark>
> {
  declare secondMarkingId: number;
  declare attemptId: number;
  declare points: CreationOptional<number | null>;
  declare comment: CreationOptional<string>;
  declare levels: CreationOptional<Levels | null>;
  declare version: CreationOptional<number>;
  declare markedAt: Date;
  declare firstPoints: CreationOptional<number | null>;
  declare adjudicatedBy: CreationOptional<number | null>;
  declare adjudicatedAt: CreationOptional<Date | null>;

  declare attempt?: NonAttribute<Attempt>;
  declare secondMarking?: NonAttribute<SecondMarking>;
  declare adjudicator?: NonAttribute<Account>;
}

export const defineSecondMark = table(SecondMark, 'second_marks', {
  secondMarkingId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  attemptId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  points: optional(DOUBLE),
  comment: withDefault(STRING(2000), ''),
  levels: optional(JSON),
  version: withDefault(INTEGER.UNSIGNED, 1),
  markedAt: required(DATE(3)),
  firstPoints: optional(DOUBLE),
  adjudicatedBy: optional(INTEGER.UNSIGNED),
  adjudicatedAt: optional(DATE(3)),
});

/** A typed answer that the teacher has decided to be wrong. */
export class RejectedAnswer extends Model<
  InferAttributes<RejectedAnswer>,
  InferCreationAttributes<RejectedAnswer>
> {
  declare assignmentId: number;
  declare entryId: string;
  declare partId: string;
  declare spelling: string;
  declare decidedBy: number;
  declare decidedAt: Date;

  declare assignment?: NonAttribute<Assignment>;
  declare decider?: NonAttribute<Account>;
}

export const defineRejectedAnswer = table(RejectedAnswer, 'rejected_answers', {
  assignmentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  partId: required(STRING(24), { primaryKey: true }),
  spelling: required(STRING(200), { primaryKey: true }),
  decidedBy: required(INTEGER.UNSIGNED),
  decidedAt: required(DATE(3)),
});

/** A decision about one student’s points: excused, set by hand, or bonus points. */
export class Adjustment extends Model<
  InferAttributes<Adjustment>,
  InferCreationAttributes<Adjustment>
> {
  declare id: CreationOptional<number>;
  declare attemptId: number;
  declare entryId: CreationOptional<string>;
  declare kind: 'excused' | 'override' | 'bonus';
  declare points: CreationOptional<number | null>;
  declare reason: string;
  declare madeBy: number;
  declare madeAt: Date;
  declare undoneBy: CreationOptional<number | null>;
  declare undoneAt: CreationOptional<Date | null>;

  declare attempt?: NonAttribute<Attempt>;
  declare maker?: NonAttribute<Account>;
  declare undoer?: NonAttribute<Account>;
}

export const defineAdjustment = table(Adjustment, 'adjustments', {
  id: rowId,
  attemptId: required(INTEGER.UNSIGNED),
  entryId: withDefault(STRING(24), ''),
  kind: required(ENUM('excused', 'override', 'bonus')),
  points: optional(DOUBLE),
  reason: required(STRING(500)),
  madeBy: required(INTEGER.UNSIGNED),
  madeAt: required(DATE(3)),
  undoneBy: optional(INTEGER.UNSIGNED),
  undoneAt: optional(DATE(3)),
});

/** A change of key or points after a test, for everybody. */
export class Rescore extends Model<InferAttributes<Rescore>, InferCreationAttributes<Rescore>> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  declare entryId: string;
  declare editionBefore: number;
  declare editionAfter: number;
  declare summary: string;
  declare reason: string;
  declare gainedCount: number;
  declare lostCount: number;
  declare studentsTold: boolean;
  declare madeBy: number;
  declare madeAt: Date;
  declare undoneBy: CreationOptional<number | null>;
  declare undoneAt: CreationOptional<Date | null>;

  declare assignment?: NonAttribute<Assignment>;
  declare after?: NonAttribute<Edition>;
  declare before?: NonAttribute<Edition>;
  declare maker?: NonAttribute<Account>;
  declare undoer?: NonAttribute<Account>;
}

export const defineRescore = table(Rescore, 'rescores', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  entryId: required(STRING(24)),
  editionBefore: required(INTEGER.UNSIGNED),
  editionAfter: required(INTEGER.UNSIGNED),
  summary: required(STRING(4000)),
  reason: required(STRING(500)),
  gainedCount: required(SMALLINT.UNSIGNED),
  lostCount: required(SMALLINT.UNSIGNED),
  studentsTold: required(BOOLEAN),
  madeBy: required(INTEGER.UNSIGNED),
  madeAt: required(DATE(3)),
  undoneBy: optional(INTEGER.UNSIGNED),
  undoneAt: optional(DATE(3)),
});

/** How far a student is with a standard, as the teacher rates it. */
export class Rating extends Model<InferAttributes<Rating>, InferCreationAttributes<Rating>> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  declare studentId: number;
  declare standard: string;
  declare rating: CreationOptional<number | null>;
  declare ratedBy: number;
  declare ratedAt: Date;

  declare assignment?: NonAttribute<Assignment>;
  declare rater?: NonAttribute<Account>;
  declare student?: NonAttribute<Account>;
}

export const defineRating = table(Rating, 'ratings', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  studentId: required(INTEGER.UNSIGNED),
  standard: required(STRING(60)),
  rating: optional(TINYINT.UNSIGNED),
  ratedBy: required(INTEGER.UNSIGNED),
  ratedAt: required(DATE(3)),
});

/** A table of answers that was brought in from elsewhere. */
export class AnswerSheet extends Model<
  InferAttributes<AnswerSheet>,
  InferCreationAttributes<AnswerSheet>
> {
  declare id: CreationOptional<number>;
  declare ownerId: number;
  declare title: string;
  declare answers: string;
  declare answerKey: CreationOptional<string | null>;
  declare createdAt: Date;
  declare emptyRows: CreationOptional<'left-out' | 'zero' | null>;

  declare owner?: NonAttribute<Account>;
}

export const defineAnswerSheet = table(AnswerSheet, 'answer_sheets', {
  id: rowId,
  ownerId: required(INTEGER.UNSIGNED),
  title: required(STRING(200)),
  answers: required(TEXT('long')),
  answerKey: optional(TEXT('medium')),
  createdAt: required(DATE(3)),
  emptyRows: optional(ENUM('left-out', 'zero')),
});
