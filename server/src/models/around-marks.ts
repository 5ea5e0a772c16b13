/** What stands around marks: anchor answers, and notes of staff. */
import { noteReaches, type NoteReach } from '@oaken/contract/results';
import type { Levels } from '@oaken/core/items';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import type { Account } from './accounts';
import type { Attempt } from './attempts';
import type { Item } from './items';
import { optional, required, rowId, table, withDefault } from './table';

const { DATE, DOUBLE, ENUM, INTEGER, JSON, STRING } = DataTypes;

/** An answer that shows what so many points mean, without the name of who wrote it. */
export class AnchorAnswer extends Model<
  InferAttributes<AnchorAnswer>,
  InferCreationAttributes<AnchorAnswer>
> {
  declare id: CreationOptional<number>;
  declare itemId: number;
  declare partId: string;
  declare response: unknown;
  declare points: number;
  declare levels: CreationOptional<Levels | null>;
  declare note: CreationOptional<string>;
  declare keptBy: number;
  declare keptAt: Date;

  declare item?: NonAttribute<Item>;
  declare keeper?: NonAttribute<Account>;
}

export const defineAnchorAnswer = table(AnchorAnswer, 'anchor_answers', {
  id: rowId,
  itemId: required(INTEGER.UNSIGNED),
  partId: required(STRING(24)),
  response: required(JSON),
  points: required(DOUBLE),
  levels: optional(JSON),
  note: withDefault(STRING(500), ''),
  keptBy: required(INTEGER.UNSIGNED),
  keptAt: required(DATE(3)),
});

/** What staff note on a student's work: for themselves, or for all who may read it. Never for the student. */
export class AttemptNote extends Model<
  InferAttributes<AttemptNote>,
  InferCreationAttributes<AttemptNote>
> {
  declare id: CreationOptional<number>;
  declare attemptId: number;
  declare authorId: number;
  declare reach: NoteReach;
  declare text: string;
  declare writtenAt: Date;

  declare attempt?: NonAttribute<Attempt>;
  declare author?: NonAttribute<Account>;
}

export const defineAttemptNote = table(AttemptNote, 'attempt_notes', {
  id: rowId,
  attemptId: required(INTEGER.UNSIGNED),
  authorId: required(INTEGER.UNSIGNED),
  reach: required(ENUM(...noteReaches)),
  text: required(STRING(2000)),
  writtenAt: required(DATE(3)),
});
