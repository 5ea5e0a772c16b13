/** One step of the database's shape, forwards and back. */
export interface Migration {
  name: string;
  up(run: (sql: string) => Promise<unknown>): Promise<void>;
  down(run: (sql: string) => Promise<unknown>): Promise<void>;
}
