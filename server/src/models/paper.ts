/** Answer sheets that were printed, and what came back of them. */
import { pageProblem, type PageProblem, type ScanLine } from '@oaken/contract/paper';
import type { Doubt } from '@oaken/core/capture/sheets';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import type { Account } from './accounts';
import type { Assignment } from './assignments';
import type { Attempt, SittingConditions } from './attempts';
import type { StoredFile } from './files';
import { optional, required, rowId, table, withDefault } from './table';

const { BLOB, CHAR, DATE, ENUM, INTEGER, JSON, SMALLINT, STRING, TINYINT } = DataTypes;

/** One student's answer sheet, with the form that stands in their booklet; a spare is nobody's until it comes back. */
export class PrintedSheet extends Model<
  InferAttributes<PrintedSheet>,
  InferCreationAttributes<PrintedSheet>
> {
  declare id: CreationOptional<number>;
  declare assignmentId: number;
  /** As the test stood when it was printed: a key that is repaired later moves nothing on the sheet. */
  declare editionId: number;
  declare studentId: CreationOptional<number | null>;
  /** As its code has it, from 1; with `layoutCheck` it is known among all sheets of the school. */
  declare sheet: number;
  declare layoutCheck: number;
  /** The roster number that is printed. */
  declare rosterNumber: CreationOptional<number | null>;
  declare paper: 'a4' | 'letter';
  declare form: CreationOptional<string | null>;
  declare seat: CreationOptional<number>;
  declare seed: string;
  declare conditions: SittingConditions;
  declare printedBy: number;
  declare printedAt: Date;
  /** What its answers were put into. */
  declare attemptId: CreationOptional<number | null>;
  declare pageCount: number;

  declare assignment?: NonAttribute<Assignment>;
  declare student?: NonAttribute<Account | null>;
  declare attempt?: NonAttribute<Attempt | null>;
  declare pages?: NonAttribute<ScannedPage[]>;
}

export const definePrintedSheet = table(PrintedSheet, 'printed_sheets', {
  id: rowId,
  assignmentId: required(INTEGER.UNSIGNED),
  editionId: required(INTEGER.UNSIGNED),
  studentId: optional(INTEGER.UNSIGNED),
  sheet: required(SMALLINT.UNSIGNED),
  layoutCheck: required(SMALLINT.UNSIGNED),
  rosterNumber: optional(SMALLINT.UNSIGNED),
  paper: required(ENUM('a4', 'letter')),
  form: optional(STRING(24)),
  seat: withDefault(SMALLINT.UNSIGNED, 0),
  seed: required(CHAR(22)),
  conditions: required(JSON),
  printedBy: required(INTEGER.UNSIGNED),
  printedAt: required(DATE(3)),
  attemptId: optional(INTEGER.UNSIGNED),
  pageCount: required(TINYINT.UNSIGNED),
});

/** A file of scans or a photo, and how far it was read. */
export class Scan extends Model<InferAttributes<Scan>, InferCreationAttributes<Scan>> {
  declare id: string;
  declare schoolId: number;
  /** Null: from the copier's folder. */
  declare broughtBy: CreationOptional<number | null>;
  /** Null: of whichever assignments its pages are. */
  declare assignmentId: CreationOptional<number | null>;
  declare name: string;
  declare state: ScanLine['state'];
  /** Null until the file was looked at. */
  declare pageCount: CreationOptional<number | null>;
  declare readCount: CreationOptional<number>;
  declare message: CreationOptional<string>;
  declare createdAt: Date;

  declare bringer?: NonAttribute<Account | null>;
  declare pages?: NonAttribute<ScannedPage[]>;
}

export const defineScan = table(Scan, 'scans', {
  id: required(CHAR(22), { primaryKey: true }),
  schoolId: required(INTEGER.UNSIGNED),
  broughtBy: optional(INTEGER.UNSIGNED),
  assignmentId: optional(INTEGER.UNSIGNED),
  name: required(STRING(200)),
  state: required(ENUM('reading', 'done', 'cancelled', 'failed')),
  pageCount: optional(SMALLINT.UNSIGNED),
  readCount: withDefault(SMALLINT.UNSIGNED, 0),
  message: withDefault(STRING(300), ''),
  createdAt: required(DATE(3)),
});

/** A piece of a scan, kept until it is read. */
export class ScanChunk extends Model<
  InferAttributes<ScanChunk>,
  InferCreationAttributes<ScanChunk>
> {
  declare scanId: string;
  declare number: number;
  declare bytes: Buffer;
}

export const defineScanChunk = table(ScanChunk, 'scan_chunks', {
  scanId: required(CHAR(22), { primaryKey: true }),
  number: required(INTEGER.UNSIGNED, { primaryKey: true }),
  bytes: required(BLOB('medium')),
});

/** A row of bubbles as it was read, or as a person said that it should be. */
export interface StoredRow {
  question: string;
  label: string;
  marks: string[];
  /** Why a person has to look at it; null where it is sure, or was looked at. */
  doubt: Doubt | null;
}

/** What stands on a page. */
export interface StoredReading {
  rows: StoredRow[];
  /** Frames; those with something in them have a picture. */
  fields: { question: string; file: string | null }[];
}

/** One page of a scan. */
export class ScannedPage extends Model<
  InferAttributes<ScannedPage>,
  InferCreationAttributes<ScannedPage>
> {
  declare id: CreationOptional<number>;
  declare scanId: string;
  /** In its scan, from 1. */
  declare position: number;
  declare assignmentId: CreationOptional<number | null>;
  declare printedSheetId: CreationOptional<number | null>;
  /** Of its sheet, from 1; null where that is not known. */
  declare page: CreationOptional<number | null>;
  /** Of the student, where the page says it. */
  declare rosterNumber: CreationOptional<number | null>;
  declare state: 'waiting' | 'taken' | 'left-out';
  declare problem: CreationOptional<PageProblem | null>;
  declare reading: CreationOptional<StoredReading | null>;
  /** Rows that a person has still to look at. */
  declare openRows: CreationOptional<number>;
  /** The page, upright where it is a sheet. */
  declare pictureId: string;
  declare readAt: Date;

  declare scan?: NonAttribute<Scan>;
  declare printedSheet?: NonAttribute<PrintedSheet | null>;
  declare picture?: NonAttribute<StoredFile>;
}

export const defineScannedPage = table(ScannedPage, 'scanned_pages', {
  id: rowId,
  scanId: required(CHAR(22)),
  position: required(SMALLINT.UNSIGNED),
  assignmentId: optional(INTEGER.UNSIGNED),
  printedSheetId: optional(INTEGER.UNSIGNED),
  page: optional(TINYINT.UNSIGNED),
  rosterNumber: optional(SMALLINT.UNSIGNED),
  state: required(ENUM('waiting', 'taken', 'left-out')),
  problem: optional(ENUM(...pageProblem.options)),
  reading: optional(JSON),
  openRows: withDefault(SMALLINT.UNSIGNED, 0),
  pictureId: required(CHAR(22)),
  readAt: required(DATE(3)),
});

/** What a person decided about a page or a row of it. */
export class PageDecision extends Model<
  InferAttributes<PageDecision>,
  InferCreationAttributes<PageDecision>
> {
  declare id: CreationOptional<number>;
  declare scannedPageId: number;
  /** Of the page's rows, from 0; null: the page itself. */
  declare rowIndex: CreationOptional<number | null>;
  declare was: string;
  declare became: string;
  declare decidedBy: number;
  declare decidedAt: Date;

  declare scannedPage?: NonAttribute<ScannedPage>;
  declare decider?: NonAttribute<Account>;
}

export const definePageDecision = table(PageDecision, 'page_decisions', {
  id: rowId,
  scannedPageId: required(INTEGER.UNSIGNED),
  rowIndex: optional(SMALLINT.UNSIGNED),
  was: required(STRING(60)),
  became: required(STRING(60)),
  decidedBy: required(INTEGER.UNSIGNED),
  decidedAt: required(DATE(3)),
});
