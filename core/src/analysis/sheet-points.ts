/** What the items of a table of points give at most: told by a row of it or by a second table, never guessed. */
import { SheetProblem } from './sheet-problem';
import { sentence } from './sentences';

/** Names of a row that holds no student but the most points of each item. */
const pointsRow =
  /^(points|max|maximum|max points|maximum points|points possible|possible|out of)$/i;

/** Whether a row’s name says that it holds the points of the items. */
export const isPointsRow = (name: string) => pointsRow.test(name.trim());

/** Points by item, out of a table with the columns “item” and “points”; null where it is a key of answers. */
export function readPoints(rows: readonly (readonly string[])[]): Map<string, number> | null {
  const names = rows[0]?.map((name) => name.trim().toLowerCase()) ?? [];
  const [item, points] = [names.indexOf('item'), names.indexOf('points')];
  if (item < 0 || points < 0 || names.includes('key')) return null;
  return new Map(
    rows
      .slice(1)
      .map((row, index) => [row[item]?.trim() ?? '', mostOf(row[points] ?? '', index + 2)]),
  );
}

/** @throws SheetProblem for what is no number above zero */
export function mostOf(cell: string, row: number): number {
  const maxPoints = Number(cell.trim().replace(/^(\d+),(\d+)$/, '$1.$2'));
  if (!(maxPoints > 0))
    throw new SheetProblem(sentence('rowIsNotNumberPoints', { row, cell: cell.trim() }));
  return maxPoints;
}

/** Only 0, 1 and nothing: each item gives one point. */
export const isRightWrong = (columns: readonly (readonly string[])[]) =>
  columns.every((cells) => cells.every((cell) => cell === '' || cell === '0' || cell === '1'));
