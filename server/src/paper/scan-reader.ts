/** Reads scans away from the thread that saves answers. */
import { Worker } from 'node:worker_threads';
import { AskedThread, TookTooMuch } from '../threads/asked';
import { Unreadable } from './pictures';
import { readScan, type Announced, type Awaiting, type ReadScanPage } from './read-scan';

declare module '../context' {
  interface Context {
    scanReader: ScanReader;
  }
}

export interface ScanReader {
  /** Like `readScan`. */
  read(file: string, from: number, awaiting: Awaiting): AsyncGenerator<ReadScanPage>;
}

/** Works in the calling thread. */
export const localScanReader: ScanReader = { read: readScan };

/** What the thread answers: a page whose questions it asks for, a page, or its end. */
export type ScanAnswer =
  | { announced: Announced }
  | { page: ReadScanPage }
  | { done: true }
  | { unreadable: Unreadable['why'] };

/** All pages of one file together, in ms; a page takes a quarter of a second. */
const allowance = 30 * 60_000;
const memory = { maxOldGenerationSizeMb: 768, maxYoungGenerationSizeMb: 64 };

/** Gives each scan a thread of its own. */
export class ThreadedScanReader implements ScanReader {
  constructor(private readonly script: URL) {}

  async *read(file: string, from: number, awaiting: Awaiting): AsyncGenerator<ReadScanPage> {
    const worker = new Worker(this.script, { workerData: { file, from }, resourceLimits: memory });
    try {
      const thread = new AskedThread<ScanAnswer>(worker, allowance);
      for (;;) {
        let answer = await thread.ask({ next: true });
        if ('announced' in answer)
          answer = await thread.ask({ awaited: await awaiting(answer.announced) });
        if ('done' in answer) return;
        if ('unreadable' in answer) throw new Unreadable(answer.unreadable);
        if ('page' in answer) yield answer.page;
      }
    } catch (error) {
      throw error instanceof TookTooMuch ? new Unreadable('too-much') : error;
    } finally {
      await worker.terminate();
    }
  }
}
