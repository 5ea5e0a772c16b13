/** Passes over the slots of the index: putting in order, parting and choosing the best. */
import { numberAt } from '../certain';

/**
 * All slots in an order: a long list, and beside it the few that came since, each in order. One more
 * item costs a place among the few, and no copy of all.
 */
export interface OrderedSlots {
  known: Int32Array;
  fresh: Int32Array;
  compare(a: number, b: number): number;
}

/** Goes through both lists as one, until `visit` says that it is enough. */
export function walk(
  { known, fresh, compare }: OrderedSlots,
  visit: (slot: number) => 'enough' | void,
): void {
  let taken = 0;
  for (const next of fresh) {
    for (; taken < known.length; taken++) {
      const slot = known[taken] ?? 0;
      if (compare(slot, next) > 0) break;
      if (visit(slot) === 'enough') return;
    }
    if (visit(next) === 'enough') return;
  }
  for (; taken < known.length; taken++) if (visit(known[taken] ?? 0) === 'enough') return;
}

/** Two lists that are each in order, as one. */
export function merged(
  left: Int32Array,
  right: Int32Array,
  compare: (a: number, b: number) => number,
): Int32Array {
  const whole = new Int32Array(left.length + right.length);
  let taken = 0;
  let written = 0;
  for (const next of right) {
    for (; taken < left.length; taken++) {
      const slot = left[taken] ?? 0;
      if (compare(slot, next) > 0) break;
      whole[written++] = slot;
    }
    whole[written++] = next;
  }
  whole.set(left.subarray(taken), written);
  return whole;
}

/** Slots that fail one filter, parted into one run for each filter's bit. */
export function byFailure(
  slots: Int32Array,
  fails: Uint32Array,
  room: Int32Array,
): Map<number, Int32Array> {
  // Run n holds what fails the filter of bit n - 1; a counting sort: how many in each, so where
  // each ends, then their places.
  const runOf = (slot: number) => 32 - Math.clz32(fails[slot] ?? 0);
  const lengths = new Uint32Array(33);
  for (const slot of slots) lengths[runOf(slot)] = (lengths[runOf(slot)] ?? 0) + 1;
  let end = 0;
  const starts = lengths.map((length) => (end += length) - length);
  const free = starts.slice();
  for (const slot of slots) {
    const run = runOf(slot);
    const index = free[run] ?? 0;
    room[index] = slot;
    free[run] = index + 1;
  }
  const runs = new Map<number, Int32Array>();
  lengths.forEach((length, run) => {
    const start = numberAt(starts, run);
    if (length > 0) runs.set(2 ** (run - 1), room.subarray(start, start + length));
  });
  return runs;
}

/** The `most` passing slots with the best scores, best first; equal scores keep the order of `whole`. */
export function byScore(
  scores: Float64Array,
  passes: Uint8Array,
  whole: OrderedSlots,
  limit: number,
): number[] {
  // A histogram finds the score below which nothing can be among them, so that only a few have to be sorted.
  const bins = 2048;
  let best = 0;
  for (let slot = 0; slot < passes.length; slot++)
    if (passes[slot]) best = Math.max(best, scores[slot] ?? 0);
  if (best === 0) return [];
  const scale = (bins - 1) / best;
  const binOf = (slot: number) => Math.floor((scores[slot] ?? 0) * scale);
  const histogram = new Uint32Array(bins);
  for (let slot = 0; slot < passes.length; slot++) {
    if (!passes[slot]) continue;
    const bin = binOf(slot);
    histogram[bin] = (histogram[bin] ?? 0) + 1;
  }
  let least = bins - 1;
  let above = numberAt(histogram, least);
  while (above < limit && least > 0) above += numberAt(histogram, --least);

  const matching: number[] = [];
  walk(whole, (slot) => {
    if (passes[slot] && binOf(slot) >= least) matching.push(slot);
  });
  // The sort keeps the order of equals.
  return matching.sort((a, b) => numberAt(scores, b) - numberAt(scores, a)).slice(0, limit);
}
