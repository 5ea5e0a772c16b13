/** What the kinds share whose answers join things on two sides. */
import { mostPoints, roundPoints, type SetRule } from '../../scoring';
import { labelOf, type ShownChoice } from '../kind';
import { joined, parted } from '../pairs';

/** "Oslo – Norway; Bern – Switzerland", in the order of the left side. */
export function pairsInWords(
  left: readonly ShownChoice[],
  right: readonly ShownChoice[],
  given: readonly string[],
) {
  return left
    .flatMap(({ id }) => given.map(parted).filter(([one]) => one === id))
    .map(([one, other]) => `${labelOf(left, one)} – ${labelOf(right, other)}`)
    .join('; ');
}

export const inOrder = (given: readonly string[]) => [...given].sort().join(', ');

/** The most points when each thing on the left is joined to at most `most` on the right. */
export function mostJoined(
  rule: SetRule,
  left: readonly { id: string }[],
  right: readonly { id: string }[],
  most: number,
): number {
  if (rule.rule !== 'table') return rule.points;
  const { lower: _, upper, ...open } = rule;
  const sum = left.reduce(
    (total, one) =>
      total +
      mostPoints(
        open,
        right.map(({ id }) => joined(one.id, id)),
        most,
      ),
    0,
  );
  return roundPoints(Math.min(upper ?? Infinity, sum));
}

export const allPairs = (left: readonly { id: string }[], right: readonly { id: string }[]) =>
  left.flatMap((one) => right.map(({ id }) => joined(one.id, id)));
