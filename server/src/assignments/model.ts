import type { AssignmentRules } from '@oaken/core/assignments';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';

export class Assignment extends Model<InferAttributes<Assignment>, InferCreationAttributes<Assignment>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare editionId: number;
  declare givenBy: number;
  declare title: string;
  declare kind: string;
  declare opensAt: Date;
  declare closesAt: Date | null;
  declare lateUntil: Date | null;
  declare rules: AssignmentRules;
  declare releasedAt: CreationOptional<Date | null>;
  declare clientKey: string;
  declare createdAt: Date;
  declare takenBackAt: CreationOptional<Date | null>;
}

export function defineAssignments(sequelize: Sequelize): void {
  Assignment.init(
    {
      id: { type: DataTypes.INTEGER.UNSIGNED, autoIncrement: true, primaryKey: true },
      schoolId: DataTypes.INTEGER.UNSIGNED,
      editionId: DataTypes.INTEGER.UNSIGNED,
      givenBy: DataTypes.INTEGER.UNSIGNED,
      title: DataTypes.STRING,
      kind: DataTypes.STRING,
      opensAt: DataTypes.DATE(3),
      closesAt: DataTypes.DATE(3),
      lateUntil: DataTypes.DATE(3),
      rules: DataTypes.JSON,
      releasedAt: DataTypes.DATE(3),
      clientKey: DataTypes.CHAR(36),
      createdAt: DataTypes.DATE(3),
      takenBackAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'assignments' },
  );
}
