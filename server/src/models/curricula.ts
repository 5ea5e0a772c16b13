/** Curricula: ordered outlines of a course, what is placed in them, and which classes follow one. */
import type { LineKind } from '@oaken/core/curriculum';
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
import type { Item } from './items';
import type { School } from './schools';
import type { SchoolClass } from './classes';
import type { Test } from './tests';

const { CHAR, DATE, DATEONLY, ENUM, INTEGER, SMALLINT, STRING, TINYINT } = DataTypes;

/** Only its owner's; read by the school; changed by the school's teachers. */
export type CurriculumReach = 'mine' | 'read' | 'edit';

/** An outline with an owner. */
export class Curriculum extends Model<
  InferAttributes<Curriculum>,
  InferCreationAttributes<Curriculum>
> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare ownerId: number;
  declare name: string;
  declare subject: CreationOptional<string>;
  declare reach: CreationOptional<CurriculumReach>;
  /** Grows with each change of its lines. */
  declare version: CreationOptional<number>;
  declare clientKey: string;
  declare createdAt: Date;
  declare changedAt: Date;
  declare removedAt: CreationOptional<Date | null>;

  declare school?: NonAttribute<School>;
  declare owner?: NonAttribute<Account>;
  declare lines?: NonAttribute<CurriculumLine[]>;
}

export const defineCurriculum = table(Curriculum, 'curricula', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  ownerId: required(INTEGER.UNSIGNED),
  name: required(STRING(200)),
  subject: withDefault(STRING(60), ''),
  reach: withDefault(ENUM('mine', 'read', 'edit'), 'mine'),
  version: withDefault(INTEGER.UNSIGNED, 1),
  clientKey: required(CHAR(36)),
  createdAt: required(DATE(3)),
  changedAt: required(DATE(3)),
  removedAt: optional(DATE(3)),
});

/** One line of an outline; what belongs to it follows on higher levels. One that was removed keeps its contents. */
export class CurriculumLine extends Model<
  InferAttributes<CurriculumLine>,
  InferCreationAttributes<CurriculumLine>
> {
  declare id: CreationOptional<number>;
  declare curriculumId: number;
  declare position: number;
  declare level: number;
  declare kind: LineKind;
  declare title: string;
  declare startsOn: CreationOptional<string | null>;
  declare removedAt: CreationOptional<Date | null>;

  declare curriculum?: NonAttribute<Curriculum>;
  declare placements?: NonAttribute<CurriculumPlacement[]>;
}

export const defineCurriculumLine = table(CurriculumLine, 'curriculum_lines', {
  id: rowId,
  curriculumId: required(INTEGER.UNSIGNED),
  position: required(SMALLINT.UNSIGNED),
  level: required(TINYINT.UNSIGNED),
  kind: required(ENUM('course', 'unit', 'week', 'lesson', 'topic')),
  title: required(STRING(200)),
  startsOn: optional(DATEONLY),
  removedAt: optional(DATE(3)),
});

/** An item or a test in a line. */
export class CurriculumPlacement extends Model<
  InferAttributes<CurriculumPlacement>,
  InferCreationAttributes<CurriculumPlacement>
> {
  declare id: CreationOptional<number>;
  declare lineId: number;
  declare position: number;
  declare itemId: CreationOptional<number | null>;
  declare testId: CreationOptional<number | null>;

  declare line?: NonAttribute<CurriculumLine>;
  declare item?: NonAttribute<Item>;
  declare test?: NonAttribute<Test>;
}

export const defineCurriculumPlacement = table(CurriculumPlacement, 'curriculum_placements', {
  id: rowId,
  lineId: required(INTEGER.UNSIGNED),
  position: required(SMALLINT.UNSIGNED),
  itemId: optional(INTEGER.UNSIGNED),
  testId: optional(INTEGER.UNSIGNED),
});

/** The curriculum that a class follows, and where it is. */
export class ClassCurriculum extends Model<
  InferAttributes<ClassCurriculum>,
  InferCreationAttributes<ClassCurriculum>
> {
  declare classId: number;
  declare curriculumId: number;
  /** Null: by the dates of its lines. */
  declare lineId: CreationOptional<number | null>;

  declare class?: NonAttribute<SchoolClass>;
  declare curriculum?: NonAttribute<Curriculum>;
  declare line?: NonAttribute<CurriculumLine>;
}

export const defineClassCurriculum = table(ClassCurriculum, 'class_curricula', {
  classId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  curriculumId: required(INTEGER.UNSIGNED),
  lineId: optional(INTEGER.UNSIGNED),
});
