/** The school that this installation serves. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, withDefault, table } from './table';
import type { Account } from './accounts';

const { BOOLEAN, DATE, JSON, STRING } = DataTypes;

/** A school; one for each installation. */
export class School extends Model<InferAttributes<School>, InferCreationAttributes<School>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare zone: string;
  declare createdAt: Date;
  declare demonstration: CreationOptional<boolean>;
  declare grades: CreationOptional<number[] | null>;
  /** Addresses and ranges (CIDR) that are the school's; null where nobody said. */
  declare networks: CreationOptional<string[] | null>;

  declare accounts?: NonAttribute<Account[]>;
}

export const defineSchool = table(School, 'schools', {
  id: rowId,
  name: required(STRING(120)),
  zone: required(STRING(60)),
  createdAt: required(DATE(3)),
  demonstration: withDefault(BOOLEAN, false),
  grades: optional(JSON),
  networks: optional(JSON),
});
