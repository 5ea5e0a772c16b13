/** Measures an act of a year: its time, its statements, and how it grows. */
import { elementAt, present } from '@oaken/core/certain';
import { percentile } from '../figure';
import { pool } from '../load';
import { floorOf, type Act, type Asker } from './acts';

const runs = 9;

/** Statements that the database was asked so far, by everybody. */
export async function questions(): Promise<number> {
  const [line] = await pool.query("SHOW GLOBAL STATUS LIKE 'Questions'");
  return Number(present(line as { Value: string } | undefined, 'count of statements').Value);
}

/** What an act cost. */
export interface Measured {
  median: number;
  first: number;
  floor: number;
  queries: number;
  hold: number;
  bytes: number;
}
/** The longest hold of the event loop since it was last asked, in ms. */
export type Holds = () => Promise<number>;

/** @param once does the act; @returns the bytes of its answer */
export async function measured(
  askers: readonly Asker[],
  hold: Holds,
  once: (asker: Asker) => Promise<number>,
  floor: number,
): Promise<Measured> {
  const times: number[] = [];
  const counts: number[] = [];
  let bytes = 0;
  await hold();
  for (let run = 0; run <= runs; run++) {
    const asker = elementAt(askers, run % askers.length);
    const before = await questions();
    const began = performance.now();
    bytes = Math.max(bytes, await once(asker));
    times.push(performance.now() - began);
    // The question itself is one.
    counts.push((await questions()) - before - 1);
  }
  // What happens by itself meanwhile is counted as well, so the least of them is the act's.
  return {
    first: elementAt(times, 0),
    median: percentile(times.slice(1), 0.5),
    floor,
    queries: Math.min(...counts),
    hold: await hold(),
    bytes,
  };
}

/** Measured before anybody saves: what this process reads itself would hold the savers up. */
export async function floorFor(act: Act, askers: readonly Asker[]): Promise<number> {
  const floors: number[] = [];
  for (let run = 0; run <= runs; run++)
    floors.push(await floorOf(act, elementAt(askers, run % askers.length)));
  return percentile(floors, 0.5);
}

/** How time grows with answers: the slope of a straight line through both logarithms. */
export function exponent(points: readonly (readonly [answers: number, time: number])[]): number {
  const logs = points.map(([answers, time]) => [Math.log(answers), Math.log(time)] as const);
  const mean = (of: (point: readonly [number, number]) => number) =>
    logs.reduce((sum, point) => sum + of(point), 0) / logs.length;
  const [meanX, meanY] = [mean(([x]) => x), mean(([, y]) => y)];
  const xy = logs.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0);
  const xx = logs.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  return xy / xx;
}
