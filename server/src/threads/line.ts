import { problem } from '../problems/problem';

const busy = () => problem('server-busy', {}, { retryAfter: 5 });

/** Lets so many through at once; the others wait their turn, the first one first. */
export class Line {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(
    private readonly atOnce: number,
    /** So many may wait; whoever comes then is sent away. */
    private readonly longest = 200,
  ) {}

  /**
   * Does `work` when its turn has come.
   *
   * @throws Problem 503 when the line is full
   */
  async pass<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce) {
      if (this.waiting.length >= this.longest) throw busy();
      await new Promise<void>((go) => this.waiting.push(go));
    } else this.running++;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.running--;
    }
  }
}
