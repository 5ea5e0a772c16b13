/** What was given to whom, and what is said about it. */
import type { AssignmentRules } from '@oaken/core/assignments';
import type { Who } from '@oaken/contract/assignments';
import type { TestKind } from '@oaken/core/assessments';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, withDefault, table } from './table';
import type { Edition, Test } from './tests';
import type { Account } from './accounts';
import type { School } from './schools';
import type { Attempt } from './attempts';
import type { Rating, RejectedAnswer, Rescore, SecondMarking } from './marking';
import type { SchoolClass } from './classes';

const { BOOLEAN, CHAR, DATE, DECIMAL, INTEGER, JSON, SMALLINT, STRING, TEXT, TINYINT } = DataTypes;

/** Whom an assignment was given to, and with which forms, as it was asked for. */
export interface StoredRecipients {
  who: Who;
  forms: (string | null)[];
  formsFor: { classId?: number | undefined; groupId?: number | undefined; form: string | null }[];
}

/** An item of a finished test whose key looks wrong, or where one wrong choice tempts. */
export interface SuspiciousItem {
  number: number;
  /** What is the matter with it. */
  title: string;
}

/** A test given to students, with a window and rules. */
export class Assignment extends Model<
  InferAttributes<Assignment>,
  InferCreationAttributes<Assignment>
> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare editionId: number;
  declare assignedBy: number;
  declare title: string;
  /** Of the test; "round" where it was asked in class. */
  declare kind: TestKind | 'round';
  declare opensAt: Date;
  declare closesAt: CreationOptional<Date | null>;
  declare lateUntil: CreationOptional<Date | null>;
  declare rules: AssignmentRules;
  declare releasedAt: CreationOptional<Date | null>;
  declare clientKey: string;
  declare createdAt: Date;
  declare unassignedAt: CreationOptional<Date | null>;
  declare figuresAt: CreationOptional<Date | null>;
  declare lateDeduction: CreationOptional<number>;
  declare visibleFrom: CreationOptional<Date | null>;
  declare answersFrom: CreationOptional<Date | null>;
  declare stoppedAt: CreationOptional<Date | null>;
  declare startWord: CreationOptional<string>;
  declare instructions: CreationOptional<string>;
  declare note: CreationOptional<string>;
  declare recipients: CreationOptional<StoredRecipients | null>;
  declare linkToken: CreationOptional<string | null>;
  /** Ids of standards that its teacher gave it; null: those of its items. */
  declare standards: CreationOptional<number[] | null>;
  /** Items that want a look; null while nobody has looked. */
  declare suspicious: CreationOptional<SuspiciousItem[] | null>;
  /** As of which work that was found. */
  declare suspiciousAsOf: CreationOptional<string | null>;

  declare edition?: NonAttribute<Edition>;
  declare assigner?: NonAttribute<Account>;
  declare school?: NonAttribute<School>;
  declare assignmentClasses?: NonAttribute<AssignmentClass[]>;
  declare assignmentStudents?: NonAttribute<AssignmentStudent[]>;
  declare attempts?: NonAttribute<Attempt[]>;
  declare notices?: NonAttribute<Notice[]>;
  declare ratings?: NonAttribute<Rating[]>;
  declare rescores?: NonAttribute<Rescore[]>;
  declare secondMarkings?: NonAttribute<SecondMarking[]>;
  declare rejectedAnswers?: NonAttribute<RejectedAnswer[]>;
}

export const defineAssignment = table(Assignment, 'assignments', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  editionId: required(INTEGER.UNSIGNED),
  assignedBy: required(INTEGER.UNSIGNED),
  title: required(STRING(200)),
  kind: required(STRING(20)),
  opensAt: required(DATE(3)),
  closesAt: optional(DATE(3)),
  lateUntil: optional(DATE(3)),
  rules: required(JSON),
  releasedAt: optional(DATE(3)),
  clientKey: required(CHAR(36)),
  createdAt: required(DATE(3)),
  unassignedAt: optional(DATE(3)),
  figuresAt: optional(DATE(3)),
  lateDeduction: withDefault(DECIMAL(5, 4), 0),
  visibleFrom: optional(DATE(3)),
  answersFrom: optional(DATE(3)),
  stoppedAt: optional(DATE(3)),
  startWord: withDefault(STRING(40), ''),
  instructions: withDefault(STRING(2000), ''),
  note: withDefault(STRING(2000), ''),
  recipients: optional(JSON),
  linkToken: optional(CHAR(22)),
  standards: optional(JSON),
  suspicious: optional(JSON),
  suspiciousAsOf: optional(STRING(60)),
});

/** A class that an assignment was given to. */
export class AssignmentClass extends Model<
  InferAttributes<AssignmentClass>,
  InferCreationAttributes<AssignmentClass>
> {
  declare assignmentId: number;
  declare classId: number;
  declare wholeClass: CreationOptional<boolean>;
  /** When a teacher let the class begin, where that is asked for. */
  declare letInAt: CreationOptional<Date | null>;

  declare assignment?: NonAttribute<Assignment>;
  declare class?: NonAttribute<SchoolClass>;
}

export const defineAssignmentClass = table(AssignmentClass, 'assignment_classes', {
  assignmentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  classId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  wholeClass: withDefault(BOOLEAN, true),
  letInAt: optional(DATE(3)),
});

/** A student who was given an assignment, with exceptions of their own. */
export class AssignmentStudent extends Model<
  InferAttributes<AssignmentStudent>,
  InferCreationAttributes<AssignmentStudent>
> {
  declare assignmentId: number;
  declare studentId: number;
  declare classId: CreationOptional<number | null>;
  declare seat: CreationOptional<number>;
  declare form: CreationOptional<string | null>;
  declare withdrawnAt: CreationOptional<Date | null>;
  declare closesAt: CreationOptional<Date | null>;
  declare extraMinutes: CreationOptional<number>;
  declare extraAttempts: CreationOptional<number>;

  declare assignment?: NonAttribute<Assignment>;
  declare class?: NonAttribute<SchoolClass>;
  declare student?: NonAttribute<Account>;
}

export const defineAssignmentStudent = table(AssignmentStudent, 'assignment_students', {
  assignmentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  classId: optional(INTEGER.UNSIGNED),
  seat: withDefault(SMALLINT.UNSIGNED, 0),
  form: optional(STRING(24)),
  withdrawnAt: optional(DATE(3)),
  closesAt: optional(DATE(3)),
  extraMinutes: withDefault(SMALLINT.UNSIGNED, 0),
  extraAttempts: withDefault(TINYINT.UNSIGNED, 0),
});

/** A form that has not been given yet. */
export class AssignmentDraft extends Model<
  InferAttributes<AssignmentDraft>,
  InferCreationAttributes<AssignmentDraft>
> {
  declare id: CreationOptional<number>;
  declare ownerId: number;
  declare testId: number;
  declare clientKey: string;
  declare form: Record<string, unknown>;
  declare changedAt: Date;

  declare owner?: NonAttribute<Account>;
  declare test?: NonAttribute<Test>;
}

export const defineAssignmentDraft = table(AssignmentDraft, 'assignment_drafts', {
  id: rowId,
  ownerId: required(INTEGER.UNSIGNED),
  testId: required(INTEGER.UNSIGNED),
  clientKey: required(CHAR(36)),
  form: required(JSON),
  changedAt: required(DATE(3)),
});

/** A message to one student or to all who sit an assignment. */
export class Notice extends Model<InferAttributes<Notice>, InferCreationAttributes<Notice>> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  declare studentId: CreationOptional<number | null>;
  declare sentBy: number;
  declare text: string;
  declare sentAt: Date;

  declare assignment?: NonAttribute<Assignment>;
  declare sender?: NonAttribute<Account>;
  declare student?: NonAttribute<Account>;
}

export const defineNotice = table(Notice, 'notices', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  studentId: optional(INTEGER.UNSIGNED),
  sentBy: required(INTEGER.UNSIGNED),
  text: required(STRING(500)),
  sentAt: required(DATE(3)),
});

/** A letter that waits to be sent, or was. */
export class Letter extends Model<InferAttributes<Letter>, InferCreationAttributes<Letter>> {
  declare id: CreationOptional<number>;
  declare accountId: number;
  declare assignmentId: CreationOptional<number | null>;
  declare address: string;
  declare subject: string;
  declare body: string;
  declare sendAfter: Date;
  declare attemptCount: CreationOptional<number>;
  declare sentAt: CreationOptional<Date | null>;
  declare abandonedAt: CreationOptional<Date | null>;

  declare account?: NonAttribute<Account>;
  declare assignment?: NonAttribute<Assignment>;
}

export const defineLetter = table(Letter, 'letters', {
  id: rowId,
  accountId: required(INTEGER.UNSIGNED),
  assignmentId: optional(INTEGER.UNSIGNED),
  address: required(STRING(254)),
  subject: required(STRING(250)),
  body: required(TEXT),
  sendAfter: required(DATE(3)),
  attemptCount: withDefault(SMALLINT.UNSIGNED, 0),
  sentAt: optional(DATE(3)),
  abandonedAt: optional(DATE(3)),
});
