/** Makes sizes of pictures away from the thread that saves answers. */
import { Worker } from 'node:worker_threads';
import { AskedThread, TookTooMuch } from '../threads/asked';
import { sizePicture } from './size';

declare module '../context' {
  interface Context {
    sizer: Sizer;
  }
}

export interface Sizer {
  /** Like `sizePicture`. */
  size(bytes: Uint8Array, width: number): Promise<Uint8Array | null>;
}

/** Works in the calling thread. */
export const localSizer: Sizer = { size: sizePicture };

export interface SizeAsked {
  bytes: Uint8Array;
  width: number;
}

/** One picture, in ms. */
const allowance = 30_000;
const memory = { maxOldGenerationSizeMb: 128, maxYoungGenerationSizeMb: 32 };

/** Gives each picture a thread of its own; what takes too long there stays as large as it is. */
export class ThreadedSizer implements Sizer {
  constructor(private readonly script: URL) {}

  async size(bytes: Uint8Array, width: number): Promise<Uint8Array | null> {
    const worker = new Worker(this.script, { resourceLimits: memory });
    try {
      const thread = new AskedThread<Uint8Array | null>(worker, allowance);
      return await thread.ask({ bytes, width } satisfies SizeAsked);
    } catch (error) {
      if (error instanceof TookTooMuch) return null;
      throw error;
    } finally {
      await worker.terminate();
    }
  }
}
