/**
 * Slows guessing down without locking anybody out.
 *
 * A guess is counted before it is checked, so that many at once are no more than a few after each
 * other; one that was right is taken back. Failures of an account and of an address are counted
 * apart: an account that keeps failing from one address waits, while an address that keeps failing
 * is only answered more slowly, since a whole school may stand behind it. A device that has signed
 * in to the account before is counted by itself and does not wait for what others did.
 */
import { Op, Transaction } from 'sequelize';
import type { Database } from '../database/connect';
import { tooMany } from '../problems/problem';
import { addFailures } from './queries';
import type { WaitingLines } from './waiting-lines';
import { escapeLike } from '../database/escape-like';

declare module '../context' {
  interface Context {
    throttle: Throttle;
  }
}

interface Allowance {
  /** So many guesses are free. */
  free: number;
  /** The first wait in seconds; each further guess doubles it. */
  wait: number;
}

const allowances = {
  /** An account from a device that it knows. */
  device: { free: 10, wait: 15 },
  /** An account from one address. */
  pair: { free: 5, wait: 15 },
  /** An account from anywhere. */
  account: { free: 30, wait: 30 },
  /** Accounts that somebody makes for themselves, from one address: classes join at once, but no more. */
  arrival: { free: 150, wait: 5 },
} satisfies Record<string, Allowance>;

type Kind = keyof typeof allowances;

/** What a guess is counted under. */
export type Subjects = { [kind in Kind]?: string };

/** Where a guess comes from; many failures make the answers slower. */
export interface Origin {
  address: string;
  /** From so many failures on. An account is guarded by itself as well, a code by this alone. */
  patience: number;
}

const longestWait = 15 * 60;
/** Guesses are forgotten after so long without another. */
const memory = 30 * 60_000;

export class Throttle {
  constructor(
    private readonly database: Database,
    private readonly now: () => number,
    private readonly lines: WaitingLines,
  ) {}

  /**
   * Counts a guess and says whether it may be made.
   *
   * @returns takes the guess back, since it was right
   * @throws Problem 429 while one of the subjects has to wait
   */
  async guess(subjects: Subjects, from?: Origin): Promise<() => Promise<void>> {
    const counted = Object.entries(subjects).map(([kind, name]) => ({
      kind: kind as Kind,
      subject: `${kind}:${name}`,
    }));
    if (counted.length > 0) {
      // Without locks on what lies between rows, which would make guesses at different accounts wait for each other.
      const isolationLevel = Transaction.ISOLATION_LEVELS.READ_COMMITTED;
      const count = (transaction: Transaction) => this.count(counted, transaction);
      const seconds = await this.database.transaction({ isolationLevel }, count);
      if (seconds > 0) throw tooMany(seconds);
    }
    if (from && (await this.failuresOf(from.address)) >= from.patience)
      await this.lines.wait(from.address);
    return () => this.forget(counted.map(({ subject }) => subject));
  }

  /** A guess from this address was wrong. */
  async failed({ address }: Origin): Promise<void> {
    await addFailures(this.database, { ...this.times(), subject: `address:${address}`, add: 1 });
  }

  /** Forgets the failures of accounts whose secret was made anew. */
  async forgive(accounts: string[]): Promise<void> {
    for (const account of accounts)
      await this.database.models.SignInFailure.destroy({
        where: {
          subject: {
            [Op.or]: [`account:${account}`, { [Op.startsWith]: `pair:${escapeLike(account)}@` }],
          },
        },
      });
  }

  async sweep(): Promise<void> {
    await this.database.models.SignInFailure.destroy({
      where: { lastAt: { [Op.lt]: this.times().forgotten } },
    });
  }

  /** @returns seconds to wait; 0 when the guess may be made and was counted */
  private async count(
    counted: { kind: Kind; subject: string }[],
    transaction: Transaction,
  ): Promise<number> {
    const now = this.now();
    // Always in the same order, so that two guesses never wait for each other.
    for (const { subject } of [...counted].sort((a, b) => (a.subject < b.subject ? -1 : 1)))
      await addFailures(this.database, { ...this.times(), subject, add: 0 }, transaction);
    const { SignInFailure } = this.database.models;
    const held = await SignInFailure.findAll({
      where: { subject: counted.map(({ subject }) => subject) },
      transaction,
    });
    const until = Math.max(0, ...held.map(({ blockedUntil }) => blockedUntil?.getTime() ?? 0));
    if (until > now) return Math.ceil((until - now) / 1000);
    for (const { kind, subject } of counted) {
      const earlier = held.find((failure) => failure.subject === subject)?.failures ?? 0;
      const failures = earlier + 1;
      const { free, wait: first } = allowances[kind];
      const seconds =
        failures < free ? 0 : Math.min(longestWait, first * 2 ** Math.min(20, failures - free));
      const blockedUntil = seconds > 0 ? new Date(now + seconds * 1000) : null;
      await SignInFailure.update(
        { failures, lastAt: new Date(now), blockedUntil },
        { where: { subject }, transaction },
      );
    }
    return 0;
  }

  private times() {
    return { now: new Date(this.now()), forgotten: new Date(this.now() - memory) };
  }

  private async forget(subjects: string[]): Promise<void> {
    if (subjects.length === 0) return;
    await this.database.models.SignInFailure.destroy({ where: { subject: subjects } });
  }

  private async failuresOf(address: string): Promise<number> {
    const held = await this.database.models.SignInFailure.findOne({
      where: { subject: `address:${address}`, lastAt: { [Op.gte]: this.times().forgotten } },
    });
    return held?.failures ?? 0;
  }
}
