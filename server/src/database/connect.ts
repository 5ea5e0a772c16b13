import { QueryTypes, Sequelize, type Options, type Transaction } from 'sequelize';
import { addAccessScopes } from '../access/scopes';
import { modelsOn, type Models } from '../models';

export interface DatabasePlace {
  /** Path of the server's Unix socket. */
  socket: string;
  name: string;
}

/** A pool of connections, and the models that use it. */
export class Database extends Sequelize {
  declare readonly models: Models;

  constructor(name: string, options: Options) {
    super(name, 'root', '', options);
    addAccessScopes(modelsOn(this));
  }
}

/** Opens a pool of at most so many connections. Nothing is asked of the database until the first query. */
export function connect({ socket, name }: DatabasePlace, connections = 12): Database {
  return new Database(name, {
    dialect: 'mariadb',
    logging: false,
    timezone: '+00:00',
    pool: { max: connections, min: 0, idle: 30_000, acquire: 8_000 },
    define: {
      underscored: true,
      timestamps: false,
      freezeTableName: true,
      // A scope is never weakened by what is asked beside it, such as an id.
      whereMergeStrategy: 'and',
    },
    dialectOptions: {
      socketPath: socket,
      connectTimeout: 2_000,
      bigIntAsNumber: true,
      insertIdAsNumber: true,
    },
  });
}

export async function createDatabase({ socket, name }: DatabasePlace): Promise<void> {
  const server = connect({ socket, name: '' });
  try {
    await server.query(
      `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
  } finally {
    await server.close();
  }
}

/** Named values for one statement; they are bound, never pasted. */
export type Values = Record<string, unknown>;

/** Rows of a SELECT. The caller states their shape, as the SQL beside it gives it. */
export async function rows<Row extends object>(
  database: Sequelize,
  sql: string,
  replacements: Values = {},
  transaction?: Transaction,
): Promise<Row[]> {
  return database.query<Row>(sql, { type: QueryTypes.SELECT, replacements, transaction });
}

export async function row<Row extends object>(
  database: Sequelize,
  sql: string,
  replacements: Values = {},
  transaction?: Transaction,
): Promise<Row | undefined> {
  return (await rows<Row>(database, sql, replacements, transaction))[0];
}

/** Runs one INSERT and gives the id that it made. */
export async function insertedId(
  database: Sequelize,
  sql: string,
  replacements: Values,
  transaction: Transaction,
): Promise<number> {
  await database.query(sql, { replacements, transaction });
  return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!
    .id;
}

/** JSON columns arrive parsed or as text, depending on how the server names their type. */
export const fromJson = <T>(value: unknown): T =>
  (typeof value === 'string' ? JSON.parse(value) : value) as T;

export const toMillis = (date: Date) => date.getTime();
export const toMillisOrNull = (date: Date | null) => date?.getTime() ?? null;
