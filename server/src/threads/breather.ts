import { setImmediate as turn } from 'node:timers/promises';

/** So long one piece of work may hold the event loop before others have their turn, in ms. */
const longest = 8;

/** Lets other work through in the middle of long work that has to stay in the main thread. */
export class Breather {
  private since = performance.now();

  /** Called between small steps; it gives way only when it is time to. */
  async breathe(): Promise<void> {
    if (performance.now() - this.since < longest) return;
    await turn();
    this.since = performance.now();
  }
}
