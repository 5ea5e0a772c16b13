/** What was sent: a CSV, or a zip with one CSV and pictures; never more than can be handled. */
import { parse } from 'csv-parse/sync';
import { fromBuffer, type Entry, type ZipFile } from 'yauzl';
import { invalid } from '../http/problem';

const MB = 1024 * 1024;
const mostUnpacked = 80 * MB;
const mostFiles = 2000;
export const mostRows = 10_000;

export interface Unpacked {
  csv: Buffer;
  pictures: Map<string, Buffer>;
}

const wrong = (message: string) => invalid([{ pointer: '', message }]);
const baseName = (path: string) => path.split('/').at(-1)!.toLowerCase();

export async function unpack(bytes: Buffer): Promise<Unpacked> {
  if (bytes.subarray(0, 4).toString('latin1') !== 'PK\u0003\u0004') return { csv: bytes, pictures: new Map() };
  const files = await unzip(bytes);
  const tables = [...files].filter(([name]) => name.endsWith('.csv'));
  if (tables.length !== 1)
    throw wrong(
      `The zip holds ${tables.length === 0 ? 'no CSV file' : `${tables.length} CSV files`}; it must hold one.`,
    );
  return { csv: tables[0]![1], pictures: files };
}

/** Counts what comes out rather than believing what the zip says of itself. */
async function unzip(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await new Promise<ZipFile>((resolve, reject) =>
    fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, own) => (error ? reject(wrong('The zip cannot be read.')) : resolve(own))),
  ); // prettier-ignore
  const files = new Map<string, Buffer>();
  let total = 0;
  await new Promise<void>((resolve, reject) => {
    zip.on('error', () => reject(wrong('The zip cannot be read.')));
    zip.on('end', resolve);
    zip.on('entry', (entry: Entry) => {
      if (entry.fileName.endsWith('/') || entry.fileName.startsWith('__MACOSX')) return zip.readEntry();
      if (files.size >= mostFiles) return reject(wrong(`The zip holds more than ${mostFiles} files.`));
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(wrong(`“${entry.fileName}” in the zip cannot be read.`));
        const pieces: Buffer[] = [];
        stream.on('data', (piece: Buffer) => {
          total += piece.length;
          pieces.push(piece);
          if (total <= mostUnpacked) return;
          stream.destroy();
          reject(wrong(`The zip unpacks to more than ${mostUnpacked / MB} MB.`));
        });
        stream.on('error', () => reject(wrong(`“${entry.fileName}” in the zip cannot be read.`)));
        stream.on('end', () => {
          files.set(baseName(entry.fileName), Buffer.concat(pieces));
          zip.readEntry();
        });
      });
    });
    zip.readEntry();
  }).finally(() => zip.close());
  return files;
}

/** UTF-8 or UTF-16 by their marks or their look; what is no UTF-8 is Windows-1252, which knows every byte. */
export function decode(bytes: Buffer): string {
  const [a, b, c] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  const start = bytes.subarray(0, 400);
  const noughts = (from: number) => start.filter((value, at) => at % 2 === from && value === 0).length;
  if (start.length > 4 && noughts(1) > start.length / 4) return new TextDecoder('utf-16le').decode(bytes);
  if (start.length > 4 && noughts(0) > start.length / 4) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(a === 0xef && b === 0xbb && c === 0xbf ? bytes.subarray(3) : bytes); // prettier-ignore
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

export interface Line {
  /** In the file; line 1 is the row of names. */
  number: number;
  cells: Record<string, string>;
}

export function readTable(text: string): { names: string[]; lines: Line[] } {
  const head = text.slice(0, text.search(/[\r\n]|$/));
  const delimiter = [',', ';', '\t'].sort((x, y) => head.split(y).length - head.split(x).length)[0]!;
  let parsed: { record: string[]; info: { lines: number } }[];
  try {
    parsed = parse(text, { delimiter, info: true, relax_column_count: true, skip_empty_lines: true, bom: true }) as unknown as typeof parsed; // prettier-ignore
  } catch (error) {
    throw wrong(`The table cannot be read: ${(error as Error).message}`);
  }
  const [first, ...rest] = parsed;
  if (!first) throw wrong('The file is empty.');
  if (rest.length > mostRows) throw wrong(`The table has ${rest.length.toLocaleString('en')} rows; at most ${mostRows.toLocaleString('en')} can be brought in at once.`); // prettier-ignore
  const names = first.record.map((name) => name.trim().toLowerCase());
  // A cell with line breaks ends further down; a row is named by the line in which it begins.
  const lines = rest.map(({ record, info }) => ({
    number: info.lines - record.join('').split('\n').length + 1,
    cells: Object.fromEntries(names.map((name, at) => [name, record[at] ?? ''])),
  }));
  return { names, lines };
}
