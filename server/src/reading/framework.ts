import {
  FrameworkProblem,
  readCase,
  readStandardRows,
  type FrameworkFile,
} from '@oaken/core/standards';
import { Unreadable } from './limits';
import { readTable, type Line } from './table';
import { sentence } from './sentences';

/** A framework of standards in CSV or CASE JSON. */
export async function* readFramework(
  bytes: Buffer,
  { type }: { type: 'csv' | 'case' },
): AsyncGenerator<FrameworkFile> {
  try {
    yield type === 'case'
      ? readCase(new TextDecoder().decode(bytes))
      : readStandardRows(await rowsOf(bytes));
  } catch (error) {
    throw error instanceof FrameworkProblem ? new Unreadable(error.message) : error;
  }
}

async function rowsOf(bytes: Buffer): Promise<Line[]> {
  const rows: Line[] = [];
  const insistOnCode = (names: string[]) => {
    if (!names.includes('code')) throw new Unreadable(sentence('firstRowMustNameColumns'));
  };
  for await (const line of readTable(bytes, insistOnCode)) rows.push(line);
  return rows;
}
