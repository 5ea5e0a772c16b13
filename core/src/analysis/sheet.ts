/**
 * Answers that were gathered elsewhere: a table of students by items, with a key or with scores, to
 * classical figures.
 */
import { elementAt, numberAt } from '../certain';
import { analyse, type ItemFigures, type ScoreTable } from './analyse';
import { reasons, type Figure } from './figure';
import { flagsOf, type Flag } from './flags';
import { lenient, pointsIn, readSheet, type Item, type SheetReading } from './sheet-rows';
import { sentence } from './sentences';

export { SheetProblem } from './sheet-problem';
export type { SheetReading } from './sheet-rows';

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
  alphaIfItemDeleted: number | null;
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

/**
 * @param rows the first one names the columns
 * @param key rows of `item` and `key`, the first one naming these; of `item` and `points`, or null:
 * cells are item scores
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
  const answers = items.map(answersOf);
  const analysis = analyse({
    students: n,
    items: k,
    points,
    maxPoints: Float64Array.from(items, ({ maxPoints }) => maxPoints),
    ...choicesOf(items, answers, n),
  });
  const take = (of: string, { value, reason }: Figure): number | null => {
    if (value === null) notes.push(`${of}: ${reason}.`);
    return value;
  };
  const { spread, reliability, totals, groupSize } = analysis;
  const alpha = take('alpha', reliability.alpha);
  const sd = take('sd', spread.sd);
  const mean = take('mean', spread.mean);
  const { kr20, kr21 } = reliability;
  if (alpha !== null && kr20.value === null) notes.push(sentence('kr20AndKr21OnlyFor'));
  if (alpha !== null && alpha < 0)
    notes.push(sentence('sem', { alphaBelowZero: reasons.alphaBelowZero }));
  return {
    n,
    k,
    mean,
    median: take('median', spread.median),
    sd,
    quartiles: [spread.lowerQuartile.value, spread.median.value, spread.upperQuartile.value],
    alpha,
    kr20: kr20.value,
    kr21: kr21.value,
    sem: alpha === null || sd === null || alpha < 0 ? null : sd * Math.sqrt(1 - alpha),
    splitHalf: take('splitHalf', reliability.splitHalf),
    items: items.map((item, i) =>
      figuresOf(item, elementAt(analysis.items, i), groupSize, {
        answers: elementAt(answers, i),
        rest: totals.map((total, student) => total - numberAt(points, student * k + i)),
        take,
        notes,
      }),
    ),
    notes,
  };
}

/** What an item's figures are made from beside the analysis. */
interface AboutItem {
  answers: ReturnType<typeof answersOf>;
  /** By student: the points on the other items. */
  rest: Float64Array;
  /** The value of a figure; why there is none becomes a note. */
  take: (of: string, figure: Figure) => number | null;
  notes: string[];
}

function figuresOf(
  item: Item,
  figures: ItemFigures,
  groupSize: number,
  { answers, rest, take, notes }: AboutItem,
): SheetItem {
  const figure = (name: string, of: Figure) => take(`${item.id}: ${name}`, of);
  const options = optionsOf(item, answers, rest, notes);
  return {
    id: item.id,
    n: figures.n,
    facility: figure('facility', figures.facility),
    itemTotal: figure('itemTotal', figures.itemTotal),
    itemRest: figure('itemRest', figures.itemRest),
    alphaIfItemDeleted: figure('alphaIfItemDeleted', figures.alphaIfItemDeleted),
    d27: figure('d27', figures.upperLower),
    options,
    flags: flagsOf(figures, shownAnswers(item, answers), groupSize),
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
    maxPoints: number;
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
  const answers = items.map(answersOf);
  return {
    students: students.map(({ name }) => name),
    items: items.map((item, i) => ({ ...item, answers: elementAt(answers, i) })),
    table: {
      students: n,
      items: k,
      points,
      maxPoints: Float64Array.from(items, ({ maxPoints }) => maxPoints),
      ...choicesOf(items, answers, n),
    },
  };
}

/** Every answer that was given to an item with a key, the key first, then by how many gave it. */
function answersOf({ key, cells }: Item): string[] {
  if (key === null) return [];
  const counts = new Map<string, number>([[key, 0]]);
  for (const cell of cells) if (cell !== '') counts.set(cell, (counts.get(cell) ?? 0) + 1);
  const keyFirst = (answer: string) => (answer === key ? 0 : 1);
  return [...counts]
    .sort(
      ([a, times], [b, others]) => keyFirst(a) - keyFirst(b) || others - times || (a < b ? -1 : 1),
    )
    .map(([answer]) => answer);
}

/** Which answers the students gave, as the analysis counts choices. */
function choicesOf(
  items: readonly Item[],
  answers: readonly (readonly string[])[],
  students: number,
): { chosen: Uint32Array; choices: Uint8Array } {
  const chosen = new Uint32Array(students * items.length);
  items.forEach(({ cells }, i) => {
    const indexes = new Map(
      elementAt(answers, i)
        .slice(0, mostAnswers)
        .map((answer, index) => [answer, index]),
    );
    cells.forEach((cell, student) => {
      const index = indexes.get(cell);
      if (index !== undefined) chosen[student * items.length + i] = 1 << index;
    });
  });
  const choices = Uint8Array.from(answers, ({ length }) => Math.min(mostAnswers, length));
  return { chosen, choices };
}

const shownAnswers = ({ key }: Item, answers: readonly string[]) =>
  answers
    .slice(0, mostAnswers)
    .map((answer) => ({ id: answer, label: answer, right: answer === key }));

/** How often each answer was given, and by whom: with how many points on the other items. */
function optionsOf(
  item: Item,
  answers: readonly string[],
  rest: Float64Array,
  notes: string[],
): SheetOption[] {
  const n = item.cells.length;
  const mean = rest.reduce((sum, points) => sum + points, 0) / n;
  const squares = rest.reduce((sum, points) => sum + (points - mean) ** 2, 0);
  return answers.map((option) => {
    const gave = (student: number) => item.cells[student] === option;
    const count = item.cells.filter((cell) => cell === option).length;
    const share = n > 0 ? count / n : 0;
    const why = flatBecause(count, n, squares);
    if (why !== null && n > 0) notes.push(sentence('correlation', { id: item.id, option, why }));
    const shared = rest.reduce(
      (sum, points, student) => sum + (gave(student) ? points - mean : 0),
      0,
    );
    const correlation = why === null ? shared / Math.sqrt(squares * n * share * (1 - share)) : null;
    return { option, count, share, correlation };
  });
}

/** Why choosing an answer cannot go with the points on the rest; null where it can. */
function flatBecause(count: number, students: number, squares: number): string | null {
  if (count === 0) return sentence('nobodyChoseIt');
  if (count === students) return sentence('everybodyChose');
  return squares <= 1e-12 * Math.max(1, students) ? reasons.sameOnRest : null;
}
