import type { Database } from '../database/connect';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize';

/** The columns that are changed one by one; everything else about an assignment is asked and written in SQL. */
export class Assignment extends Model<
  InferAttributes<Assignment>,
  InferCreationAttributes<Assignment>
> {
  declare id: CreationOptional<number>;
  declare releasedAt: CreationOptional<Date | null>;
  declare takenBackAt: CreationOptional<Date | null>;
}

export function defineAssignments(sequelize: Database): void {
  Assignment.init(
    {
      id: { type: DataTypes.INTEGER.UNSIGNED, autoIncrement: true, primaryKey: true },
      releasedAt: DataTypes.DATE(3),
      takenBackAt: DataTypes.DATE(3),
    },
    { sequelize, tableName: 'assignments' },
  );
}
