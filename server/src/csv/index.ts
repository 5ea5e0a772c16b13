/** Every table that leaves as CSV (RFC 4180) is written here. */
import { stringify } from 'csv-stringify/sync';

/** A spreadsheet runs a cell that begins like this; numbers with a sign are no formulas. */
const formula = /^'*[=+\-@\t\r]/;
const signedNumber = /^[+-]?\d+([.,]\d+)?%?$/;

/** A cell as a spreadsheet will show it and not run it; an apostrophe keeps it text. */
export const defused = (text: string) =>
  formula.test(text) && !signedNumber.test(text) ? `'${text}` : text;

/** A cell as it was before `defused`. */
export const fused = (text: string) =>
  text.startsWith("'") && formula.test(text.slice(1)) ? text.slice(1) : text;

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
