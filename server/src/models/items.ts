/** Items, their revisions, and what is known of them. */
import type { VariantReport } from '@oaken/core/variants';
import type { ItemContent, PartKind } from '@oaken/core/items';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { computed, touched, optional, required, rowId, withDefault, table } from './table';
import type { Bank, Folder } from './banks';
import type { Account } from './accounts';
import type { EditionRevision, Test, TestRevision } from './tests';
import type { Passage } from './passages';
import type { Standard } from './standards';
import type { Assignment } from './assignments';

const { CHAR, DATE, DOUBLE, ENUM, INTEGER, JSON, SMALLINT, STRING, TEXT, TINYINT } = DataTypes;

/** One question of a bank; what it says stands in its revisions. */
export class Item extends Model<InferAttributes<Item>, InferCreationAttributes<Item>> {
  declare id: CreationOptional<number>;
  declare bankId: number;
  declare folderId: CreationOptional<number | null>;
  declare revisionId: CreationOptional<number | null>;
  declare createdBy: number;
  declare createdAt: Date;
  declare retiredAt: CreationOptional<Date | null>;
  declare answerCount: CreationOptional<number>;
  declare averageScore: CreationOptional<number>;
  declare touchedAt: CreationOptional<Date>;
  declare useCount: CreationOptional<number>;
  declare itemRestCorrelation: CreationOptional<number | null>;
  declare retiredBy: CreationOptional<number | null>;
  declare clientKey: CreationOptional<string | null>;
  declare sourceItemId: CreationOptional<number | null>;
  declare sourceRevisionId: CreationOptional<number | null>;

  declare bank?: NonAttribute<Bank>;
  declare creator?: NonAttribute<Account>;
  declare folder?: NonAttribute<Folder>;
  declare retirer?: NonAttribute<Account>;
  declare revision?: NonAttribute<Revision>;
  declare sourceItem?: NonAttribute<Item>;
  declare sourceRevision?: NonAttribute<Revision>;
  declare editionRevisions?: NonAttribute<EditionRevision[]>;
  declare figures?: NonAttribute<ItemFigures[]>;
  declare revisions?: NonAttribute<Revision[]>;
}

export const defineItem = table(Item, 'items', {
  id: rowId,
  bankId: required(INTEGER.UNSIGNED),
  folderId: optional(INTEGER.UNSIGNED),
  revisionId: optional(INTEGER.UNSIGNED),
  createdBy: required(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
  retiredAt: optional(DATE(3)),
  answerCount: withDefault(INTEGER.UNSIGNED, 0),
  averageScore: withDefault(DOUBLE, 0),
  touchedAt: touched(),
  useCount: withDefault(INTEGER.UNSIGNED, 0),
  itemRestCorrelation: optional(DOUBLE),
  retiredBy: optional(INTEGER.UNSIGNED),
  clientKey: optional(CHAR(36)),
  sourceItemId: optional(INTEGER.UNSIGNED),
  sourceRevisionId: optional(INTEGER.UNSIGNED),
});

/** An item as it stood at one time. Never changed; a test’s own wording carries the test. */
export class Revision extends Model<InferAttributes<Revision>, InferCreationAttributes<Revision>> {
  declare id: CreationOptional<number>;
  declare itemId: number;
  declare number: number;
  declare testId: CreationOptional<number | null>;
  declare basedOnId: CreationOptional<number | null>;
  declare content: ItemContent;
  declare words: string;
  declare kind: PartKind;
  declare points: number;
  declare subject: string;
  declare depth: CreationOptional<number | null>;
  declare seconds: CreationOptional<number | null>;
  declare createdBy: number;
  declare createdAt: Date;
  declare choiceWords: CreationOptional<string>;
  declare markedBy: CreationOptional<'machine' | 'hand' | 'nobody'>;
  declare media: CreationOptional<number>;
  declare passageId: CreationOptional<number | null>;
  declare author: CreationOptional<string>;
  declare licence: CreationOptional<string>;
  declare asked: CreationOptional<string | null>;
  /** What was found when its variants were looked at; null while nobody has. */
  declare variantReport: CreationOptional<VariantReport | null>;
  /** The test that it was copied out of. */
  declare sourceTestId: CreationOptional<number | null>;

  declare basedOn?: NonAttribute<Revision>;
  declare creator?: NonAttribute<Account>;
  declare item?: NonAttribute<Item>;
  declare passage?: NonAttribute<Passage>;
  declare test?: NonAttribute<Test>;
  declare sourceTest?: NonAttribute<Test>;
  declare grades?: NonAttribute<RevisionGrade[]>;
  declare revisionStandards?: NonAttribute<RevisionStandard[]>;
  declare tags?: NonAttribute<RevisionTag[]>;
  declare testRevisions?: NonAttribute<TestRevision[]>;
}

export const defineRevision = table(Revision, 'revisions', {
  id: rowId,
  itemId: required(INTEGER.UNSIGNED),
  number: required(INTEGER.UNSIGNED),
  testId: optional(INTEGER.UNSIGNED),
  basedOnId: optional(INTEGER.UNSIGNED),
  content: required(JSON),
  words: required(TEXT),
  kind: required(STRING(40)),
  points: required(DOUBLE),
  subject: required(STRING(60)),
  depth: optional(TINYINT.UNSIGNED),
  seconds: optional(INTEGER.UNSIGNED),
  createdBy: required(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
  choiceWords: withDefault(TEXT, ''),
  markedBy: withDefault(ENUM('machine', 'hand', 'nobody'), 'machine'),
  media: withDefault(TINYINT.UNSIGNED, 0),
  passageId: optional(INTEGER.UNSIGNED),
  author: withDefault(STRING(200), ''),
  licence: withDefault(STRING(120), ''),
  asked: computed(CHAR(32)),
  variantReport: optional(JSON),
  sourceTestId: optional(INTEGER.UNSIGNED),
});

/** A grade that a revision is meant for. */
export class RevisionGrade extends Model<
  InferAttributes<RevisionGrade>,
  InferCreationAttributes<RevisionGrade>
> {
  declare revisionId: number;
  declare grade: number;

  declare revision?: NonAttribute<Revision>;
}

export const defineRevisionGrade = table(RevisionGrade, 'revision_grades', {
  revisionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  grade: required(TINYINT.UNSIGNED, { primaryKey: true }),
});

/** A standard that a revision measures. */
export class RevisionStandard extends Model<
  InferAttributes<RevisionStandard>,
  InferCreationAttributes<RevisionStandard>
> {
  declare revisionId: number;
  declare standardId: number;

  declare revision?: NonAttribute<Revision>;
  declare standard?: NonAttribute<Standard>;
}

export const defineRevisionStandard = table(RevisionStandard, 'revision_standards', {
  revisionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  standardId: required(INTEGER.UNSIGNED, { primaryKey: true }),
});

/** A word that a revision is filed under. */
export class RevisionTag extends Model<
  InferAttributes<RevisionTag>,
  InferCreationAttributes<RevisionTag>
> {
  declare revisionId: number;
  declare tag: string;

  declare revision?: NonAttribute<Revision>;
}

export const defineRevisionTag = table(RevisionTag, 'revision_tags', {
  revisionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  tag: required(STRING(60), { primaryKey: true }),
});

/** Two items that must not stand in one test; the smaller id is the first. */
export class EnemyItems extends Model<
  InferAttributes<EnemyItems>,
  InferCreationAttributes<EnemyItems>
> {
  declare itemId: number;
  declare enemyId: number;
  declare declaredBy: number;
  declare declaredAt: Date;

  declare declarer?: NonAttribute<Account>;
  declare item?: NonAttribute<Item>;
  declare enemy?: NonAttribute<Item>;
}

export const defineEnemyItems = table(EnemyItems, 'item_enemies', {
  itemId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  enemyId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  declaredBy: required(INTEGER.UNSIGNED),
  declaredAt: required(DATE(3)),
});

/** What an item’s answers say of it, by grade. */
export class ItemFigures extends Model<
  InferAttributes<ItemFigures>,
  InferCreationAttributes<ItemFigures>
> {
  declare itemId: number;
  declare grade: number;
  declare answerCount: number;
  declare averageScore: number;
  declare itemRestCorrelation: CreationOptional<number | null>;

  declare item?: NonAttribute<Item>;
}

export const defineItemFigures = table(ItemFigures, 'item_figures', {
  itemId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  grade: required(TINYINT.UNSIGNED, { primaryKey: true }),
  answerCount: required(INTEGER.UNSIGNED),
  averageScore: required(DOUBLE),
  itemRestCorrelation: optional(DOUBLE),
});

/**
 * Sums over one assignment’s answers, from which figures of any selection follow (x: share on the
 * item, y: on the rest).
 */
export class ItemSums extends Model<InferAttributes<ItemSums>, InferCreationAttributes<ItemSums>> {
  declare itemId: number;
  declare revisionId: number;
  declare assignmentId: number;
  declare classId: CreationOptional<number>;
  declare grade: number;
  declare answers: number;
  declare earned: number;
  declare n: number;
  declare x: number;
  declare y: number;
  declare xx: number;
  declare yy: number;
  declare xy: number;

  declare assignment?: NonAttribute<Assignment>;
  declare item?: NonAttribute<Item>;
  declare revision?: NonAttribute<Revision>;
}

export const defineItemSums = table(ItemSums, 'item_sums', {
  itemId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  revisionId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  assignmentId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  classId: withDefault(INTEGER.UNSIGNED, 0, { primaryKey: true }),
  grade: required(SMALLINT, { primaryKey: true }),
  answers: required(INTEGER.UNSIGNED),
  earned: required(DOUBLE),
  n: required(INTEGER.UNSIGNED),
  x: required(DOUBLE),
  y: required(DOUBLE),
  xx: required(DOUBLE),
  yy: required(DOUBLE),
  xy: required(DOUBLE),
});

/** The grade of a total over all grades. */
export const everyGrade = -2;

/**
 * The sums of an item, as it was asked, over all assignments, each around its own means: what its
 * figures follow from.
 */
export class ItemTotals extends Model<
  InferAttributes<ItemTotals>,
  InferCreationAttributes<ItemTotals>
> {
  declare itemId: number;
  /** What was asked, as of a revision. */
  declare asked: string;
  /** -1 where it is not known, -2 over all of them. */
  declare grade: number;
  declare answers: number;
  declare earned: number;
  declare n: number;
  declare xx: number;
  declare yy: number;
  declare xy: number;
  declare scaleX: number;
  declare scaleY: number;

  declare item?: NonAttribute<Item>;
}

export const defineItemTotals = table(ItemTotals, 'item_totals', {
  itemId: required(INTEGER.UNSIGNED, { primaryKey: true }),
  asked: required(CHAR(32), { primaryKey: true }),
  grade: required(SMALLINT, { primaryKey: true }),
  // Signed: what is taken away goes through them.
  answers: required(INTEGER),
  earned: required(DOUBLE),
  n: required(INTEGER),
  xx: required(DOUBLE),
  yy: required(DOUBLE),
  xy: required(DOUBLE),
  scaleX: required(DOUBLE),
  scaleY: required(DOUBLE),
});
