/** Reads what people send where it cannot hurt: in a thread with limits on memory and time, one for each file. */
import { Worker } from 'node:worker_threads';
import { invalid } from '../problems/problem';
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
        const thread = new Thread<Tasks[Task]['piece']>(worker, limits.time[task]);
        for (;;) {
          const answer = await thread.next();
          if ('done' in answer) return;
          if ('unreadable' in answer) throw unreadable(answer.unreadable);
          await take(answer.piece);
        }
      } finally {
        await worker.terminate();
      }
    });
  }
}

/** A thread that is asked for one piece after the other. */
class Thread<Piece> {
  /** Time that is used up only while the thread works. */
  private left: number;
  private waiting: { resolve(answer: Answer<Piece>): void; reject(error: Error): void } | null =
    null;

  constructor(
    private readonly worker: Worker,
    allowance: number,
  ) {
    this.left = allowance;
    worker.on('message', (answer: Answer<Piece>) => this.waiting?.resolve(answer));
    worker.on('error', (error: NodeJS.ErrnoException) =>
      this.waiting?.reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? tooMuch() : error),
    );
    worker.on('exit', () => this.waiting?.reject(tooMuch()));
  }

  async next(): Promise<Answer<Piece>> {
    const from = performance.now();
    let late: NodeJS.Timeout | undefined;
    try {
      return await new Promise<Answer<Piece>>((resolve, reject) => {
        this.waiting = { resolve, reject };
        late = setTimeout(() => reject(tooMuch()), this.left);
        this.worker.postMessage('next');
      });
    } finally {
      clearTimeout(late);
      this.waiting = null;
      this.left -= performance.now() - from;
    }
  }
}

const tooMuch = () => unreadable(sentence('fileTakesMoreTimeOr'));
