/**
 * How near a given order comes to the right one. Common practice, no source for their use in marking; the share of
 * pairs is (tau + 1) / 2 with Kendall's tau.
 */
import { elementAt } from '../certain';

/** Share of the places that hold the right thing. */
export function shareOfPlaces(right: readonly string[], given: readonly string[]): number {
  return right.filter((id, index) => given[index] === id).length / right.length;
}

/** Share of all pairs that stand in the right order. */
export function shareOfPairs(right: readonly string[], given: readonly string[]): number {
  const positions = new Map(given.map((id, index) => [id, index]));
  let pairs = 0;
  let inOrder = 0;
  for (let first = 0; first < right.length; first++)
    for (let second = first + 1; second < right.length; second++) {
      pairs++;
      const [a, b] = [
        positions.get(elementAt(right, first)),
        positions.get(elementAt(right, second)),
      ];
      if (a !== undefined && b !== undefined && a < b) inOrder++;
    }
  return inOrder / pairs;
}
