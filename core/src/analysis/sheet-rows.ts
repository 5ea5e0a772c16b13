/** Reads a table of students by items as somebody brings it: with a key, or with scores. */
import { elementAt } from '../certain';
import { isPointsRow, isRightWrong, mostOf, readPoints } from './sheet-points';
import { SheetProblem } from './sheet-problem';

/** How a table is read where it does not say all of it. */
export interface SheetReading {
  /** Rows without any answer: students who were not there, or who answered nothing. Null: it has to be asked. */
  emptyRows: 'left-out' | 'zero' | null;
  /** Refuses a table of points that does not say what its items give; otherwise the most that was seen is taken. */
  insist: boolean;
}

export const lenient: SheetReading = { emptyRows: 'zero', insist: false };

/** The column that names students; every other one is an item. */
const studentColumn = 'student';

export interface Item {
  id: string;
  /** Null: cells are scores. */
  key: string | null;
  /** What it gives at most. */
  maxPoints: number;
  cells: string[];
}

/** Rows of students as they were numbered in the table. */
export interface Sheet {
  items: Item[];
  students: { name: string; row: number }[];
}

/** The names of the columns and the lines below them, each with its number in the table. */
function readCells(rows: readonly string[][]): {
  names: string[];
  lines: { row: number; line: string[] }[];
} {
  const [names = [], ...cells] = rows.map((row) => row.map((cell) => cell.trim()));
  if (names.length === 0)
    throw new SheetProblem('The table is empty; its first row names the columns.');
  const twice = names.find((name, index) => names.indexOf(name) !== index);
  if (twice !== undefined) throw new SheetProblem(`Two columns are named “${twice}”.`);
  const unnamed = names.indexOf('');
  if (unnamed >= 0) throw new SheetProblem(`Column ${unnamed + 1} has no name.`);
  const lines = cells.map((line, index) => ({ row: index + 2, line }));
  for (const { row, line } of lines)
    if (line.length !== names.length)
      throw new SheetProblem(
        `Row ${row} has ${line.length} cells; the first row names ${names.length}.`,
      );
  return { names, lines };
}

/**
 * The students and items of a table, with what each item gives at most.
 *
 * @param notes takes what a reader should know of the table
 * @throws SheetProblem
 */
export function readSheet(
  rows: readonly string[][],
  key: readonly string[][] | null,
  notes: string[],
  reading: SheetReading,
): Sheet {
  const { names, lines } = readCells(rows);
  const told = key === null ? null : readPoints(key);
  const keys = key === null || told !== null ? null : readKey(key);
  const who = names.indexOf(studentColumn);
  const isMost = ({ line }: { line: string[] }) =>
    keys === null && who >= 0 && isPointsRow(elementAt(line, who));
  const mostRow = lines.find(isMost);
  const present = withoutEmpty(
    lines.filter((line) => line !== mostRow),
    who,
    reading,
  );
  const students = present.map(({ row, line }) => ({
    row,
    name: (who >= 0 && line[who]) || `Row ${row}`,
  }));
  const columns = names.flatMap((id, index) =>
    index === who
      ? []
      : [{ id, at: index, cells: present.map(({ line }) => elementAt(line, index)) }],
  );
  if (columns.length === 0) throw new SheetProblem('There are no columns for items.');
  for (const id of keys?.keys() ?? [])
    if (!names.includes(id)) notes.push(`The key names “${id}”, which is no column.`);
  if (keys !== null)
    return {
      students,
      items: columns.map(({ id, cells: cellTexts }) => ({
        id,
        maxPoints: 1,
        ...alike(keyOf(keys, id), cellTexts),
      })),
    };
  const ones = isRightWrong(columns.map((column) => column.cells));
  const items = columns.map(({ id, at, cells: cellTexts }): Item => {
    if (told !== null && !told.has(id))
      throw new SheetProblem(`The points have no line for “${id}”.`);
    const maxPoints =
      told?.get(id) ??
      (mostRow && mostOf(elementAt(mostRow.line, at), mostRow.row)) ??
      (ones ? 1 : null);
    return {
      id,
      key: null,
      cells: cellTexts,
      maxPoints: maxPoints ?? largestIn(id, cellTexts, students),
    };
  });
  if (reading.insist && !ones && told === null && mostRow === undefined)
    throw new SheetProblem(askForPoints(items));
  return { students, items };
}

const askForPoints = (items: Item[]) =>
  `How many points does each item give? Add a row named “points” below the names, or paste a second table with the columns item and points. The highest that was seen: ${items
    .slice(0, 8)
    .map(({ id, maxPoints }) => `${id} ${maxPoints}`)
    .join(', ')}${items.length > 8 ? ' …' : ''}.`;

/** Rows with any answer; those without are left out, or stay, as the reader says. */
function withoutEmpty(
  lines: { row: number; line: string[] }[],
  who: number,
  { emptyRows }: SheetReading,
): { row: number; line: string[] }[] {
  const isEmpty = ({ line }: { line: string[] }) =>
    line.every((cell, index) => index === who || cell === '');
  const empty = lines.filter(isEmpty);
  if (empty.length === 0 || emptyRows === 'zero') return lines;
  if (emptyRows === 'left-out') return lines.filter((line) => !isEmpty(line));
  const named = empty
    .slice(0, 5)
    .map(({ row, line }) => (who >= 0 && line[who] ? `${line[who]} (row ${row})` : `row ${row}`));
  throw new SheetProblem(
    `Without any answer: ${named.join(', ')}${empty.length > 5 ? ` and ${empty.length - 5} more` : ''}. Were they not there, or did they answer nothing?`,
    'empty rows',
  );
}

/** Answers that differ in capitals only are one answer, spelled as in the key or as first seen. */
function alike(key: string, cells: string[]): { key: string; cells: string[] } {
  const spelled = new Map([[key.toLowerCase(), key]]);
  return {
    key,
    cells: cells.map((cell) => {
      const known = spelled.get(cell.toLowerCase());
      if (known === undefined) spelled.set(cell.toLowerCase(), cell);
      return known ?? cell;
    }),
  };
}

function readKey(rows: readonly string[][]): Map<string, string> {
  const [names = [], ...lines] = rows.map((row) => row.map((cell) => cell.trim()));
  const [item, key] = [names.indexOf('item'), names.indexOf('key')];
  if (item < 0 || key < 0) throw new SheetProblem('The key needs the columns “item” and “key”.');
  const keyLetters = new Map<string, string>();
  lines.forEach((line, index) => {
    const [id = '', right = ''] = [line[item], line[key]];
    if (id === '' || right === '')
      throw new SheetProblem(`Row ${index + 2} of the key is not complete.`);
    if (keyLetters.has(id)) throw new SheetProblem(`The key names “${id}” twice.`);
    keyLetters.set(id, right);
  });
  return keyLetters;
}

function keyOf(keys: Map<string, string>, id: string): string {
  const key = keys.get(id);
  if (key === undefined) throw new SheetProblem(`The key has no line for “${id}”.`);
  return key;
}

function scoreOf({ id, key }: Pick<Item, 'id' | 'key'>, cell: string, row: number): number {
  if (cell === '') return 0;
  if (key !== null) return cell === key ? 1 : 0;
  const score = Number(/^\d+,\d+$/.test(cell) ? cell.replace(',', '.') : cell);
  if (!Number.isFinite(score))
    throw new SheetProblem(`Row ${row}, “${id}”: “${cell}” is not a score.`);
  if (score < 0) throw new SheetProblem(`Row ${row}, “${id}”: a score cannot be below zero.`);
  return score;
}

/** Students by items, row by row. */
export function pointsIn(items: Item[], students: Sheet['students']): Float64Array {
  const k = items.length;
  const points = new Float64Array(students.length * k);
  items.forEach((item, i) =>
    item.cells.forEach((cell, s) => {
      const { row } = elementAt(students, s);
      const score = scoreOf(item, cell, row);
      if (score > item.maxPoints)
        throw new SheetProblem(
          `Row ${row}, “${item.id}”: ${score} is more than the ${item.maxPoints} that it gives.`,
        );
      points[s * k + i] = score;
    }),
  );
  return points;
}

const largestIn = (id: string, cells: string[], students: Sheet['students']) =>
  cells.reduce(
    (limit, cell, s) =>
      Math.max(limit, scoreOf({ id, key: null }, cell, elementAt(students, s).row)),
    0,
  );
