/** People, and how they come in. */
import type { Accommodations } from '@oaken/core/accommodations';
import type { Language } from '@oaken/core/timing';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, rowId, withDefault, BINARY_32, table } from './table';
import type { Assignment, AssignmentStudent } from './assignments';
import type { School } from './schools';
import type { Attempt } from './attempts';
import type { Bank } from './banks';
import type { ClassTeacher, Enrollment } from './classes';
import type { Test } from './tests';

const { CHAR, DATE, ENUM, INTEGER, JSON, STRING, TINYINT } = DataTypes;

export type Role = 'administrator' | 'teacher' | 'student';

/** Somebody who can sign in: staff, a student, or a guest of one assignment or round. */
export class Account extends Model<InferAttributes<Account>, InferCreationAttributes<Account>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare role: Role;
  declare givenName: string;
  declare familyName: string;
  declare signInName: CreationOptional<string | null>;
  declare studentNumber: CreationOptional<string | null>;
  declare grade: CreationOptional<number | null>;
  declare secretHash: string;
  declare disabledAt: CreationOptional<Date | null>;
  declare signedInAt: CreationOptional<Date | null>;
  declare createdAt: Date;
  declare email: CreationOptional<string | null>;
  declare sourcedId: CreationOptional<string | null>;
  declare guestOf: CreationOptional<number | null>;
  declare guestOfRound: CreationOptional<number | null>;
  declare calendarToken: CreationOptional<string | null>;
  /** Null until they choose. */
  declare language: CreationOptional<Language | null>;

  get fullName(): NonAttribute<string> {
    return `${this.givenName} ${this.familyName}`.trim();
  }

  declare guestAssignment?: NonAttribute<Assignment>;
  declare school?: NonAttribute<School>;
  declare assignmentStudents?: NonAttribute<AssignmentStudent[]>;
  declare attempts?: NonAttribute<Attempt[]>;
  declare banks?: NonAttribute<Bank[]>;
  declare teaching?: NonAttribute<ClassTeacher[]>;
  declare enrollments?: NonAttribute<Enrollment[]>;
  declare sessions?: NonAttribute<Session[]>;
  declare accommodation?: NonAttribute<Accommodation | null>;
  declare tests?: NonAttribute<Test[]>;
}

export const defineAccount = table(Account, 'accounts', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  role: required(ENUM('administrator', 'teacher', 'student')),
  givenName: required(STRING(80)),
  familyName: required(STRING(80)),
  signInName: optional(STRING(120)),
  studentNumber: optional(STRING(40)),
  grade: optional(TINYINT.UNSIGNED),
  secretHash: required(STRING(200)),
  disabledAt: optional(DATE(3)),
  signedInAt: optional(DATE(3)),
  createdAt: required(DATE(3)),
  email: optional(STRING(254)),
  sourcedId: optional(STRING(64)),
  guestOf: optional(INTEGER.UNSIGNED),
  guestOfRound: optional(INTEGER.UNSIGNED),
  calendarToken: optional(CHAR(32)),
  language: optional(CHAR(2)),
});

/** A browser that is signed in; only a hash of its token is kept. */
export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare tokenHash: Buffer;
  declare accountId: number;
  declare csrf: string;
  declare createdAt: Date;
  declare expiresAt: Date;
  declare browser: CreationOptional<string>;
  declare address: CreationOptional<string>;

  declare account?: NonAttribute<Account>;
}

export const defineSession = table(Session, 'sessions', {
  tokenHash: required(BINARY_32, { primaryKey: true }),
  accountId: required(INTEGER.UNSIGNED),
  csrf: required(CHAR(32)),
  createdAt: required(DATE(3)),
  expiresAt: required(DATE(3)),
  browser: withDefault(STRING(120), ''),
  address: withDefault(STRING(45), ''),
});

/** A device that has signed in to an account before. */
export class Device extends Model<InferAttributes<Device>, InferCreationAttributes<Device>> {
  declare tokenHash: Buffer;
  declare accountId: number;
  declare seenAt: Date;

  declare account?: NonAttribute<Account>;
}

export const defineDevice = table(Device, 'devices', {
  tokenHash: required(BINARY_32, { primaryKey: true }),
  accountId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  seenAt: required(DATE(3)),
});

/** Wrong guesses under one subject (an account, an address, or both together). */
export class SignInFailure extends Model<
  InferAttributes<SignInFailure>,
  InferCreationAttributes<SignInFailure>
> {
  declare subject: string;
  declare failures: number;
  declare lastAt: Date;
  declare blockedUntil: CreationOptional<Date | null>;
}

export const defineSignInFailure = table(SignInFailure, 'sign_in_failures', {
  subject: required(STRING(160), { primaryKey: true }),
  failures: required(INTEGER.UNSIGNED),
  lastAt: required(DATE(3)),
  blockedUntil: optional(DATE(3)),
});

/** A link that signs somebody in once, or begins a school (then without an account). */
export class SignInLink extends Model<
  InferAttributes<SignInLink>,
  InferCreationAttributes<SignInLink>
> {
  declare tokenHash: Buffer;
  declare accountId: CreationOptional<number | null>;
  declare createdAt: Date;
  declare expiresAt: Date;

  declare account?: NonAttribute<Account>;
}

export const defineSignInLink = table(SignInLink, 'sign_in_links', {
  tokenHash: required(BINARY_32, { primaryKey: true }),
  accountId: optional(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
  expiresAt: required(DATE(3)),
});

/** What one student needs at every assignment. */
export class Accommodation extends Model<
  InferAttributes<Accommodation>,
  InferCreationAttributes<Accommodation>
> {
  declare studentId: number;
  declare content: Accommodations;
  declare changedBy: number;
  declare changedAt: Date;

  declare editor?: NonAttribute<Account>;
  declare student?: NonAttribute<Account>;
}

export const defineAccommodation = table(Accommodation, 'accommodations', {
  studentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  content: required(JSON),
  changedBy: required(INTEGER.UNSIGNED),
  changedAt: required(DATE(3)),
});
