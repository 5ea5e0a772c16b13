import { Sequelize, type Options } from 'sequelize';
import { addAccessScopes } from '../models/access-scopes';
import { modelsOn, type Models } from '../models';

export interface DatabaseAddress {
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

/** Hears each statement after its end, and how many ms it took. */
export type Heard = (statement: string, took: number | undefined) => void;

/** Opens a pool of at most so many connections. Nothing is asked of the database until the first query. */
export function connect(
  { socket, name }: DatabaseAddress,
  connections = 12,
  heard?: Heard,
): Database {
  return new Database(name, {
    dialect: 'mariadb',
    logging: heard ?? false,
    benchmark: heard !== undefined,
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

export async function createDatabase({ socket, name }: DatabaseAddress): Promise<void> {
  const server = connect({ socket, name: '' });
  try {
    await server.query(
      `CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
  } finally {
    await server.close();
  }
}

export const toMillis = (date: Date) => date.getTime();
export const toMillisOrNull = (date: Date | null) => date?.getTime() ?? null;
