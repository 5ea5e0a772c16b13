/** Questions on one topic from easy to hard. */
import { elementAt } from '../certain';

/** From the easiest to the hardest third, or all of them. */
export const levels = ['easy-to-hard', 'easy', 'middle', 'hard'] as const;
export type Level = (typeof levels)[number];

export interface LadderItem {
  id: number;
  /** Mean share of its points, 0 to 1; null where nobody has sat it. */
  facility: number | null;
  depth: number | null;
  /** It has other numbers for each student. */
  hasVariants: boolean;
}

/** Where nobody has sat it its depth says how hard it may be, 1 to 4. Common practice, no source. */
const difficultyOfDepth = [0.25, 0.4, 0.55, 0.7];
const unknownDifficulty = 0.4;

/** How hard an item is, 0 to 1. */
export function difficultyOf({ facility, depth }: Pick<LadderItem, 'facility' | 'depth'>): number {
  if (facility !== null) return 1 - facility;
  return depth === null ? unknownDifficulty : (difficultyOfDepth[depth - 1] ?? unknownDifficulty);
}

/** The part of the list that a level takes, in shares of it. */
const shares: Readonly<Record<Level, readonly [from: number, to: number]>> = {
  'easy-to-hard': [0, 1],
  easy: [0, 1 / 3],
  middle: [1 / 3, 2 / 3],
  hard: [2 / 3, 1],
};

/** The items of a level; more of its neighbors where it has fewer than are wanted. */
export function ofLevel<Item>(sorted: readonly Item[], level: Level, count: number): Item[] {
  const [low, high] = shares[level];
  let [from, to] = [Math.floor(low * sorted.length), Math.ceil(high * sorted.length)];
  while (to - from < count && (from > 0 || to < sorted.length)) {
    if (from > 0) from--;
    if (to - from < count && to < sorted.length) to++;
  }
  return sorted.slice(from, to);
}

/**
 * So many items, evenly spread over the difficulty of a level, the easiest first; fewer where there are no more. Of those
 * that are equally hard the ones with other numbers for each student are taken first.
 *
 * @param enemies pairs of which only one is taken
 */
export function ladder<Item extends LadderItem>(
  candidates: readonly Item[],
  {
    count,
    level,
    enemies = [],
  }: { count: number; level: Level; enemies?: readonly (readonly [number, number])[] },
): Item[] {
  const sorted = [...candidates].sort(
    (a, b) =>
      difficultyOf(a) - difficultyOf(b) ||
      Number(b.hasVariants) - Number(a.hasVariants) ||
      a.id - b.id,
  );
  const usable = ofLevel(sorted, level, count);
  const chosen = new Set<Item>();
  const fits = (item: Item) =>
    !chosen.has(item) &&
    !enemies.some(
      ([one, other]) =>
        (one === item.id && [...chosen].some(({ id }) => id === other)) ||
        (other === item.id && [...chosen].some(({ id }) => id === one)),
    );
  for (let rung = 0; rung < count; rung++) {
    const place =
      count === 1 ? (usable.length - 1) / 2 : (rung * (usable.length - 1)) / (count - 1);
    const byDistance = usable
      .map((item, index) => ({ item, distance: Math.abs(index - place) }))
      .filter(({ item }) => fits(item))
      .sort((a, b) => a.distance - b.distance);
    if (byDistance.length === 0) break;
    chosen.add(elementAt(byDistance, 0).item);
  }
  return sorted.filter((item) => chosen.has(item));
}
