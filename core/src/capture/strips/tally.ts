/**
 * What a class holds up, from frame to frame: an answer counts once it was read in three frames that
 * agree, and stands until three frames agree on another one. The order of frames is the only clock.
 */
import type { Letter, StripCode } from './dictionary';

/** So many frames have to agree. */
export const framesToAgree = 3;
/** A number that was not seen for so many frames begins to agree anew. */
const framesForgotten = 30;

interface Seen {
  /** What counts. */
  letter: Letter | null;
  /** What was read last, in how many frames since it was something else, and when. */
  candidate: Letter;
  frames: number;
  frame: number;
}

export interface Tally {
  frame: number;
  numbers: ReadonlyMap<number, Seen>;
}

export const emptyTally: Tally = { frame: 0, numbers: new Map() };

/** @param codes of the next frame; a number that is held up twice says nothing in it */
export function nextFrame({ frame, numbers }: Tally, codes: readonly StripCode[]): Tally {
  const next = new Map(numbers);
  for (const { number, letter } of codes) {
    if (codes.some((other) => other.number === number && other.letter !== letter)) continue;
    const before = numbers.get(number);
    const goesOn = before?.candidate === letter && frame + 1 - before.frame <= framesForgotten;
    const frames = goesOn ? before.frames + 1 : 1;
    const counts = frames >= framesToAgree ? letter : (before?.letter ?? null);
    next.set(number, { letter: counts, candidate: letter, frames, frame: frame + 1 });
  }
  return { frame: frame + 1, numbers: next };
}

/** What counts so far, by number. */
export const answersIn = ({ numbers }: Tally): Map<number, Letter> =>
  new Map([...numbers].flatMap(([number, { letter }]) => (letter ? [[number, letter]] : [])));
