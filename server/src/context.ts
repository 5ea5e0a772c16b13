import type { Database } from './database/connect';
import type { Devices } from './accounts/devices';
import type { Sessions } from './accounts/sessions';
import type { Throttle } from './accounts/throttle';
import type { Assembler } from './assembly/assembler';
import type { Finder } from './banks/finding/finder';
import type { RosterService } from './classes/roster-service';
import type { Reader } from './reading/reader';
import type { Post } from './letters/post';
import type { Mailbox } from './letters/mailbox';
import type { SavingQueue } from './attempts/saving';
import type { Site } from './http/site';
import type { Logger } from './log';

/** What every feature may use. The clock is here so that nothing reads another one. */
export interface Context {
  database: Database;
  now(): number;
  log: Logger;
  site: Site;
  sessions: Sessions;
  throttle: Throttle;
  /** Reads what people send, in threads. */
  reader: Reader;
  /** Free bytes on the disk of the data. */
  freeDisk(): Promise<number>;
  /** Bytes that all files of the school may take. */
  fileRoom: number;
  devices: Devices;
  saving: SavingQueue;
  finder: Finder;
  assembler: Assembler;
  /** The school's roster service; null where it has none. */
  rosterService: RosterService | null;
  /** Sends letters; null where the school has no mail service, and then none are written. */
  post: Post | null;
  /** The simulated mailbox of the demonstration; null where letters go to real ones. */
  mailbox: Mailbox | null;
}
