/** Many rows at once. */
import type { Connection } from 'mariadb';

/** @param lines values in the order of the columns */
export async function insertLines(
  connection: Connection,
  table: string,
  columns: readonly string[],
  lines: readonly unknown[][],
): Promise<void> {
  if (lines.length === 0) return;
  const names = columns.map((column) => `\`${column}\``).join(', ');
  const places = columns.map(() => '?').join(', ');
  await connection.batch(
    `INSERT INTO ${table} (${names}) VALUES (${places})`,
    lines as unknown[][],
  );
}
