import type { Pinned } from '@oaken/contract/assessments';
import type { PlannedItem } from '@oaken/core/assembly';
import { markedBy } from '@oaken/core/items';

/** An item without an estimate is taken to need a minute. */
export const usualSeconds = 60;

/**
 * A pinned item as a blueprint looks at it.
 *
 * @param chainOf a standard with those above it, from below
 */
export const plannedOf = (
  pinned: Pinned,
  chainOf: (standard: number) => number[],
): PlannedItem => ({
  id: pinned.itemId,
  standards: pinned.standards.map(({ id }) => chainOf(id)),
  depth: pinned.depth,
  points: pinned.points,
  seconds: pinned.seconds ?? usualSeconds,
  facility: pinned.facility?.value ?? null,
  itemRestCorrelation: pinned.itemRestCorrelation,
  byHand: markedBy(pinned.content) === 'hand',
});
