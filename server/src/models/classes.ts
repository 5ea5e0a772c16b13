/** Classes and who is in them. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, withDefault, table } from './table';
import type { School } from './schools';
import type { AssignmentClass } from './assignments';
import type { Account } from './accounts';
import type { ClassCurriculum } from './curricula';

const { BOOLEAN, CHAR, DATE, ENUM, INTEGER, JSON, SMALLINT, STRING, TINYINT } = DataTypes;

export type TeachingRole = 'teacher' | 'co-teacher' | 'substitute';

/** The students who are taught together. */
export class SchoolClass extends Model<
  InferAttributes<SchoolClass>,
  InferCreationAttributes<SchoolClass>
> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare name: string;
  declare period: string;
  declare meetsFrom: CreationOptional<string | null>;
  declare meetsUntil: CreationOptional<string | null>;
  declare grade: number;
  declare subject: string;
  declare term: string;
  declare code: string;
  declare archivedAt: CreationOptional<Date | null>;
  declare createdAt: Date;
  declare notes: CreationOptional<string>;
  declare sourcedId: CreationOptional<string | null>;
  declare joiningUntil: CreationOptional<Date | null>;
  declare clientKey: CreationOptional<string | null>;

  declare curriculum?: NonAttribute<ClassCurriculum>;
  declare school?: NonAttribute<School>;
  declare assignmentClasses?: NonAttribute<AssignmentClass[]>;
  declare groups?: NonAttribute<ClassGroup[]>;
  declare teachers?: NonAttribute<ClassTeacher[]>;
  declare enrollments?: NonAttribute<Enrollment[]>;
}

export const defineSchoolClass = table(SchoolClass, 'classes', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  name: required(STRING(60)),
  period: required(STRING(40)),
  meetsFrom: optional(CHAR(5)),
  meetsUntil: optional(CHAR(5)),
  grade: required(TINYINT.UNSIGNED),
  subject: required(STRING(60)),
  term: required(STRING(60)),
  code: required(CHAR(8)),
  archivedAt: optional(DATE(3)),
  createdAt: required(DATE(3)),
  notes: withDefault(STRING(2000), ''),
  sourcedId: optional(STRING(64)),
  joiningUntil: optional(DATE(3)),
  clientKey: optional(CHAR(36)),
});

/** Somebody who teaches a class. */
export class ClassTeacher extends Model<
  InferAttributes<ClassTeacher>,
  InferCreationAttributes<ClassTeacher>
> {
  declare classId: number;
  declare teacherId: number;
  declare role: CreationOptional<TeachingRole>;
  declare until: CreationOptional<Date | null>;

  declare class?: NonAttribute<SchoolClass>;
  declare teacher?: NonAttribute<Account>;
}

export const defineClassTeacher = table(ClassTeacher, 'class_teachers', {
  classId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  teacherId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  role: withDefault(ENUM('teacher', 'co-teacher', 'substitute'), 'teacher'),
  until: optional(DATE(3)),
});

/** A student of a class, with the roster number. */
export class Enrollment extends Model<
  InferAttributes<Enrollment>,
  InferCreationAttributes<Enrollment>
> {
  declare classId: number;
  declare studentId: number;
  declare rosterNumber: number;
  declare leftAt: CreationOptional<Date | null>;
  declare joinedBySelf: CreationOptional<boolean>;

  declare class?: NonAttribute<SchoolClass>;
  declare student?: NonAttribute<Account>;
}

export const defineEnrollment = table(Enrollment, 'enrollments', {
  classId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  rosterNumber: required(SMALLINT.UNSIGNED),
  leftAt: optional(DATE(3)),
  joinedBySelf: withDefault(BOOLEAN, false),
});

/** Some students of a class, for a purpose. */
export class ClassGroup extends Model<
  InferAttributes<ClassGroup>,
  InferCreationAttributes<ClassGroup>
> {
  declare id: CreationOptional<number>;
  declare classId: number;
  declare name: string;
  declare createdAt: Date;

  declare class?: NonAttribute<SchoolClass>;
  declare members?: NonAttribute<GroupMember[]>;
}

export const defineClassGroup = table(ClassGroup, 'class_groups', {
  id: rowId,
  classId: required(INTEGER.UNSIGNED),
  name: required(STRING(60)),
  createdAt: required(DATE(3)),
});

/** A student of a group. */
export class GroupMember extends Model<
  InferAttributes<GroupMember>,
  InferCreationAttributes<GroupMember>
> {
  declare groupId: number;
  declare studentId: number;

  declare group?: NonAttribute<ClassGroup>;
  declare student?: NonAttribute<Account>;
}

export const defineGroupMember = table(GroupMember, 'group_members', {
  groupId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
});

/** A list that was read into classes, with the steps that take it back. */
export class RosterChange extends Model<
  InferAttributes<RosterChange>,
  InferCreationAttributes<RosterChange>
> {
  declare id: CreationOptional<number>;
  declare madeBy: number;
  declare clientKey: string;
  declare madeAt: Date;
  declare outcome: unknown;
  declare steps: unknown[];
  declare undoneAt: CreationOptional<Date | null>;

  declare maker?: NonAttribute<Account>;
}

export const defineRosterChange = table(RosterChange, 'roster_changes', {
  id: rowId,
  madeBy: required(INTEGER.UNSIGNED),
  clientKey: required(CHAR(36)),
  madeAt: required(DATE(3)),
  outcome: required(JSON),
  steps: required(JSON),
  undoneAt: optional(DATE(3)),
});
