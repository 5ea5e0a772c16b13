import { delimiterOf, encodingOf, fused } from '@oaken/core/csv';
import { parse } from 'csv-parse';
import { isUtf8 } from 'node:buffer';
import { Readable } from 'node:stream';
import { sentence } from './sentences';

import { limits, Unreadable } from './limits';

export interface Line {
  /** In the file; line 1 is the row of names. */
  number: number;
  /** By the names of the columns, in small letters. */
  cells: Record<string, string>;
}

const pieceSize = 64 * 1024;

/** The text, piece by piece. */
function* decoded(bytes: Buffer): Generator<string> {
  const decoder = new TextDecoder(encodingOf(bytes, isUtf8));
  for (let from = 0; from < bytes.length; from += pieceSize)
    yield decoder.decode(bytes.subarray(from, from + pieceSize), { stream: true });
  yield decoder.decode();
}

/** The beginning of the text, enough to see how it is written. */
function headOf(bytes: Buffer): string {
  const [start = ''] = decoded(bytes.subarray(0, 20_000));
  return start;
}

/** A cell with line breaks ends further down; a row is named by the line in which it begins. */
const beginOf = (record: string[], end: number) =>
  end - record.reduce((breaks, cell) => breaks + cell.split('\n').length - 1, 0);

/**
 * Reads a CSV row by row.
 *
 * @param names is given the names of the columns before the first row
 * @throws Unreadable for what is no table, and as soon as it is larger than may be
 */
export async function* readTable(
  bytes: Buffer,
  names: (columns: string[]) => void,
): AsyncGenerator<Line> {
  const parser = parse({
    delimiter: delimiterOf(headOf(bytes)),
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    bom: true,
    max_record_size: limits.row,
  });
  const text = Readable.from(decoded(bytes));
  text.on('error', (error) => parser.destroy(error));
  text.pipe(parser);
  let columns: string[] | null = null;
  let rows = 0;
  try {
    for await (const { record, info } of parser as AsyncIterable<{
      record: string[];
      info: { lines: number };
    }>) {
      const number = beginOf(record, info.lines);
      if (record.length > limits.cells)
        throw new Unreadable(sentence('lineHasMoreThanCells', { number, cells: limits.cells }));
      if (columns === null) {
        columns = record.map((name) => name.trim().toLowerCase());
        names(columns);
        continue;
      }
      if (++rows > limits.rows)
        throw new Unreadable(
          sentence('tableHasMoreThanRows', { rows: limits.rows.toLocaleString('en') }),
        );
      yield {
        number,
        cells: Object.fromEntries(columns.map((name, index) => [name, fused(record[index] ?? '')])),
      };
    }
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable(
      sentence('tableCannotBeRead', { message: (error as Error).message.slice(0, 200) }),
    );
  }
  if (columns === null) throw new Unreadable(sentence('fileIsEmpty'));
}
