/**
 * Reproducible randomness: the same seed gives the same numbers on every machine and in every later version.
 *
 * Sources: xoshiro128** 1.1 (Blackman and Vigna, "Scrambled linear pseudorandom number generators", 2021), seeded
 * through SplitMix32 from a 32-bit FNV-1a hash of the seed's UTF-16 units; Fisher-Yates as in Knuth, TAOCP 2, 3.4.2.
 * Constants are from memory; the golden tests pin what they give.
 */
import { elementAt } from '../certain';

export interface Random {
  /** Uniform in [0, 1), 32 bits. */
  next(): number;
  /** A whole number, uniform in [0, below). */
  below(below: number): number;
  shuffle<T>(list: readonly T[]): T[];
  pick<T>(list: readonly T[]): T;
  /** Normally distributed, mean 0 and standard deviation 1 (Box-Muller). */
  normal(): number;
}

function hash(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

const rotate = (x: number, by: number) => (x << by) | (x >>> (32 - by));

/** Numbers that follow from the seed alone. */
export function randomFrom(seed: string): Random {
  let mix = hash(seed);
  const splitMix = () => {
    mix = (mix + 0x9e3779b9) | 0;
    let z = mix;
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad);
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97);
    return (z ^ (z >>> 15)) >>> 0;
  };
  // Whole numbers of 32 bits stay such in a view of memory; as variables of a closure they would be
  // boxed at every step.
  const state = new DataView(new ArrayBuffer(16));
  for (const index of [0, 4, 8, 12]) state.setInt32(index, splitMix());

  const bits = () => {
    const first = state.getInt32(0);
    const second = state.getInt32(4);
    const third = state.getInt32(8) ^ first;
    const fourth = state.getInt32(12) ^ second;
    state.setInt32(0, first ^ fourth);
    state.setInt32(4, second ^ third);
    state.setInt32(8, third ^ (second << 9));
    state.setInt32(12, rotate(fourth, 11));
    return Math.imul(rotate(Math.imul(second, 5), 7), 9) >>> 0;
  };

  const random: Random = {
    next: () => bits() / 2 ** 32,
    below(below) {
      // The top of the range that would favour small numbers is thrown away.
      const fair = 2 ** 32 - (2 ** 32 % below);
      let drawn = bits();
      while (drawn >= fair) drawn = bits();
      return drawn % below;
    },
    shuffle(list) {
      const copy = [...list];
      for (let i = copy.length - 1; i > 0; i--) {
        const j = random.below(i + 1);
        [copy[i], copy[j]] = [elementAt(copy, j), elementAt(copy, i)];
      }
      return copy;
    },
    pick(list) {
      if (list.length === 0) throw new RangeError('Nothing can be picked from an empty list.');
      return elementAt(list, random.below(list.length));
    },
    normal: () =>
      Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next()),
  };
  return random;
}
