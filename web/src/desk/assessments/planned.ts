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
export const plannedOf = (own: Pinned, chainOf: (standard: number) => number[]): PlannedItem => ({
  id: own.itemId,
  standards: own.standards.map(({ id }) => chainOf(id)),
  depth: own.depth,
  points: own.points,
  seconds: own.seconds ?? usualSeconds,
  facility: own.facility?.value ?? null,
  separation: own.separation,
  byHand: markedBy(own.content) === 'hand',
});
