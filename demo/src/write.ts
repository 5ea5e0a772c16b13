/** Fills an empty database with the demonstration school; leaves one that has a school alone. */
import { elementAt } from '@oaken/core/certain';
import { hash } from '@node-rs/argon2';
import { createConnection } from 'mariadb';
import { insertLines } from './bulk';
import { demonstrationSchool } from './index';
import { filledSheet } from './paper/filled-sheet';
import { demoSeed } from './people';

export { demoSeed };

/** Tables whose columns refer to rows that come later are filled with the checks held back. */
export async function fill(socketPath: string, database: string, now: number): Promise<boolean> {
  const connection = await createConnection({ socketPath, user: 'root', database, timezone: 'Z' });
  try {
    const [{ n }] = await connection.query('SELECT COUNT(*) AS n FROM schools');
    if (Number(n) > 0) return false;
    const tables = await demonstrationSchool({
      seed: demoSeed,
      now,
      draw: filledSheet,
      hash: (secret) => hash(secret, { memoryCost: 19_456, timeCost: 2, parallelism: 1 }),
    });
    await connection.query('SET FOREIGN_KEY_CHECKS = 0');
    await connection.beginTransaction();
    for (const [table, rows] of tables) {
      const columns = Object.keys(elementAt(rows, 0));
      const lines = rows.map((row) => columns.map((column) => row[column] ?? null));
      await insertLines(connection, table, columns, lines);
    }
    await connection.commit();
    return true;
  } finally {
    await connection.end();
  }
}
