import type { Database } from '../database/connect';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize';

export type Role = 'administrator' | 'teacher' | 'student';

export class Account extends Model<InferAttributes<Account>, InferCreationAttributes<Account>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare role: Role;
  declare givenName: string;
  declare familyName: string;
  declare signInName: string | null;
  declare secretHash: string;
  declare disabledAt: Date | null;
  declare signedInAt: Date | null;
}

export function defineAccounts(sequelize: Database): void {
  Account.init(
    {
      id: { type: DataTypes.INTEGER.UNSIGNED, autoIncrement: true, primaryKey: true },
      schoolId: DataTypes.INTEGER.UNSIGNED,
      role: DataTypes.ENUM('administrator', 'teacher', 'student'),
      givenName: DataTypes.STRING,
      familyName: DataTypes.STRING,
      signInName: DataTypes.STRING,
      secretHash: DataTypes.STRING,
      disabledAt: DataTypes.DATE(3),
      signedInAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'accounts' },
  );
}
