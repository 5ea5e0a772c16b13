/** Tables as text, for files and for the clipboard. */
import { defused } from '@oaken/core/csv';
import { stringify } from 'csv-stringify/browser/esm/sync';

export type Lines = readonly (readonly string[])[];

/** CSV by RFC 4180 with a mark, so that spreadsheets read it as UTF-8; a cell that begins like a formula stays text. */
export const asCsv = (lines: Lines): string =>
  stringify(
    lines.map((line) => line.map(defused)),
    { bom: true, record_delimiter: 'windows' },
  );

/** Cells parted by tabs, as spreadsheets copy and paste them. */
export const asTabs = (lines: Lines): string =>
  stringify(
    lines.map((line) => [...line]),
    { delimiter: '\t', eof: false },
  );
