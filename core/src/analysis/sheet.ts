/** Answers that were gathered elsewhere: a table of students by items, with a key or with scores, to classical figures. */
import { analyse, type ItemFigures, type ScoreTable } from './analyse';
import { reasons, type Figure } from './figure';
import { flagsOf, type Flag } from './reading';
import { isPointsRow, isRightWrong, mostOf, readPoints } from './sheet-points';
import { SheetProblem } from './sheet-problem';

export interface SheetOption {
  option: string;
  count: number;
  /** Of all students. */
  share: number;
  /** Of choosing it with the score on the other items. */
  correlation: number | null;
}

export interface SheetItem {
  id: string;
  n: number;
  facility: number | null;
  itemTotal: number | null;
  itemRest: number | null;
  alphaWithout: number | null;
  d27: number | null;
  /** Only with a key, by the letters of the answers; an omitted answer is none. */
  options: SheetOption[];
  flags: Flag[];
}

/** Undefined figures are null, with the reason in `notes`. */
export interface SheetAnalysis {
  n: number;
  k: number;
  mean: number | null;
  median: number | null;
  /** Over n - 1. */
  sd: number | null;
  /** Lower quartile, median, upper quartile; type 7 of Hyndman and Fan (1996). */
  quartiles: [number | null, number | null, number | null];
  alpha: number | null;
  kr20: number | null;
  /** With the variance over n. */
  kr21: number | null;
  /** sd * sqrt(1 - alpha) */
  sem: number | null;
  splitHalf: number | null;
  items: SheetItem[];
  notes: string[];
}

export { SheetProblem } from './sheet-problem';

/** How a table is read where it does not say all of it. */
export interface SheetReading {
  /** Rows without any answer: students who were not there, or who answered nothing. Null: it has to be asked. */
  emptyRows: 'left-out' | 'zero' | null;
  /** Refuses a table of points that does not say what its items give; otherwise the most that was seen is taken. */
  insist: boolean;
}

const lenient: SheetReading = { emptyRows: 'zero', insist: false };

/** The column that names students; every other one is an item. */
const studentColumn = 'student';

interface Item {
  id: string;
  /** Null: cells are scores. */
  key: string | null;
  /** What it gives at most. */
  most: number;
  cells: string[];
}

/** Rows of students as they were numbered in the table. */
interface Sheet {
  items: Item[];
  students: { name: string; row: number }[];
}

/**
 * @param rows the first one names the columns
 * @param key rows of `item` and `key`, the first one naming these; of `item` and `points`, or null: cells are item scores
 * @throws SheetProblem
 */
export function analyseSheet(
  rows: readonly string[][],
  key: readonly string[][] | null,
): SheetAnalysis {
  const notes: string[] = [];
  const { items, students } = readSheet(rows, key, notes, lenient);
  const n = students.length;
  const k = items.length;
  const points = pointsIn(items, students);
  const most = Float64Array.from(items, ({ most: own }) => own);
  const analysis = analyse({ students: n, items: k, points, most });
  const take = (of: string, { value, reason }: Figure): number | null => {
    if (value === null) notes.push(`${of}: ${reason}.`);
    return value;
  };
  const { spread, reliability, totals, groupSize } = analysis;
  const alpha = take('alpha', reliability.alpha);
  const sd = take('sd', spread.sd);
  const mean = take('mean', spread.mean);
  // Kuder and Richardson (1937), formulas 20 and 21, for items that are right or wrong.
  const rightWrong = points.every((own) => own === 0 || own === 1);
  if (alpha !== null && !rightWrong)
    notes.push('kr20 and kr21: only for items that are right or wrong.');
  const variance = sd === null ? 0 : (sd * sd * (n - 1)) / n;
  if (alpha !== null && alpha < 0) notes.push(`sem: ${reasons.alphaBelowZero}.`);
  const kr = alpha !== null && rightWrong;
  return {
    n,
    k,
    mean,
    median: take('median', spread.median),
    sd,
    quartiles: [spread.lowerQuartile.value, spread.median.value, spread.upperQuartile.value],
    alpha,
    kr20: kr ? alpha : null,
    kr21: kr ? (k / (k - 1)) * (1 - (mean! * (k - mean!)) / (k * variance)) : null,
    sem: alpha === null || sd === null || alpha < 0 ? null : sd * Math.sqrt(1 - alpha),
    splitHalf: take('splitHalf', reliability.splitHalf),
    items: items.map((item, i) => {
      const figures = analysis.items[i]!;
      const options = optionsOf(item, i, points, totals, k, notes);
      const own = (name: string, of: Figure) => take(`${item.id}: ${name}`, of);
      return {
        id: item.id,
        n: figures.n,
        facility: own('facility', figures.facility),
        itemTotal: own('itemTotal', figures.itemTotal),
        itemRest: own('itemRest', figures.itemRest),
        alphaWithout: own('alphaWithout', figures.alphaWithout),
        d27: own('d27', figures.upperLower),
        options,
        flags: flagsIn(item, figures, options, totals, groupSize),
      };
    }),
    notes,
  };
}

/** A table of answers as the analysis and the pages read it. */
export interface SheetTable {
  /** By row: the name in the column `student`, or the row's number. */
  students: string[];
  items: {
    id: string;
    /** Null: cells are scores. */
    key: string | null;
    most: number;
    /** With a key: every answer that was given, the key first, then by how many gave it. */
    answers: string[];
    /** By row, without spaces at the ends. */
    cells: string[];
  }[];
  table: ScoreTable;
}

/** At most so many answers of an item are told apart by strong and weak; rarer ones are only counted. */
const mostAnswers = 31;

/**
 * @param rows the first one names the columns; a column `student` names the students and every other one is an item
 * @param key rows with the columns `item` and `key`, or `item` and `points`; null: cells are item scores
 * @throws SheetProblem
 */
export function sheetTable(
  rows: readonly string[][],
  key: readonly string[][] | null,
  reading: SheetReading = lenient,
): SheetTable {
  const { items, students } = readSheet(rows, key, [], reading);
  const n = students.length;
  const k = items.length;
  const points = pointsIn(items, students);
  const chosen = new Uint32Array(n * k);
  const read = items.map((item, i) => {
    const counts = new Map<string, number>(item.key === null ? [] : [[item.key, 0]]);
    if (item.key !== null)
      for (const cell of item.cells) if (cell !== '') counts.set(cell, (counts.get(cell) ?? 0) + 1);
    const answers = [...counts]
      .sort(
        ([a, of], [b, or]) =>
          Number(b === item.key) - Number(a === item.key) || or - of || (a < b ? -1 : 1),
      )
      .map(([answer]) => answer);
    const place = new Map(answers.slice(0, mostAnswers).map((answer, at) => [answer, at]));
    item.cells.forEach(
      (cell, s) => (chosen[s * k + i] = place.has(cell) ? 1 << place.get(cell)! : 0),
    );
    return { ...item, answers };
  });
  return {
    students: students.map(({ name }) => name),
    items: read,
    table: {
      students: n,
      items: k,
      points,
      most: Float64Array.from(read, ({ most }) => most),
      chosen,
      choices: Uint8Array.from(read, ({ answers }) => Math.min(mostAnswers, answers.length)),
    },
  };
}

function readSheet(
  rows: readonly string[][],
  key: readonly string[][] | null,
  notes: string[],
  reading: SheetReading,
): Sheet {
  const [names = [], ...cells] = rows.map((row) => row.map((cell) => cell.trim()));
  if (names.length === 0)
    throw new SheetProblem('The table is empty; its first row names the columns.');
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  if (twice !== undefined) throw new SheetProblem(`Two columns are named “${twice}”.`);
  const unnamed = names.indexOf('');
  if (unnamed >= 0) throw new SheetProblem(`Column ${unnamed + 1} has no name.`);
  const lines = cells.map((line, at) => ({ row: at + 2, line }));
  for (const { row, line } of lines)
    if (line.length !== names.length)
      throw new SheetProblem(
        `Row ${row} has ${line.length} cells; the first row names ${names.length}.`,
      );
  const told = key === null ? null : readPoints(key);
  const keys = key === null || told !== null ? null : readKey(key);
  const who = names.indexOf(studentColumn);
  const isMost = ({ line }: { line: string[] }) =>
    keys === null && who >= 0 && isPointsRow(line[who]!);
  const mostRow = lines.find(isMost);
  const present = withoutEmpty(
    lines.filter((own) => own !== mostRow),
    who,
    reading,
  );
  const students = present.map(({ row, line }) => ({
    row,
    name: (who >= 0 && line[who]) || `Row ${row}`,
  }));
  const columns = names.flatMap((id, at) =>
    at === who ? [] : [{ id, at, cells: present.map(({ line }) => line[at]!) }],
  );
  if (columns.length === 0) throw new SheetProblem('There is no column but the students’.');
  for (const id of keys?.keys() ?? [])
    if (!names.includes(id)) notes.push(`The key names “${id}”, which is no column.`);
  if (keys !== null)
    return {
      students,
      items: columns.map(({ id, cells: own }) => ({ id, most: 1, ...alike(keyOf(keys, id), own) })),
    };
  const ones = isRightWrong(columns.map((column) => column.cells));
  const items = columns.map(({ id, at, cells: own }): Item => {
    if (told !== null && !told.has(id))
      throw new SheetProblem(`The points have no line for “${id}”.`);
    const most =
      told?.get(id) ?? (mostRow && mostOf(mostRow.line[at]!, mostRow.row)) ?? (ones ? 1 : null);
    return { id, key: null, cells: own, most: most ?? largestIn(id, own, students) };
  });
  if (reading.insist && !ones && told === null && mostRow === undefined)
    throw new SheetProblem(askForPoints(items));
  return { students, items };
}

const askForPoints = (items: Item[]) =>
  `How many points does each item give? Add a row named “points” below the names, or paste a second table with the columns item and points. The most that was seen: ${items
    .slice(0, 8)
    .map(({ id, most }) => `${id} ${most}`)
    .join(', ')}${items.length > 8 ? ' …' : ''}.`;

/** Rows with any answer; those without are left out, or stay, as the reader says. */
function withoutEmpty(
  lines: { row: number; line: string[] }[],
  who: number,
  { emptyRows }: SheetReading,
): { row: number; line: string[] }[] {
  const isEmpty = ({ line }: { line: string[] }) =>
    line.every((cell, at) => at === who || cell === '');
  const empty = lines.filter(isEmpty);
  if (empty.length === 0 || emptyRows === 'zero') return lines;
  if (emptyRows === 'left-out') return lines.filter((own) => !isEmpty(own));
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
  const found = new Map<string, string>();
  lines.forEach((line, at) => {
    const [id = '', right = ''] = [line[item], line[key]];
    if (id === '' || right === '')
      throw new SheetProblem(`Row ${at + 2} of the key is not complete.`);
    if (found.has(id)) throw new SheetProblem(`The key names “${id}” twice.`);
    found.set(id, right);
  });
  return found;
}

function keyOf(keys: Map<string, string>, id: string): string {
  const own = keys.get(id);
  if (own === undefined) throw new SheetProblem(`The key has no line for “${id}”.`);
  return own;
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
function pointsIn(items: Item[], students: Sheet['students']): Float64Array {
  const k = items.length;
  const points = new Float64Array(students.length * k);
  items.forEach((item, i) =>
    item.cells.forEach((cell, s) => {
      const score = scoreOf(item, cell, students[s]!.row);
      if (score > item.most)
        throw new SheetProblem(
          `Row ${students[s]!.row}, “${item.id}”: ${score} is more than the ${item.most} that it gives.`,
        );
      points[s * k + i] = score;
    }),
  );
  return points;
}

const largestIn = (id: string, cells: string[], students: Sheet['students']) =>
  cells.reduce(
    (most, cell, s) => Math.max(most, scoreOf({ id, key: null }, cell, students[s]!.row)),
    0,
  );

/** Every answer that was given, the key first, then by how many gave it. */
function optionsOf(
  item: Item,
  i: number,
  points: Float64Array,
  totals: Float64Array,
  k: number,
  notes: string[],
): SheetOption[] {
  if (item.key === null) return [];
  const n = item.cells.length;
  const counts = new Map<string, number>([[item.key, 0]]);
  for (const cell of item.cells) if (cell !== '') counts.set(cell, (counts.get(cell) ?? 0) + 1);
  const rest = totals.map((total, s) => total - points[s * k + i]!);
  const mean = rest.reduce((sum, own) => sum + own, 0) / n;
  const squares = rest.reduce((sum, own) => sum + (own - mean) ** 2, 0);
  return [...counts]
    .sort(
      ([a, of], [b, or]) =>
        Number(b === item.key) - Number(a === item.key) || or - of || (a < b ? -1 : 1),
    )
    .map(([option, count]) => {
      const share = n > 0 ? count / n : 0;
      const flat = squares <= 1e-12 * Math.max(1, n) || count === 0 || count === n;
      if (flat && n > 0)
        notes.push(
          `${item.id}, ${option}: correlation: ${count === 0 ? 'nobody chose it' : count === n ? 'everybody chose it' : 'all students have the same total on the other items'}.`,
        );
      const shared = item.cells.reduce(
        (sum, cell, s) => sum + (cell === option ? rest[s]! - mean : 0),
        0,
      );
      return {
        option,
        count,
        share,
        correlation: flat ? null : shared / Math.sqrt(squares * n * share * (1 - share)),
      };
    });
}

/** Flags look at who is strong and who is weak; the answers beyond the first 31 are too rare for that. */
function flagsIn(
  item: Item,
  figures: ItemFigures,
  options: SheetOption[],
  totals: Float64Array,
  groupSize: number,
): Flag[] {
  const shown = options.slice(0, 31);
  const n = item.cells.length;
  if (shown.length === 0) return flagsOf(figures, [], groupSize);
  const place = new Map(shown.map(({ option }, at) => [option, at]));
  const chosen = Uint32Array.from(item.cells, (cell) =>
    place.has(cell) ? 1 << place.get(cell)! : 0,
  );
  const points = Float64Array.from(item.cells, (cell) => (cell === item.key ? 1 : 0));
  // The rest as a second item, so that strong and weak are told by the whole test.
  const pair = new Float64Array(n * 2);
  const bits = new Uint32Array(n * 2);
  for (let s = 0; s < n; s++)
    [pair[s * 2], pair[s * 2 + 1], bits[s * 2]] = [points[s]!, totals[s]! - points[s]!, chosen[s]!];
  const own = analyse({
    students: n,
    items: 2,
    points: pair,
    most: Float64Array.of(1, Math.max(1, ...totals)),
    chosen: bits,
    choices: Uint8Array.of(shown.length, 0),
  }).items[0]!;
  return flagsOf(
    { ...figures, options: own.options },
    shown.map(({ option }) => ({ id: option, label: option, right: option === item.key })),
    groupSize,
  );
}
