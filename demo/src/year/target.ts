/** What a year is written into. */
import type { Connection } from 'mariadb';

export interface YearSize {
  students: number;
  weeks: number;
  /** The same seed, size and day give the same year. */
  seed: string;
}

/** What a year is written into, and the ids that come next. */
export interface Target {
  connection: Connection;
  size: YearSize;
  now: number;
  schoolId: number;
  next: Record<'account' | 'class' | 'test' | 'edition' | 'assignment' | 'attempt', number>;
}

export async function targetOf(
  connection: Connection,
  size: YearSize,
  now: number,
): Promise<Target> {
  const [{ schoolId }] = await connection.query('SELECT MIN(id) AS schoolId FROM schools');
  const [next] = await connection.query(
    `SELECT (SELECT MAX(id) + 1 FROM accounts) AS account, (SELECT COALESCE(MAX(id), 0) + 1 FROM classes) AS class,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM tests) AS test, (SELECT COALESCE(MAX(id), 0) + 1 FROM editions) AS edition,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM assignments) AS assignment,
            (SELECT COALESCE(MAX(id), 0) + 1 FROM attempts) AS attempt`,
  );
  const numbers = Object.entries(next).map(([name, id]) => [name, Number(id)]);
  return { connection, size, now, schoolId, next: Object.fromEntries(numbers) as Target['next'] };
}
