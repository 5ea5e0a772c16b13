/** Every table that leaves as CSV (RFC 4180) is written here. */
import { defused } from '@oaken/core/csv';
import { stringify } from 'csv-stringify/sync';

/** RFC 4180 line ends; the byte order mark lets spreadsheets see that it is UTF-8. */
export const writeCsv = (head: readonly string[], lines: readonly (readonly string[])[]) =>
  stringify(
    [head, ...lines].map((line) => line.map(defused)),
    { record_delimiter: 'windows', bom: true },
  );

/** The same table written piece by piece, for what is too long to be held whole. */
export async function* streamCsv(
  head: readonly string[],
  parts: AsyncIterable<readonly (readonly string[])[]>,
): AsyncGenerator<string> {
  yield writeCsv(head, []);
  for await (const lines of parts)
    yield stringify(
      lines.map((line) => line.map(defused)),
      { record_delimiter: 'windows' },
    );
}

/** For programs: the cells as they are, without a mark. */
export const writePlainCsv = (head: readonly string[], lines: readonly (readonly string[])[]) =>
  stringify([head, ...lines] as string[][], { record_delimiter: 'windows' });
