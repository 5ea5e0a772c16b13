/** Uploaded files, and lists that are being read in. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
} from 'sequelize';
import { optional, required, withDefault, BINARY_32, table } from './table';
import type { Attempt } from './attempts';
import type { Account } from './accounts';
import type { School } from './schools';
import type { Bank } from './banks';

const { BLOB, BOOLEAN, CHAR, DATE, ENUM, INTEGER, JSON, SMALLINT, STRING } = DataTypes;

export interface ImportProblem {
  line: number;
  column: string;
  message: string;
}

/** A row that is like an item of the bank. */
export interface SimilarItem {
  line: number;
  itemId: number;
  words: string;
}

/** An uploaded file; its bytes lie in chunks. */
export class StoredFile extends Model<
  InferAttributes<StoredFile>,
  InferCreationAttributes<StoredFile>
> {
  declare id: string;
  declare schoolId: number;
  declare madeBy: number;
  declare name: string;
  declare type: string;
  declare bytes: number;
  declare width: CreationOptional<number | null>;
  declare height: CreationOptional<number | null>;
  declare digest: Buffer;
  declare attemptId: CreationOptional<number | null>;
  declare createdAt: Date;
  declare complete: CreationOptional<boolean>;

  declare attempt?: NonAttribute<Attempt>;
  declare maker?: NonAttribute<Account>;
  declare school?: NonAttribute<School>;
  declare chunks?: NonAttribute<FileChunk[]>;
}

export const defineStoredFile = table(StoredFile, 'files', {
  id: required(CHAR(22), { primaryKey: true }),
  schoolId: required(INTEGER.UNSIGNED),
  madeBy: required(INTEGER.UNSIGNED),
  name: required(STRING(200)),
  type: required(STRING(60)),
  bytes: required(INTEGER.UNSIGNED),
  width: optional(INTEGER.UNSIGNED),
  height: optional(INTEGER.UNSIGNED),
  digest: required(BINARY_32),
  attemptId: optional(INTEGER.UNSIGNED),
  createdAt: required(DATE(3)),
  complete: withDefault(BOOLEAN, true),
});

/** A piece of a file’s bytes. */
export class FileChunk extends Model<
  InferAttributes<FileChunk>,
  InferCreationAttributes<FileChunk>
> {
  declare fileId: string;
  declare number: number;
  declare bytes: Buffer;

  declare file?: NonAttribute<StoredFile>;
}

export const defineFileChunk = table(FileChunk, 'file_chunks', {
  fileId: required(CHAR(22), { primaryKey: true }),
  number: required(INTEGER.UNSIGNED, { primaryKey: true }),
  bytes: required(BLOB('medium')),
});

/** A picture in a smaller size, as WebP; null where it does as it is. */
export class PictureSize extends Model<
  InferAttributes<PictureSize>,
  InferCreationAttributes<PictureSize>
> {
  declare fileId: string;
  declare width: number;
  declare bytes: Buffer | null;

  declare file?: NonAttribute<StoredFile>;
}

export const definePictureSize = table(PictureSize, 'picture_sizes', {
  fileId: required(CHAR(22), { primaryKey: true }),
  width: required(SMALLINT.UNSIGNED, { primaryKey: true }),
  bytes: optional(BLOB('medium')),
});

/** Items that are being read out of a file, and what came of it. */
export class ItemImport extends Model<
  InferAttributes<ItemImport>,
  InferCreationAttributes<ItemImport>
> {
  declare id: string;
  declare accountId: number;
  declare bankId: number;
  declare folderId: CreationOptional<number | null>;
  declare name: string;
  declare state: 'reading' | 'checked' | 'writing' | 'done' | 'cancelled' | 'failed';
  declare totalRows: CreationOptional<number>;
  declare doneRows: CreationOptional<number>;
  declare goodRows: CreationOptional<number>;
  declare badRows: CreationOptional<number>;
  declare problems: ImportProblem[];
  declare similar: SimilarItem[];
  declare message: CreationOptional<string>;
  declare createdAt: Date;

  declare account?: NonAttribute<Account>;
  declare bank?: NonAttribute<Bank>;
  declare chunks?: NonAttribute<ImportChunk[]>;
}

export const defineItemImport = table(ItemImport, 'item_imports', {
  id: required(CHAR(22), { primaryKey: true }),
  accountId: required(INTEGER.UNSIGNED),
  bankId: required(INTEGER.UNSIGNED),
  folderId: optional(INTEGER.UNSIGNED),
  name: required(STRING(200)),
  state: required(ENUM('reading', 'checked', 'writing', 'done', 'cancelled', 'failed')),
  totalRows: withDefault(INTEGER.UNSIGNED, 0),
  doneRows: withDefault(INTEGER.UNSIGNED, 0),
  goodRows: withDefault(INTEGER.UNSIGNED, 0),
  badRows: withDefault(INTEGER.UNSIGNED, 0),
  problems: required(JSON),
  similar: required(JSON),
  message: withDefault(STRING(500), ''),
  createdAt: required(DATE(3)),
});

/** A piece of the file that an import reads. */
export class ImportChunk extends Model<
  InferAttributes<ImportChunk>,
  InferCreationAttributes<ImportChunk>
> {
  declare importId: string;
  declare number: number;
  declare bytes: Buffer;

  declare import?: NonAttribute<ItemImport>;
}

export const defineImportChunk = table(ImportChunk, 'import_chunks', {
  importId: required(CHAR(22), { primaryKey: true }),
  number: required(INTEGER.UNSIGNED, { primaryKey: true }),
  bytes: required(BLOB('medium')),
});
