import type { Pinned } from '@oaken/contract/tests';
import type { Standard } from '@oaken/contract/standards';
import type { PlannedItem } from '@oaken/core/assembly';
import { markedBy } from '@oaken/core/items';

/** An item without an estimate is taken to need a minute. */
export const usualSeconds = 60;

/** A standard with those above it, from below. */
export function chainOf(id: number, standards: ReadonlyMap<number, Standard>): number[] {
  const chain: number[] = [];
  for (let at: number | null | undefined = id; at != null; at = standards.get(at)?.parentId) chain.push(at);
  return chain;
}

/** A pinned item as a blueprint looks at it. */
export const plannedOf = (own: Pinned, standards: ReadonlyMap<number, Standard>): PlannedItem => ({
  id: own.itemId,
  standards: own.standards.map(({ id }) => chainOf(id, standards)),
  depth: own.depth,
  points: own.points,
  seconds: own.seconds ?? usualSeconds,
  facility: own.facility?.value ?? null,
  separation: own.separation,
  byHand: markedBy(own.content) === 'hand',
});
