/** A curriculum as a table: one line a row with its level, or one column a level. */
import { elementAt } from '../certain';
import {
  curriculumLine,
  deepest,
  lineKinds,
  longestTitle,
  mostLines,
  outlineProblem,
  type CurriculumLine,
  type LineKind,
} from './lines';
import { sentence } from './sentences';

/** A table that is no curriculum, in words for whoever brought it. */
export class CurriculumProblem extends Error {
  override name = 'CurriculumProblem';
}

export const curriculumColumns = ['level', 'kind', 'title', 'starts'] as const;

const isKind = (text: string): text is LineKind => lineKinds.some((kind) => kind === text);
const plain = (cell: string | undefined) => (cell ?? '').trim();
const named = (cell: string) => plain(cell).toLowerCase();

/** What lines are called where a table does not say it, by their level. */
const usualKinds: readonly LineKind[] = ['unit', 'lesson', 'topic', 'topic', 'topic'];

function whole(line: CurriculumLine, number: number): CurriculumLine {
  if (line.title === '') throw new CurriculumProblem(sentence('lineHasNoTitle', { number }));
  if (line.title.length > longestTitle)
    throw new CurriculumProblem(sentence('lineTitleTooLong', { number, limit: longestTitle }));
  if (!Number.isInteger(line.level) || line.level < 0 || line.level >= deepest)
    throw new CurriculumProblem(sentence('levelIsNumber', { number, deepest }));
  if (!curriculumLine.shape.startsOn.safeParse(line.startsOn).success)
    throw new CurriculumProblem(sentence('dateUnknown', { number }));
  return line;
}

/** Rows that name their level. */
function leveledRows(header: readonly string[], rows: readonly string[][]): CurriculumLine[] {
  const column = (name: (typeof curriculumColumns)[number]) => header.indexOf(name);
  return rows.map((row, index) => {
    const cell = (name: (typeof curriculumColumns)[number]) => plain(row[column(name)]);
    const level = column('level') < 0 || cell('level') === '' ? 0 : Number(cell('level')) - 1;
    const kind = named(cell('kind'));
    return whole(
      {
        title: cell('title'),
        kind: isKind(kind) ? kind : (usualKinds[level] ?? 'topic'),
        level,
        startsOn: cell('starts') || null,
      },
      index + 2,
    );
  });
}

/** Rows with a column for each level: a cell that repeats the row above, or is empty, begins nothing new. */
function columnRows(kinds: readonly LineKind[], rows: readonly string[][]): CurriculumLine[] {
  const lines: CurriculumLine[] = [];
  const open: string[] = [];
  rows.forEach((row, index) => {
    kinds.forEach((kind, level) => {
      const title = plain(row[level]);
      if (title === '' || open[level] === title) return;
      open.splice(level, open.length, title);
      const above = lines.at(-1)?.level ?? -1;
      // A level that the row leaves out is passed over.
      lines.push(
        whole({ title, kind, level: Math.min(level, above + 1), startsOn: null }, index + 1),
      );
    });
  });
  return lines;
}

/**
 * Reads a curriculum from the rows of a table. With a column `title` each row is a line, whose `level`
 * counts from 1; otherwise each column is a level, called by its heading where that is a kind of line.
 *
 * @param rows cells as they stand in the file, the heading first
 * @throws CurriculumProblem with the number of the row that is wrong
 */
export function readCurriculum(rows: readonly string[][]): CurriculumLine[] {
  if (rows.length === 0) throw new CurriculumProblem(sentence('tableIsEmpty'));
  const header = elementAt(rows, 0).map(named);
  const isLeveled = header.includes('title');
  const hasHeading = isLeveled || header.every((name) => isKind(name));
  const below = hasHeading ? rows.slice(1) : rows;
  const kinds = header
    .slice(0, deepest)
    .map((name, level) => (isKind(name) ? name : (usualKinds[level] ?? 'topic')));
  const lines = isLeveled ? leveledRows(header, below) : columnRows(kinds, below);
  if (lines.length === 0) throw new CurriculumProblem(sentence('tableIsEmpty'));
  if (lines.length > mostLines)
    throw new CurriculumProblem(sentence('tooManyLines', { limit: mostLines, n: lines.length }));
  const problem = outlineProblem(lines);
  if (problem) throw new CurriculumProblem(problem);
  return lines;
}

/** The rows that `readCurriculum` reads again as the same lines. */
export const tableOfCurriculum = (lines: readonly CurriculumLine[]): string[][] => [
  [...curriculumColumns],
  ...lines.map(({ level, kind, title, startsOn }) => [
    String(level + 1),
    kind,
    title,
    startsOn ?? '',
  ]),
];
