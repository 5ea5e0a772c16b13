/** Items in a table, alone or in a zip with pictures. What takes long is done here: reading, checking, describing. */
import { elementAt, present } from '@oaken/core/certain';
import { asAttribute } from '@oaken/core/text';
import {
  columnNames,
  firstWords,
  itemFromRow,
  unreadColumns,
  type RowFacts,
  type RowProblem,
  type UnreadColumn,
} from '@oaken/core/interchange';
import { concealIds, describeItem, type DescribedItem, type ItemContent } from '@oaken/core/items';
import { createHash, randomBytes } from 'node:crypto';
import { randomLetters } from '../banks/revisions';
import { itemWordingProblems } from '../wording';
import { readFile, type Known } from '../files/types';
import { Unreadable } from './limits';
import { readTable, type Line } from './table';
import { unzip } from './zip';
import { sentence } from './sentences';

/** A picture of a row, under the id that the item's wording names. */
export interface RowPicture {
  id: string;
  name: string;
  file: Known;
  digest: Uint8Array;
  bytes: Uint8Array;
}

export interface GoodRow {
  line: number;
  /** As it is stored. */
  content: string;
  described: DescribedItem;
  passage: { id: number; revision: number } | null;
  /** Ids of files that the item shows and that must be kept here already. */
  files: string[];
  facts: RowFacts;
  /** For telling the teacher which row is meant. */
  words: string;
  picture: RowPicture | null;
}

export interface BadRow {
  line: number;
  problems: RowProblem[];
}

export interface RowBatch {
  rows: (GoodRow | BadRow)[];
  /** Columns that are not read; told with the first batch. */
  unread: UnreadColumn[];
}

const batchRows = 25;
const batchCharacters = 250_000;
/** A picture is shown no wider than this. */
const widest = 640;
const fileIds = /(?<=\/api\/files\/)[A-Za-z0-9_-]{22}/g;

/** The pictures that the check leaves out are read again when the items are written. */
export async function* readItemRows(
  bytes: Buffer,
  { pictures }: { pictures: boolean },
): AsyncGenerator<RowBatch> {
  const files = await unzip(bytes);
  let rows: (GoodRow | BadRow)[] = [];
  let characters = 0;
  let unread: UnreadColumn[] = [];
  const look = (names: string[]) => {
    insistOnQuestion(names);
    unread = unreadColumns(names);
  };
  for await (const line of readTable(tableIn(files) ?? bytes, look)) {
    const row = await readRow(line, files ?? new Map());
    characters += 'content' in row ? row.content.length + (row.picture?.bytes.length ?? 0) : 0;
    if ('content' in row && row.picture && !pictures) row.picture.bytes = new Uint8Array();
    rows.push(row);
    if (rows.length < batchRows && characters < batchCharacters) continue;
    yield { rows, unread };
    unread = [];
    rows = [];
    characters = 0;
  }
  if (rows.length > 0) yield { rows, unread };
}

function tableIn(files: Map<string, Buffer> | null): Buffer | null {
  if (files === null) return null;
  const tables = [...files].filter(([name]) => name.endsWith('.csv'));
  const held =
    tables.length === 0 ? sentence('noCsvFile') : sentence('csvFiles', { tables: tables.length });
  if (tables.length !== 1) throw new Unreadable(sentence('zipHoldsMustHoldOne', { held }));
  return elementAt(tables, 0)[1];
}

function insistOnQuestion(names: string[]): void {
  if (names.includes('question') || names.includes('whole')) return;
  const known = columnNames.slice(0, 6).join(', ');
  throw new Unreadable(sentence('firstRowMustNameColumnsHas', { known }));
}

async function readRow(line: Line, files: ReadonlyMap<string, Buffer>): Promise<GoodRow | BadRow> {
  const read = itemFromRow(line.cells);
  if (!read.ok) return { line: line.number, problems: read.problems };
  const problems: RowProblem[] = [];
  for (const { pointer, message } of await itemWordingProblems(read.content))
    problems.push({ column: columnOf(pointer), message });
  const picture = read.picture ? readPicture(read.picture.file, files, problems) : null;
  if (problems.length > 0) return { line: line.number, problems };
  const shown = picture
    ? withPicture(read.content, picture, read.picture?.words ?? '')
    : read.content;
  const content = JSON.stringify(concealIds(shown, randomLetters));
  const known = new Set(picture ? [picture.id] : []);
  return {
    line: line.number,
    content,
    described: describeItem(shown),
    passage: shown.passage ?? null,
    files: [...new Set(content.match(fileIds) ?? [])].filter((id) => !known.has(id)),
    facts: read.facts,
    words: firstWords(shown),
    picture,
  };
}

/** The column that a place in an item's content comes from. */
function columnOf(pointer: string): string {
  if (pointer.includes('explanation')) return 'explanation';
  if (pointer.includes('hints')) return 'hints';
  const choice = /choices\/(\d+)/.exec(pointer);
  return choice ? `choice ${Number(choice[1]) + 1}` : 'question';
}

function readPicture(
  name: string,
  files: ReadonlyMap<string, Buffer>,
  problems: RowProblem[],
): RowPicture | null {
  const wrong = (message: string) => {
    problems.push({ column: 'picture', message });
    return null;
  };
  const bytes = files.get(name.toLowerCase());
  if (!bytes) return wrong(sentence('thereIsNoFileIn', { name }));
  const read = readFile(bytes, '');
  if (!read.ok) return wrong(read.message);
  if (read.file.sort !== 'picture') return wrong(sentence('isNoPicture', { name }));
  const digest = createHash('sha256').update(bytes).digest();
  return {
    id: randomBytes(16).toString('base64url'),
    name,
    file: read.file,
    digest,
    bytes: new Uint8Array(bytes),
  };
}

function withPicture(content: ItemContent, { id, file }: RowPicture, words: string): ItemContent {
  const width = Math.min(widest, present(file.width, 'width of the picture'));
  const height = Math.round(
    (width * present(file.height, 'height of the picture')) /
      present(file.width, 'width of the picture'),
  );
  const image = `<img src="/api/files/${id}" alt="${asAttribute(words)}" width="${width}" height="${height}">`;
  return { ...content, stem: `<p>${image}</p>${content.stem}` };
}
