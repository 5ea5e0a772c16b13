/** How a column of a sorted table tells its order to those who do not see it (ARIA, aria-sort). */
export function ariaSort<Column>(
  sort: { by: Column; down: boolean },
  column: Column,
): 'ascending' | 'descending' | 'none' {
  if (sort.by !== column) return 'none';
  return sort.down ? 'descending' : 'ascending';
}
