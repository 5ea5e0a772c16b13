/** Draws that use items evenly. */
import type { Random } from '../random';

/**
 * Deals `count` out of `size` to each seat in turn, as from a shuffled deck that is shuffled anew when it runs out:
 * however many have drawn, no item was dealt more than once oftener than another.
 *
 * @param seat the student's place in the deal, from 0
 * @returns places in the pool, from 0, in order
 */
export function dealtTo(seat: number, count: number, size: number, random: Random): number[] {
  const all = Array.from({ length: size }, (_, index) => index);
  if (count >= size) return all;
  let deck: number[] = [];
  let hand: number[] = [];
  for (let turn = 0; turn <= seat; turn++) {
    hand = deck.splice(0, count);
    if (hand.length < count) {
      // What the hand holds already goes to the end of the new deck: nobody gets an item twice.
      const held = new Set(hand);
      const fresh = random.shuffle(all);
      deck = [
        ...fresh.filter((value) => !held.has(value)),
        ...fresh.filter((value) => held.has(value)),
      ];
      hand.push(...deck.splice(0, count - hand.length));
    }
  }
  return hand.sort((a, b) => a - b);
}
