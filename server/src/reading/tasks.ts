/** What the reading thread can be asked to do; each gives its results piece by piece. */
import { readFile, type FileReading } from '../files/types';
import type { FrameworkFile } from '@oaken/core/standards';
import { readFramework } from './framework';
import type { VariantReport } from '@oaken/core/variants';
import { readVariants } from './variants';
import { readItemRows, type RowBatch } from './item-rows';

async function* recognize(
  bytes: Buffer,
  { claimed }: { claimed: string },
): AsyncGenerator<FileReading> {
  yield readFile(bytes, claimed);
}

export const tasks = {
  items: readItemRows,
  recognize,
  framework: readFramework,
  variants: readVariants,
};

export interface Tasks {
  items: { options: { pictures: boolean }; piece: RowBatch };
  /** A framework of standards, whole. */
  framework: { options: { type: 'csv' | 'case' }; piece: FrameworkFile };
  /** What is unfair among the variants of an item. */
  variants: { options: { grade: number | null }; piece: VariantReport };
  /** What a file is, by its bytes. */
  recognize: { options: { claimed: string }; piece: FileReading };
}
