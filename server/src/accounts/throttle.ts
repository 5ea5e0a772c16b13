import type { Sequelize } from 'sequelize';
import { row } from '../database/connect';
import { Problem } from '../http/problem';

/** How many failures are free, and how the wait grows after them. */
interface Allowance {
  free: number;
  /** First wait in seconds; each further failure doubles it. */
  wait: number;
}

/**
 * Failures count, successes never do: a class of thirty behind one address signs in undisturbed, while one name or one
 * address that keeps failing waits longer each time.
 */
const allowances = {
  /** One account from one address. */
  pair: { free: 5, wait: 15 },
  /** One account from anywhere. */
  account: { free: 30, wait: 30 },
  /** One address, whatever it tries. */
  address: { free: 100, wait: 15 },
} satisfies Record<string, Allowance>;

export type Counted = { [kind in keyof typeof allowances]?: string };

const longestWait = 15 * 60;
/** Failures are forgotten after so long without another. */
const memory = 30 * 60_000;

export class Throttle {
  constructor(
    private readonly database: Sequelize,
    private readonly now: () => number,
  ) {}

  /** @throws Problem 429 while one of the subjects has to wait */
  async admit(counted: Counted): Promise<void> {
    const held = await row<{ until: Date | null }>(
      this.database,
      'SELECT MAX(blocked_until) AS until FROM sign_in_failures WHERE subject IN (:subjects)',
      { subjects: subjects(counted) },
    );
    const wait = Math.ceil(((held?.until?.getTime() ?? 0) - this.now()) / 1000);
    if (wait > 0)
      throw new Problem(
        429,
        'Too many wrong tries.',
        `Wait ${wait < 90 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`} and try again, or ask for help.`,
        undefined,
        wait,
      );
  }

  async failed(counted: Counted): Promise<void> {
    const now = this.now();
    for (const [kind, { free, wait }] of Object.entries(allowances)) {
      const subject = counted[kind as keyof Counted];
      if (!subject) continue;
      await this.database.query(
        `INSERT INTO sign_in_failures (subject, failures, last_at) VALUES (:subject, 1, :now)
         ON DUPLICATE KEY UPDATE
           failures = IF(last_at < :forgotten, 1, failures + 1),
           last_at = :now,
           blocked_until = IF(failures > :free,
             DATE_ADD(:now, INTERVAL LEAST(:longest, :wait * POW(2, LEAST(20, failures - :free - 1))) SECOND), NULL)`,
        {
          replacements: {
            subject: `${kind}:${subject}`,
            now: new Date(now),
            forgotten: new Date(now - memory),
            free,
            wait,
            longest: longestWait,
          },
        },
      );
    }
  }

  async succeeded({ pair, account }: Counted): Promise<void> {
    await this.database.query('DELETE FROM sign_in_failures WHERE subject IN (:subjects)', {
      replacements: { subjects: subjects({ pair, account }) },
    });
  }

  async sweep(): Promise<void> {
    await this.database.query('DELETE FROM sign_in_failures WHERE last_at < :before', {
      replacements: { before: new Date(this.now() - memory) },
    });
  }
}

const subjects = (counted: Counted) =>
  Object.entries(counted)
    .filter(([, subject]) => subject)
    .map(([kind, subject]) => `${kind}:${subject}`);
