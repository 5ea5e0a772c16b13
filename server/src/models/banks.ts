/** Collections of items, and who may do what with them. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { touched, optional, required, rowId, table } from './table';
import type { Account } from './accounts';
import type { School } from './schools';
import type { Item } from './items';
import type { Passage } from './passages';

const { DATE, ENUM, INTEGER, STRING } = DataTypes;

export type Reach = 'mine' | 'school' | 'everybody';

export type BankRight = 'read' | 'use' | 'edit';

/** A collection of items with an owner and readers. A bank without an owner belongs to its school. */
export class Bank extends Model<InferAttributes<Bank>, InferCreationAttributes<Bank>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare ownerId: CreationOptional<number | null>;
  declare reach: Reach;
  declare name: string;
  declare createdAt: Date;

  declare owner?: NonAttribute<Account>;
  declare school?: NonAttribute<School>;
  declare shares?: NonAttribute<BankShare[]>;
  declare folders?: NonAttribute<Folder[]>;
  declare items?: NonAttribute<Item[]>;
  declare passages?: NonAttribute<Passage[]>;
}

export const defineBank = table(Bank, 'banks', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  ownerId: optional(INTEGER.UNSIGNED),
  reach: required(ENUM('mine', 'school', 'everybody')),
  name: required(STRING(120)),
  createdAt: required(DATE(3)),
});

/** What a colleague may do in a bank that was shared by name. */
export class BankShare extends Model<
  InferAttributes<BankShare>,
  InferCreationAttributes<BankShare>
> {
  declare bankId: number;
  declare accountId: number;
  declare right: BankRight;

  declare account?: NonAttribute<Account>;
  declare bank?: NonAttribute<Bank>;
}

export const defineBankShare = table(BankShare, 'bank_shares', {
  bankId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  accountId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  right: required(ENUM('read', 'use', 'edit')),
});

/** A place in a bank’s tree. */
export class Folder extends Model<InferAttributes<Folder>, InferCreationAttributes<Folder>> {
  declare id: CreationOptional<number>;
  declare bankId: number;
  declare parentId: CreationOptional<number | null>;
  declare name: string;
  declare position: number;
  declare touchedAt: CreationOptional<Date>;

  declare bank?: NonAttribute<Bank>;
  declare parent?: NonAttribute<Folder>;
  declare items?: NonAttribute<Item[]>;
}

export const defineFolder = table(Folder, 'folders', {
  id: rowId,
  bankId: required(INTEGER.UNSIGNED),
  parentId: optional(INTEGER.UNSIGNED),
  name: required(STRING(120)),
  position: required(INTEGER.UNSIGNED),
  touchedAt: touched(),
});

/** A search that somebody keeps under a name. */
export class SavedSearch extends Model<
  InferAttributes<SavedSearch>,
  InferCreationAttributes<SavedSearch>
> {
  declare id: CreationOptional<number>;
  declare accountId: number;
  declare name: string;
  declare address: string;
  declare createdAt: Date;

  declare account?: NonAttribute<Account>;
}

export const defineSavedSearch = table(SavedSearch, 'saved_searches', {
  id: rowId,
  accountId: required(INTEGER.UNSIGNED),
  name: required(STRING(120)),
  address: required(STRING(2000)),
  createdAt: required(DATE(3)),
});
