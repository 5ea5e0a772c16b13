/** Reads what people send where it cannot hurt: in a thread with limits on memory and time, one for each file. */
import { Worker } from 'node:worker_threads';
import { invalid } from '../problems/problem';
import { AskedThread, TookTooMuch } from '../threads/asked';
import { Line } from '../threads/line';
import { limits } from './limits';
import type { Tasks } from './tasks';
import { sentence } from './sentences';

declare module '../context' {
  interface Context {
    /** Reads what people send, in threads. */
    reader: Reader;
  }
}

/** Files read at once; each keeps a processor busy. */
const atOnce = 2;

type Answer<Piece> = { piece: Piece } | { done: true } | { unreadable: string };

const unreadable = (message: string) => invalid([{ pointer: '', message }]);

export class Reader {
  private readonly line = new Line(atOnce);

  constructor(private readonly script: URL) {}

  /**
   * Reads `bytes` piece by piece, each handed to `take` before the next is made.
   *
   * @throws Problem 422 for what cannot be read, or would take more than one file may
   */
  read<Task extends keyof Tasks>(
    task: Task,
    bytes: Uint8Array,
    options: Tasks[Task]['options'],
    take: (piece: Tasks[Task]['piece']) => Promise<void> | void,
  ): Promise<void> {
    return this.line.pass(async () => {
      const worker = new Worker(this.script, {
        workerData: { task, bytes, options },
        resourceLimits: { maxOldGenerationSizeMb: limits.memory, maxYoungGenerationSizeMb: 32 },
      });
      try {
        const thread = new AskedThread<Answer<Tasks[Task]['piece']>>(worker, limits.time[task]);
        for (;;) {
          const answer = await thread.ask('next');
          if ('done' in answer) return;
          if ('unreadable' in answer) throw unreadable(answer.unreadable);
          await take(answer.piece);
        }
      } catch (error) {
        throw error instanceof TookTooMuch ? unreadable(sentence('fileTakesMoreTimeOr')) : error;
      } finally {
        await worker.terminate();
      }
    });
  }
}
