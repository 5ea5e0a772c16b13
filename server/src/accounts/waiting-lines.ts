import { tooMany } from '../problems/problem';

/** One answer in so many milliseconds to an address that stands in line. */
const turn = 500;
/** So many stand in one line; whoever comes then is asked to come again. */
const longestLine = 120;

/** A line for each address that has failed often: its requests are let through one at a time. */
export class WaitingLines {
  private readonly lines = new Map<string, { length: number; last: Promise<unknown> }>();

  /** @param pause resolves after so many milliseconds */
  constructor(private readonly pause: (milliseconds: number) => Promise<unknown>) {}

  /**
   * Resolves when it is this request's turn.
   *
   * @throws Problem 429 when the line is full
   */
  async wait(address: string): Promise<void> {
    const line = this.lines.get(address) ?? { length: 0, last: Promise.resolve() };
    if (line.length >= longestLine) throw tooMany((longestLine * turn) / 1000);
    this.lines.set(address, line);
    line.length++;
    line.last = line.last.then(() => this.pause(turn));
    await line.last;
    line.length--;
    if (line.length === 0) this.lines.delete(address);
  }
}
