/** A thread that is asked one thing after the other, and that may use up only so much time. */
import type { Worker } from 'node:worker_threads';

/** It took too much time or memory, or ended by itself. */
export class TookTooMuch extends Error {}

export class AskedThread<Answer> {
  private waiting: { resolve(answer: Answer): void; reject(error: Error): void } | null = null;

  /** @param allowance ms that are used up only while the thread works */
  constructor(
    private readonly worker: Worker,
    private allowance: number,
  ) {
    worker.on('message', (answer: Answer) => this.waiting?.resolve(answer));
    worker.on('error', (error: NodeJS.ErrnoException) =>
      this.waiting?.reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TookTooMuch() : error),
    );
    worker.on('exit', () => this.waiting?.reject(new TookTooMuch()));
  }

  /** @throws TookTooMuch */
  async ask(question: unknown): Promise<Answer> {
    const from = performance.now();
    let late: NodeJS.Timeout | undefined;
    try {
      return await new Promise<Answer>((resolve, reject) => {
        this.waiting = { resolve, reject };
        late = setTimeout(() => reject(new TookTooMuch()), this.allowance);
        this.worker.postMessage(question);
      });
    } finally {
      clearTimeout(late);
      this.waiting = null;
      this.allowance -= performance.now() - from;
    }
  }
}
