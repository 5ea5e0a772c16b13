import type { Database } from '../database/connect';
import type { Logger } from '../log';

/**
 * What every feature may use. The clock is here so that nothing reads another one.
 *
 * A feature that others use through the context says so beside its own code, so that the context knows no feature:
 *
 *     declare module '../context' {
 *       interface Context {
 *         saving: SavingQueue;
 *       }
 *     }
 */
export interface Context {
  database: Database;
  now(): number;
  log: Logger;
  /** Free bytes on the disk of the data. */
  freeDisk(): Promise<number>;
  /** Bytes that all files of the school may take. */
  fileRoom: number;
}
