/** Tests, where they are filed, and what was given of them. */
import type { Outline, TestKind } from '@oaken/core/assessments';
import type { Medium } from '@oaken/core/items';
import type { Reach } from './banks';
import type { Edition as EditionContent } from '@oaken/core/forms';
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
import type { School } from './schools';
import type { Assignment, AssignmentDraft } from './assignments';
import type { Item, Revision } from './items';

const { BOOLEAN, CHAR, DATE, DOUBLE, ENUM, INTEGER, JSON, STRING, TEXT } = DataTypes;

/** What the list of tests knows of a test: kept beside it, and made anew after each change. */
export interface TestFacts {
  kind: TestKind;
  subject: string;
  grades: number[];
  standards: { id: number; code: string }[];
  /** Of its items. */
  tags: string[];
  items: number;
  points: number;
  machine: boolean;
  media: Medium[];
}

/** What a teacher builds. Its outline is read and written under a lock, with its version. */
export class Test extends Model<InferAttributes<Test>, InferCreationAttributes<Test>> {
  declare id: CreationOptional<number>;
  declare schoolId: number;
  declare ownerId: number;
  declare title: string;
  declare outline: Outline;
  declare version: CreationOptional<number>;
  declare clientKey: string;
  declare createdAt: Date;
  declare changedAt: Date;
  declare removedAt: CreationOptional<Date | null>;
  declare reach: CreationOptional<Reach>;
  declare ready: CreationOptional<boolean>;
  declare facts: CreationOptional<TestFacts | null>;
  declare words: CreationOptional<string>;
  declare sourceTestId: CreationOptional<number | null>;
  declare sourceTitle: CreationOptional<string>;

  declare owner?: NonAttribute<Account>;
  declare school?: NonAttribute<School>;
  declare sourceTest?: NonAttribute<Test>;
  declare drafts?: NonAttribute<AssignmentDraft[]>;
  declare editions?: NonAttribute<Edition[]>;
  declare filings?: NonAttribute<TestFiling[]>;
  declare testRevisions?: NonAttribute<TestRevision[]>;
  declare shares?: NonAttribute<TestShare[]>;
}

export const defineTest = table(Test, 'tests', {
  id: rowId,
  schoolId: required(INTEGER.UNSIGNED),
  ownerId: required(INTEGER.UNSIGNED),
  title: required(STRING(200)),
  outline: required(JSON),
  version: withDefault(INTEGER.UNSIGNED, 1),
  clientKey: required(CHAR(36)),
  createdAt: required(DATE(3)),
  changedAt: required(DATE(3)),
  removedAt: optional(DATE(3)),
  reach: withDefault(ENUM('mine', 'school', 'everybody'), 'mine'),
  ready: withDefault(BOOLEAN, false),
  facts: optional(JSON),
  words: withDefault(TEXT('medium'), ''),
  sourceTestId: optional(INTEGER.UNSIGNED),
  sourceTitle: withDefault(STRING(200), ''),
});

/** What a colleague may do with a test that was shared by name. */
export class TestShare extends Model<
  InferAttributes<TestShare>,
  InferCreationAttributes<TestShare>
> {
  declare testId: number;
  declare accountId: number;
  declare right: 'read' | 'edit';

  declare account?: NonAttribute<Account>;
  declare test?: NonAttribute<Test>;
}

export const defineTestShare = table(TestShare, 'test_shares', {
  testId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  accountId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  right: required(ENUM('read', 'edit')),
});

/** A folder in which somebody keeps tests. */
export class TestFolder extends Model<
  InferAttributes<TestFolder>,
  InferCreationAttributes<TestFolder>
> {
  declare id: CreationOptional<number>;
  declare ownerId: number;
  declare parentId: CreationOptional<number | null>;
  declare name: string;

  declare owner?: NonAttribute<Account>;
  declare parent?: NonAttribute<TestFolder>;
  declare filings?: NonAttribute<TestFiling[]>;
}

export const defineTestFolder = table(TestFolder, 'test_folders', {
  id: rowId,
  ownerId: required(INTEGER.UNSIGNED),
  parentId: optional(INTEGER.UNSIGNED),
  name: required(STRING(120)),
});

/** The folder that a test lies in, for one person. */
export class TestFiling extends Model<
  InferAttributes<TestFiling>,
  InferCreationAttributes<TestFiling>
> {
  declare accountId: number;
  declare testId: number;
  declare folderId: number;

  declare account?: NonAttribute<Account>;
  declare folder?: NonAttribute<TestFolder>;
  declare test?: NonAttribute<Test>;
}

export const defineTestFiling = table(TestFiling, 'test_filings', {
  accountId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  testId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  folderId: required(INTEGER.UNSIGNED),
});

/** A revision that a test uses. */
export class TestRevision extends Model<
  InferAttributes<TestRevision>,
  InferCreationAttributes<TestRevision>
> {
  declare testId: number;
  declare revisionId: number;

  declare revision?: NonAttribute<Revision>;
  declare test?: NonAttribute<Test>;
}

export const defineTestRevision = table(TestRevision, 'test_revisions', {
  testId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  revisionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
});

/** A change that a page has sent; sent again under the same key it counts once. */
export class SentChange extends Model<
  InferAttributes<SentChange>,
  InferCreationAttributes<SentChange>
> {
  declare testId: number;
  declare clientKey: string;
  declare sentAt: Date;

  declare test?: NonAttribute<Test>;
}

export const defineSentChange = table(SentChange, 'sent_changes', {
  testId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  clientKey: required(CHAR(36), { primaryKey: true }),
  sentAt: required(DATE(3)),
});

/** A test as it was when given, or what was asked in class. Never changed. */
export class Edition extends Model<InferAttributes<Edition>, InferCreationAttributes<Edition>> {
  declare id: CreationOptional<number>;
  /** Null for what was asked in class and comes from no test. */
  declare testId: CreationOptional<number | null>;
  declare content: EditionContent;
  declare itemCount: number;
  declare points: number;
  declare createdAt: Date;
  /** Some of its items make themselves. */
  declare hasVariants: CreationOptional<boolean>;

  declare test?: NonAttribute<Test>;
  declare assignments?: NonAttribute<Assignment[]>;
  declare editionRevisions?: NonAttribute<EditionRevision[]>;
}

export const defineEdition = table(Edition, 'editions', {
  id: rowId,
  testId: optional(INTEGER.UNSIGNED),
  content: required(JSON),
  itemCount: required(INTEGER.UNSIGNED),
  points: required(DOUBLE),
  createdAt: required(DATE(3)),
  hasVariants: withDefault(BOOLEAN, false),
});

/** The revision behind each entry of an edition, and whether its scoring is overridden for everybody. */
export class EditionRevision extends Model<
  InferAttributes<EditionRevision>,
  InferCreationAttributes<EditionRevision>
> {
  declare editionId: number;
  declare entryId: string;
  declare itemId: number;
  declare revisionId: number;
  declare override: CreationOptional<'full-credit' | 'dropped' | null>;

  declare edition?: NonAttribute<Edition>;
  declare item?: NonAttribute<Item>;
  declare revision?: NonAttribute<Revision>;
}

export const defineEditionRevision = table(EditionRevision, 'edition_revisions', {
  editionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  entryId: required(STRING(24), { primaryKey: true }),
  itemId: required(INTEGER.UNSIGNED),
  revisionId: required(INTEGER.UNSIGNED),
  override: optional(ENUM('full-credit', 'dropped')),
});
