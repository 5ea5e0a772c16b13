/** Rows by their id, for joining what was read in a statement of its own. */
export const byId = <Row extends { id: number }>(rows: readonly Row[]): Map<number, Row> =>
  new Map(rows.map((row) => [row.id, row]));
