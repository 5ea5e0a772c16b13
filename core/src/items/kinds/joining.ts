/** What the kinds share whose answers join things on two sides. */
import { mostPoints, roundPoints, type SetRule } from '../../scoring';
import { labelOf, type ShownChoice } from '../kind/kind';
import { joined, parted } from '../kind/pairs';

/** "Oslo – Norway; Bern – Switzerland", in the order of the left side. */
export function pairsInWords(
  left: readonly ShownChoice[],
  right: readonly ShownChoice[],
  given: readonly string[],
) {
  return left
    .flatMap(({ id }) => given.map(parted).filter(([text]) => text === id))
    .map(([text, other]) => `${labelOf(left, text)} – ${labelOf(right, other)}`)
    .join('; ');
}

/** One spelling for the same pairs in any order. */
export const inOrder = (given: readonly string[]) => [...given].sort().join(', ');

/** The most points when each thing on the left is joined to at most `most` on the right. */
export function mostJoined(
  rule: SetRule,
  left: readonly { id: string }[],
  right: readonly { id: string }[],
  limit: number,
): number {
  if (rule.rule !== 'table') return rule.points;
  const { lower: _, upper, ...open } = rule;
  const sum = left.reduce(
    (total, pair) =>
      total +
      mostPoints(
        open,
        right.map(({ id }) => joined(pair.id, id)),
        limit,
      ),
    0,
  );
  return roundPoints(Math.min(upper ?? Infinity, sum));
}

/** Every pair that can be made. */
export const allPairs = (left: readonly { id: string }[], right: readonly { id: string }[]) =>
  left.flatMap((leftId) => right.map(({ id }) => joined(leftId.id, id)));
