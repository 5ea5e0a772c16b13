/** Texts, pictures and films that several items refer to. */
import type { PassageContent } from '@oaken/core/passages';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, table } from './table';
import type { Bank } from './banks';
import type { Account } from './accounts';

const { CHAR, DATE, INTEGER, JSON, TEXT } = DataTypes;

/** A passage of a bank; what it says stands in its revisions. */
export class Passage extends Model<InferAttributes<Passage>, InferCreationAttributes<Passage>> {
  declare id: CreationOptional<number>;
  declare bankId: number;
  declare revisionId: CreationOptional<number | null>;
  declare createdBy: number;
  declare createdAt: Date;
  declare clientKey: CreationOptional<string | null>;
  /** Ids of items in the order in which they are asked; those that are not named follow. */
  declare itemOrder: CreationOptional<number[] | null>;

  declare bank?: NonAttribute<Bank>;
  declare creator?: NonAttribute<Account>;
  declare revision?: NonAttribute<PassageRevision>;
  declare revisions?: NonAttribute<PassageRevision[]>;
}

export const definePassage = table(Passage, 'passages', {
  id: rowId,
  bankId: required(INTEGER.UNSIGNED),
  revisionId: optional(INTEGER.UNSIGNED),
  createdBy: required(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
  clientKey: optional(CHAR(36)),
  itemOrder: optional(JSON),
});

/** A passage as it stood at one time. */
export class PassageRevision extends Model<
  InferAttributes<PassageRevision>,
  InferCreationAttributes<PassageRevision>
> {
  declare id: CreationOptional<number>;
  declare passageId: number;
  declare number: number;
  declare content: PassageContent;
  declare words: string;
  declare createdBy: number;
  declare createdAt: Date;

  declare creator?: NonAttribute<Account>;
  declare passage?: NonAttribute<Passage>;
}

export const definePassageRevision = table(PassageRevision, 'passage_revisions', {
  id: rowId,
  passageId: required(INTEGER.UNSIGNED),
  number: required(INTEGER.UNSIGNED),
  content: required(JSON),
  words: required(TEXT('medium')),
  createdBy: required(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
});
