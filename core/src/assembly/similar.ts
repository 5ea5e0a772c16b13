/** Items that could stand in another's place. */
import { elementAt } from '../certain';

export interface ComparedItem {
  id: number;
  standards: readonly number[];
  depth: number | null;
  facility: number | null;
  kind: string;
  byHand: boolean;
}

export interface Similar<T> {
  item: T;
  sameDepth: boolean;
  /** Difference in facility; null while one of them is not known. */
  distance: number | null;
}

/** Where a difficulty is not known, it may well be this far off (common practice, no source). */
const unknownDistance = 0.2;

/**
 * The `most` candidates that could best stand in for `own`: at least one standard in common, the same depth before
 * another one, then the closest difficulty, then the same kind of answer.
 */
export function similarTo<T extends ComparedItem>(
  comparedItem: ComparedItem,
  candidates: readonly T[],
  limit: number,
): Similar<T>[] {
  const ranked = candidates
    .filter(
      ({ id, standards }) =>
        id !== comparedItem.id &&
        standards.some((standard) => comparedItem.standards.includes(standard)),
    )
    .map((item) => {
      const distance =
        comparedItem.facility === null || item.facility === null
          ? null
          : Math.abs(comparedItem.facility - item.facility);
      const deeper =
        comparedItem.depth === null || item.depth === null
          ? 1
          : Math.abs(comparedItem.depth - item.depth);
      // Somebody who replaces what a machine marks does not want to mark by hand.
      const other =
        (item.kind === comparedItem.kind ? 0 : 0.04) +
        (item.byHand === comparedItem.byHand ? 0 : 1);
      return {
        item,
        sameDepth: item.depth === comparedItem.depth,
        distance,
        rank: deeper * 0.3 + (distance ?? unknownDistance) + other,
      };
    });
  ranked.sort((a, b) => a.rank - b.rank || a.item.id - b.item.id);
  return ranked.slice(0, limit).map(({ rank: _, ...rest }) => rest);
}

/**
 * One stand-in for each of `list`, none twice. Of those about equally close it takes the one that keeps the sum of
 * the differences near zero, so that a whole form comes out as hard as the first.
 */
export function standInsFor<T extends ComparedItem>(
  list: readonly ComparedItem[],
  candidates: readonly T[],
): Map<number, T> {
  const taken = new Set<number>();
  const alternatives = new Map<number, T>();
  let drift = 0;
  // Who has the fewest to choose from chooses first.
  const choices = list.map((item) => ({
    item,
    near: similarTo(item, candidates, 40),
  }));
  choices.sort((a, b) => a.near.length - b.near.length);
  for (const { item: wanted, near } of choices) {
    const free = near.filter(({ item }) => !taken.has(item.id));
    const same = free.filter(({ sameDepth }) => sameDepth === elementAt(free, 0).sameDepth);
    const closest = same[0]?.distance ?? null;
    const close = same.filter(
      ({ distance }) => closest === null || (distance !== null && distance <= closest + 0.05),
    );
    const change = ({ item }: Similar<T>) =>
      wanted.facility === null || item.facility === null ? 0 : item.facility - wanted.facility;
    const best = close.sort((a, b) => Math.abs(drift + change(a)) - Math.abs(drift + change(b)))[0];
    if (!best) continue;
    drift += change(best);
    taken.add(best.item.id);
    alternatives.set(wanted.id, best.item);
  }
  return alternatives;
}
