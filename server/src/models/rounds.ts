/** Asking a class now. */
import type { Responses } from '@oaken/core/items';
import type { RoundState } from '@oaken/core/rounds';
import {
  DataTypes,
  Model,
  Op,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import type { Account } from './accounts';
import type { SchoolClass } from './classes';
import type { Edition } from './tests';
import { optional, required, rowId, table, withDefault } from './table';

/** A round that nobody ended is over after so long, in ms: a school day. */
const longestRound = 8 * 3_600_000;

/** Rounds that nobody ended and that are over. */
export const forgotten = (now: number) => ({
  endedAt: null,
  createdAt: { [Op.lte]: new Date(now - longestRound) },
});

/** Rounds that go on now. */
export const runningNow = (now: number) => ({
  endedAt: null,
  createdAt: { [Op.gt]: new Date(now - longestRound) },
});

const { BOOLEAN, CHAR, DATE, INTEGER, JSON, STRING } = DataTypes;

/** A few questions asked in class, and how the asking stands. */
export class Round extends Model<InferAttributes<Round>, InferCreationAttributes<Round>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare ownerId: number;
  declare classId: number;
  declare editionId: number;
  declare title: string;
  declare state: RoundState;
  /** Grows with every step, so that two who lead do not step over each other. */
  declare version: CreationOptional<number>;
  declare clientKey: string;
  declare createdAt: Date;
  declare endedAt: CreationOptional<Date | null>;
  /** Its results, once it has ended. */
  declare assignmentId: CreationOptional<number | null>;

  declare owner?: NonAttribute<Account>;
  declare class?: NonAttribute<SchoolClass>;
  declare edition?: NonAttribute<Edition>;
}

export const defineRound = table(Round, 'rounds', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  ownerId: required(INTEGER.UNSIGNED),
  classId: required(INTEGER.UNSIGNED),
  editionId: required(INTEGER.UNSIGNED),
  title: required(STRING(200)),
  state: required(JSON),
  version: withDefault(INTEGER.UNSIGNED, 0),
  clientKey: required(CHAR(36)),
  createdAt: required(DATE(3)),
  endedAt: optional(DATE(3)),
  assignmentId: optional(INTEGER.UNSIGNED),
});

/** A student who came in, and when the page was last heard of. */
export class RoundParticipant extends Model<
  InferAttributes<RoundParticipant>,
  InferCreationAttributes<RoundParticipant>
> {
  declare roundId: number;
  declare studentId: number;
  declare joinedAt: Date;
  declare seenAt: Date;
  /** A guest who does not count, and who cannot come back. */
  declare struckOutAt: CreationOptional<Date | null>;
  /** Who answers on the same device. */
  declare companionId: CreationOptional<number | null>;
  /** When a camera last read their strip. */
  declare heldUpAt: CreationOptional<Date | null>;

  declare companion?: NonAttribute<Account | null>;
}

export const defineRoundParticipant = table(RoundParticipant, 'round_participants', {
  roundId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  joinedAt: required(DATE(3)),
  seenAt: required(DATE(3)),
  struckOutAt: optional(DATE(3)),
  companionId: optional(INTEGER.UNSIGNED),
  heldUpAt: optional(DATE(3)),
});

/** A student's answer to one asking. */
export class RoundAnswer extends Model<
  InferAttributes<RoundAnswer>,
  InferCreationAttributes<RoundAnswer>
> {
  declare roundId: number;
  declare askingId: string;
  declare studentId: number;
  /** Of the device's own count; the highest stands. */
  declare number: CreationOptional<number>;
  /** What counts; null where only something late came. */
  declare responses: CreationOptional<Responses | null>;
  /** What came after closing. */
  declare lateResponses: CreationOptional<Responses | null>;
  declare answeredAt: Date;
  /** The student says that they are not sure of it. */
  declare unsure: CreationOptional<boolean>;
  /** At one's own pace: when the student asked what is right; nothing changes any more then. */
  declare checkedAt: CreationOptional<Date | null>;
}

export const defineRoundAnswer = table(RoundAnswer, 'round_answers', {
  roundId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  askingId: required(STRING(26), { primaryKey: true }),
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  number: withDefault(INTEGER.UNSIGNED, 0),
  responses: optional(JSON),
  lateResponses: optional(JSON),
  answeredAt: required(DATE(3)),
  unsure: withDefault(BOOLEAN, false),
  checkedAt: optional(DATE(3)),
});

/** An item that is to be asked of a class, from its list of prepared questions. */
export class PreparedQuestion extends Model<
  InferAttributes<PreparedQuestion>,
  InferCreationAttributes<PreparedQuestion>
> {
  declare classId: number;
  declare itemId: number;
  declare place: number;
  declare addedBy: number;

  declare adder?: NonAttribute<Account>;
}

export const definePreparedQuestion = table(PreparedQuestion, 'prepared_questions', {
  classId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  itemId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  place: required(INTEGER.UNSIGNED),
  addedBy: required(INTEGER.UNSIGNED),
});
