/** Published learning goals. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, table } from './table';
import type { RevisionStandard } from './items';

const { DATE, INTEGER, STRING, TINYINT } = DataTypes;

/** A published tree of standards. */
export class Framework extends Model<
  InferAttributes<Framework>,
  InferCreationAttributes<Framework>
> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare publisher: string;
  declare createdAt: Date;

  declare standards?: NonAttribute<Standard[]>;
}

export const defineFramework = table(Framework, 'frameworks', {
  id: rowId,
  name: required(STRING(200)),
  publisher: required(STRING(200)),
  createdAt: required(DATE(3)),
});

/** One learning goal, or a group of them, in its framework. */
export class Standard extends Model<InferAttributes<Standard>, InferCreationAttributes<Standard>> {
  declare id: CreationOptional<number>;
  declare frameworkId: number;
  declare parentId: CreationOptional<number | null>;
  declare code: string;
  declare statement: string;
  declare subject: string;
  declare position: number;

  declare framework?: NonAttribute<Framework>;
  declare parent?: NonAttribute<Standard>;
  declare revisionStandards?: NonAttribute<RevisionStandard[]>;
  declare children?: NonAttribute<Standard[]>;
  declare grades?: NonAttribute<StandardGrade[]>;
}

export const defineStandard = table(Standard, 'standards', {
  id: rowId,
  frameworkId: required(INTEGER.UNSIGNED),
  parentId: optional(INTEGER.UNSIGNED),
  code: required(STRING(60)),
  statement: required(STRING(1000)),
  subject: required(STRING(60)),
  position: required(INTEGER.UNSIGNED),
});

/** A grade that a standard is meant for. */
export class StandardGrade extends Model<
  InferAttributes<StandardGrade>,
  InferCreationAttributes<StandardGrade>
> {
  declare standardId: number;
  declare grade: number;

  declare standard?: NonAttribute<Standard>;
}

export const defineStandardGrade = table(StandardGrade, 'standard_grades', {
  standardId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  grade: required(TINYINT.UNSIGNED, { primaryKey: true }),
});
