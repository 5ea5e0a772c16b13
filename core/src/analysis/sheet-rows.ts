/** Reads a table of students by items as somebody brings it: with a key, or with scores. */
import { elementAt } from '../certain';
import { isPointsRow, isRightWrong, mostOf, readPoints } from './sheet-points';
import { SheetProblem } from './sheet-problem';
import { sentence } from './sentences';

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
  if (names.length === 0) throw new SheetProblem(sentence('tableIsEmptyItsFirst'));
  const twice = names.find((name, index) => names.indexOf(name) !== index);
  if (twice !== undefined) throw new SheetProblem(sentence('twoColumnsAreNamed', { twice }));
  const unnamed = names.indexOf('');
  if (unnamed >= 0) throw new SheetProblem(sentence('columnHasNoName', { unnamed: unnamed + 1 }));
  const lines = cells.map((line, index) => ({ row: index + 2, line }));
  for (const { row, line } of lines)
    if (line.length !== names.length)
      throw new SheetProblem(
        sentence('rowHasCellsFirstRow', { row, line: line.length, names: names.length }),
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
    name: (who >= 0 && line[who]) || sentence('row', { row }),
  }));
  const columns = names.flatMap((id, index) =>
    index === who
      ? []
      : [{ id, at: index, cells: present.map(({ line }) => elementAt(line, index)) }],
  );
  if (columns.length === 0) throw new SheetProblem(sentence('thereAreNoColumnsFor'));
  for (const id of keys?.keys() ?? [])
    if (!names.includes(id)) notes.push(sentence('keyNamesWhichIsNo', { id }));
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
      throw new SheetProblem(sentence('pointsHaveNoLineFor', { id }));
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
  sentence('howManyPointsDoesEach', {
    items: items
      .slice(0, 8)
      .map(({ id, maxPoints }) => `${id} ${maxPoints}`)
      .join(', '),
    more: items.length > 8 ? ' …' : '',
  });

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
    .map(({ row, line }) =>
      who >= 0 && line[who]
        ? sentence('namedRow', { name: line[who], row })
        : sentence('rowNumber', { row }),
    );
  throw new SheetProblem(
    empty.length > 5
      ? sentence('withoutAnswersAndMore', { list: named.join(', '), more: empty.length - 5 })
      : sentence('withoutAnswers', { list: named.join(', ') }),
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
  if (item < 0 || key < 0) throw new SheetProblem(sentence('keyNeedsColumnsItemAnd'));
  const keyLetters = new Map<string, string>();
  lines.forEach((line, index) => {
    const [id = '', right = ''] = [line[item], line[key]];
    if (id === '' || right === '')
      throw new SheetProblem(sentence('rowKeyIsNotComplete', { index: index + 2 }));
    if (keyLetters.has(id)) throw new SheetProblem(sentence('keyNamesTwice', { id }));
    keyLetters.set(id, right);
  });
  return keyLetters;
}

function keyOf(keys: Map<string, string>, id: string): string {
  const key = keys.get(id);
  if (key === undefined) throw new SheetProblem(sentence('keyHasNoLineFor', { id }));
  return key;
}

function scoreOf({ id, key }: Pick<Item, 'id' | 'key'>, cell: string, row: number): number {
  if (cell === '') return 0;
  if (key !== null) return cell === key ? 1 : 0;
  const score = Number(/^\d+,\d+$/.test(cell) ? cell.replace(',', '.') : cell);
  if (!Number.isFinite(score)) throw new SheetProblem(sentence('rowIsNotScore', { row, id, cell }));
  if (score < 0) throw new SheetProblem(sentence('rowScoreCannotBeBelow', { row, id }));
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
          sentence('rowIsMoreThanThat', { row, id: item.id, score, maxPoints: item.maxPoints }),
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
