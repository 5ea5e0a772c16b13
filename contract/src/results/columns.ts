/**
 * The columns of results. Each is declared once, and is then on the page, on the clipboard and in
 * the CSV under one name. A new one is a line here.
 */
import type { ResultsAnswer } from './answer';

/** How an instant is said, in the school's zone; a file has no words for it. */
export interface Saying {
  time(instant: number): string;
}

export interface ResultColumn<Row, Id extends string = string> {
  readonly id: Id;
  readonly name: string;
  /** What the name means, where it is short. */
  readonly meaning?: string;
  /** Numbers stand at the right. */
  readonly isFigure: boolean;
  /** On the page from the start; what is not is always in the file, and on the page where it is asked for. */
  readonly usual: boolean;
  /** Whether it says anything of these results. Left out: always. */
  applies?(results: ResultsAnswer): boolean;
  /** For files and for sorting; null where there is nothing. */
  value(row: Row, results: ResultsAnswer): number | string | null;
  /** As the page and the clipboard have it, where that is not the value. */
  text?(row: Row, results: ResultsAnswer, saying: Saying): string;
  /** Ascending, where the value does not say it. */
  compare?(a: Row, b: Row): number;
}

/** As many decimals as are worth reading. */
export const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

/** The columns that say something of these results. */
export const columnsOf = <C extends ResultColumn<never>>(
  columns: readonly C[],
  results: ResultsAnswer,
): C[] => columns.filter(({ applies }) => applies?.(results) ?? true);

/** What a column says on the page and on the clipboard; a dash where it says nothing. */
export function textOf<Row>(
  column: ResultColumn<Row>,
  row: Row,
  results: ResultsAnswer,
  saying: Saying,
): string {
  if (column.text) return column.text(row, results, saying) || '—';
  const value = column.value(row, results);
  if (value === null) return '—';
  return typeof value === 'number' ? String(rounded(value, 2)) : value;
}

/** The order of rows by a column, ascending; what has no value comes first. */
export function orderBy<Row>(column: ResultColumn<Row>, results: ResultsAnswer) {
  if (column.compare) return column.compare;
  return (a: Row, b: Row): number => {
    const [x, y] = [column.value(a, results), column.value(b, results)];
    if (typeof x === 'string' && typeof y === 'string') return x.localeCompare(y);
    return Number(x ?? -Infinity) - Number(y ?? -Infinity) || 0;
  };
}
