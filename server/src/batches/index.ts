/**
 * Work that many ask for at once and that costs less together. What arrives while a batch is under
 * way is done by the next: alone it goes at once, and under load a whole school's requests of one
 * moment are a few statements and one flush.
 */
import { elementAt } from '@oaken/core/certain';
import { busyDatabase, isDatabaseAway } from '../problems/problem';

/** What became of one of a batch. */
export type Done<Answer> = { answer: Answer } | { refused: unknown };

export interface BatchRules<Asked, Answer> {
  /** Does all of them, in their order. @throws where none of them was done */
  run(batch: readonly Asked[]): Promise<Done<Answer>[]>;
  /** What one counts for in a batch; 1 where it is not said. */
  sizeOf?(asked: Asked): number;
  /** Sizes that one batch takes together. */
  largest: number;
  /** Batches under way at once: while one waits for its flush, the next can be written. */
  lanes: number;
  /** How many may wait; beyond that the database is not keeping up. */
  mostWaiting: number;
}

interface Waiting<Asked, Answer> {
  asked: Asked;
  resolve(answer: Answer): void;
  reject(why: unknown): void;
}

/** How often a batch is tried that another transaction came in the way of. */
const tries = 3;
const passing = ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'];

export class Batches<Asked, Answer> {
  private waiting: Waiting<Asked, Answer>[] = [];
  private readonly lanes = new Set<Promise<void>>();

  constructor(private readonly rules: BatchRules<Asked, Answer>) {}

  /** @throws Problem 503 where too many wait, and whatever the work is refused with */
  ask(asked: Asked): Promise<Answer> {
    if (this.waiting.length >= this.rules.mostWaiting) return Promise.reject(busyDatabase());
    return new Promise((resolve, reject) => {
      this.waiting.push({ asked, resolve, reject });
      if (this.lanes.size < this.rules.lanes) this.open();
    });
  }

  /** Waits until all that was handed over is done. */
  async drain(): Promise<void> {
    while (this.lanes.size > 0) await Promise.all(this.lanes);
  }

  private open(): void {
    const lane = this.work(() => this.lanes.delete(lane));
    this.lanes.add(lane);
  }

  private async work(close: () => void): Promise<void> {
    // One turn of the event loop lets the requests that are already here join.
    await new Promise((resolve) => setImmediate(resolve));
    while (this.waiting.length > 0) await this.finish(this.take());
    // In the same turn as the last look at what waits, so that nothing can fall between.
    close();
  }

  private take(): Waiting<Asked, Answer>[] {
    const { largest, sizeOf } = this.rules;
    let [count, size] = [0, 0];
    for (const { asked } of this.waiting) {
      if (size >= largest) break;
      size += sizeOf?.(asked) ?? 1;
      count += 1;
    }
    return this.waiting.splice(0, count);
  }

  private async finish(batch: readonly Waiting<Asked, Answer>[], left = tries): Promise<void> {
    try {
      const done = await this.rules.run(batch.map(({ asked }) => asked));
      batch.forEach(({ resolve, reject }, place) => {
        const outcome = elementAt(done, place);
        if ('answer' in outcome) resolve(outcome.answer);
        else reject(outcome.refused);
      });
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code ?? '';
      if (left > 1 && passing.includes(code)) return this.finish(batch, left - 1);
      const away = isDatabaseAway(error);
      // One that cannot be done must not take the others of its batch with it.
      if (!away && batch.length > 1) {
        for (const single of batch) await this.finish([single]);
        return;
      }
      const why = away ? busyDatabase() : error;
      for (const { reject } of batch) reject(why);
    }
  }
}
