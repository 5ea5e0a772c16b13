/** The order of a table that the teacher sorts by its heads. */
export interface Sort<Column> {
  by: Column;
  down: boolean;
}

/** How a column tells its order to those who do not see it (ARIA, aria-sort). */
export function ariaSort<Column>(
  sort: Sort<Column>,
  column: Column,
): 'ascending' | 'descending' | 'none' {
  if (sort.by !== column) return 'none';
  return sort.down ? 'descending' : 'ascending';
}

/** What a cell is sorted by; null where it is empty. */
export type SortValue = string | number | null;

/** Rows by a value, words as a reader has them and empty cells last, whichever way it goes. */
export function sortedRows<Row>(
  rows: readonly Row[],
  valueOf: (row: Row) => SortValue,
  down: boolean,
): Row[] {
  const words = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' });
  const compare = (a: string | number, b: string | number) =>
    typeof a === 'number' && typeof b === 'number' ? a - b : words.compare(String(a), String(b));
  return rows
    .map((row) => ({ row, value: valueOf(row) }))
    .sort((a, b) => {
      if (a.value === null || b.value === null)
        return Number(a.value === null) - Number(b.value === null);
      return (down ? -1 : 1) * compare(a.value, b.value);
    })
    .map(({ row }) => row);
}
