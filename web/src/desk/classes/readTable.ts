/** Rows of cells out of what a person pastes or a file holds (CSV by RFC 4180, also parted by tabs or semicolons). */
import { elementAt } from '@oaken/core/certain';
import { parse } from 'csv-parse/browser/esm/sync';
import { unzipSync } from 'fflate';
import { delimiterOf, encodingOf } from '@oaken/core/csv';
import { linesOfNames, readOneRoster, type RosterReading } from '@oaken/core/rosters';
import { say } from '../../words/teacher';

const largestTable = 60 * 1024 * 1024;

export function readRows(text: string): string[][] {
  const delimiter = delimiterOf(text);
  const rows = parse(text, {
    delimiter,
    bom: true,
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
  }) as string[][];
  return linesOfNames(rows, delimiter);
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
}

export const decode = (bytes: Uint8Array): string =>
  new TextDecoder(encodingOf(bytes, isUtf8)).decode(bytes);

export type FileReading =
  { kind: 'list'; rows: string[][] } | { kind: 'roster'; roster: RosterReading };

/** @throws Error in plain words */
export async function readFile(file: File): Promise<FileReading> {
  if (file.size > largestTable) throw new Error(say('classes.thatFileLargerThan'));
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes.length === 0) throw new Error(say('classes.thatFileEmpty'));
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) {
    if (bytes.includes(0) && bytes[0] !== 0xff && bytes[0] !== 0xfe)
      throw new Error(say('classes.thatNotTableAs'));
    return { kind: 'list', rows: readRows(decode(bytes)) };
  }
  let files: Record<string, Uint8Array>;
  let size = 0;
  try {
    files = unzipSync(bytes, {
      filter({ name, originalSize }) {
        size += originalSize;
        return name.endsWith('.csv') && size <= largestTable;
      },
    });
  } catch {
    throw new Error(say('classes.thatZipCannotBe'));
  }
  if (size > largestTable) throw new Error(say('classes.thatZipUnpacksMore'));
  if (Object.keys(files).length === 0) throw new Error(say('classes.thereNoCsvFile'));
  const tables = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => {
      const rows = parse(decode(bytes), {
        bom: true,
        columns: true,
        relax_column_count: true,
        skip_empty_lines: true,
      }) as Record<string, string>[];
      return [elementAt(name.split('/'), -1).slice(0, -4), rows];
    }),
  );
  return { kind: 'roster', roster: readOneRoster(tables) };
}
