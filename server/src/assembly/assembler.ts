/** Fills blueprints away from whatever else the server does. */
import { assemble, type Assembled, type Step, type Wish } from '@oaken/core/assembly';
import { Worker } from 'node:worker_threads';
import { highsSolve } from './highs';

declare module '../context' {
  interface Context {
    assembler: Assembler;
  }
}

export interface Filling {
  wish: Wish;
  seconds: number;
  step(what: Step): void;
  /** Ends it; the answer never comes then. */
  signal: AbortSignal;
}

export interface Assembler {
  /** @returns null when nothing at all was found in time */
  fill(filling: Filling): Promise<Assembled | null>;
}

/** Works in the calling thread. */
export const localAssembler: Assembler = {
  fill: ({ wish, seconds, step }) =>
    assemble(wish, highsSolve, { seconds, clock: () => performance.now() / 1000, step }),
};

type Said = { step: Step } | { assembled: Assembled | null };

/** So many at once: each keeps a processor busy, and the school's students need one too. */
const mostAtOnce = 1;
/** A thread that does not end by itself long after its time is ended. */
const patience = 15;

/** Gives each blueprint a thread of its own; those that come meanwhile wait their turn. */
export class RemoteAssembler implements Assembler {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(private readonly script: URL) {}

  async fill(filling: Filling): Promise<Assembled | null> {
    if (this.running >= mostAtOnce) await new Promise<void>((go) => this.waiting.push(go));
    this.running++;
    try {
      filling.signal.throwIfAborted();
      return await this.run(filling);
    } finally {
      this.running--;
      this.waiting.shift()?.();
    }
  }

  private run({ wish, seconds, step, signal }: Filling): Promise<Assembled | null> {
    const worker = new Worker(this.script, { workerData: { wish, seconds } });
    return new Promise<Assembled | null>((resolve, reject) => {
      const late = setTimeout(() => resolve(null), (seconds + patience) * 1000);
      signal.addEventListener('abort', () => reject(new Error('It was stopped.')), { once: true });
      worker.on('message', (message: Said) =>
        'step' in message ? step(message.step) : resolve(message.assembled),
      );
      worker.on('error', reject);
      worker.on('exit', () => {
        clearTimeout(late);
        reject(new Error('The thread that fills blueprints has ended.'));
      });
    }).finally(() => worker.terminate());
  }
}
