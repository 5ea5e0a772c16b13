/** What the reading thread can be asked to do; each gives its results piece by piece. */
import { readFile, type Reading } from '../files/types';
import { readItemRows, type RowBatch } from './item-rows';

async function* recognize(bytes: Buffer, { claimed }: { claimed: string }): AsyncGenerator<Reading> {
  yield readFile(bytes, claimed);
}

export const tasks = { items: readItemRows, recognize };

export interface Tasks {
  items: { options: { pictures: boolean }; piece: RowBatch };
  /** What a file is, by its bytes. */
  recognize: { options: { claimed: string }; piece: Reading };
}
