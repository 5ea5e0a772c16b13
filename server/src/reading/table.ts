import { parse } from 'csv-parse';
import { isUtf8 } from 'node:buffer';
import { Readable } from 'node:stream';
import { fused } from '../csv';
import { limits, Unreadable } from './limits';

export interface Line {
  /** In the file; line 1 is the row of names. */
  number: number;
  /** By the names of the columns, in small letters. */
  cells: Record<string, string>;
}

const byteOrderMarks: [number[], string][] = [
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
];

/** UTF-8 or UTF-16 by their marks or their look; what is no UTF-8 is Windows-1252, which knows every byte. */
function encodingOf(bytes: Buffer): string {
  const marked = byteOrderMarks.find(([mark]) => mark.every((byte, at) => bytes[at] === byte));
  if (marked) return marked[1];
  const start = bytes.subarray(0, 400);
  const zeros = (parity: number) =>
    start.filter((value, at) => at % 2 === parity && value === 0).length;
  if (start.length > 4 && zeros(1) > start.length / 4) return 'utf-16le';
  if (start.length > 4 && zeros(0) > start.length / 4) return 'utf-16be';
  return isUtf8(bytes) ? 'utf-8' : 'windows-1252';
}

const pieceSize = 64 * 1024;

/** The text, piece by piece. */
function* decoded(bytes: Buffer): Generator<string> {
  const decoder = new TextDecoder(encodingOf(bytes));
  for (let from = 0; from < bytes.length; from += pieceSize)
    yield decoder.decode(bytes.subarray(from, from + pieceSize), { stream: true });
  yield decoder.decode();
}

/** What parts the cells, by the first row: in a file with semicolons a comma may be a decimal sign. */
function delimiterOf(bytes: Buffer): string {
  const [start = ''] = decoded(bytes.subarray(0, 20_000));
  const head = start.slice(0, start.search(/[\r\n]|$/));
  const count = (sign: string) => head.split(sign).length;
  return [',', ';', '\t'].sort((a, b) => count(b) - count(a))[0]!;
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
    delimiter: delimiterOf(bytes),
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
        throw new Unreadable(`Line ${number} has more than ${limits.cells} cells.`);
      if (columns === null) {
        columns = record.map((name) => name.trim().toLowerCase());
        names(columns);
        continue;
      }
      if (++rows > limits.rows)
        throw new Unreadable(
          `The table has more than ${limits.rows.toLocaleString('en')} rows; split it into several.`,
        );
      yield {
        number,
        cells: Object.fromEntries(columns.map((name, at) => [name, fused(record[at] ?? '')])),
      };
    }
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable(`The table cannot be read: ${(error as Error).message.slice(0, 200)}`);
  }
  if (columns === null) throw new Unreadable('The file is empty.');
}
