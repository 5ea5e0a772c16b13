/** Looks at the database past the models: what a test finds there was not read by what it tests. */
import { createConnection, type Connection } from 'mariadb';
import { QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '../../src/database/connect';

/** A connection of its own to a school's database, for what writes in bulk. */
export const connectionTo = (database: Database): Promise<Connection> =>
  createConnection({
    socketPath: process.env.OAKEN_TEST_SOCKET!,
    user: 'root',
    database: database.getDatabaseName(),
    timezone: 'Z',
  });

/** Rows of a SELECT; the caller states their shape. */
export const rows = <Row extends object>(
  database: Database,
  sql: string,
  replacements: Record<string, unknown> = {},
  transaction?: Transaction,
): Promise<Row[]> =>
  database.query<Row>(sql, { type: QueryTypes.SELECT, replacements, transaction });

/** The first of them. */
export const row = async <Row extends object>(
  database: Database,
  sql: string,
  replacements: Record<string, unknown> = {},
  transaction?: Transaction,
): Promise<Row | undefined> => (await rows<Row>(database, sql, replacements, transaction))[0];

/** JSON columns arrive parsed or as text, depending on how the server names their type. */
export const fromJson = <T>(value: unknown): T =>
  (typeof value === 'string' ? JSON.parse(value) : value) as T;
