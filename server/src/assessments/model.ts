import type { Database } from '../database/connect';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize';

/** A test's own row. Its outline is read and written under a lock, by `service.ts` alone. */
export class Test extends Model<InferAttributes<Test>, InferCreationAttributes<Test>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare ownerId: number;
  declare title: string;
  declare version: CreationOptional<number>;
  declare clientKey: string;
  declare createdAt: Date;
  declare changedAt: Date;
  declare removedAt: CreationOptional<Date | null>;
}

export function defineTests(sequelize: Database): void {
  Test.init(
    {
      id: { type: DataTypes.INTEGER.UNSIGNED, autoIncrement: true, primaryKey: true },
      schoolId: DataTypes.INTEGER.UNSIGNED,
      ownerId: DataTypes.INTEGER.UNSIGNED,
      title: DataTypes.STRING,
      version: DataTypes.INTEGER.UNSIGNED,
      clientKey: DataTypes.CHAR(36),
      createdAt: DataTypes.DATE(3),
      changedAt: DataTypes.DATE(3),
      removedAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'tests' },
  );
}
