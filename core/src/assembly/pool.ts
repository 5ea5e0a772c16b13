/** The items that may fill a blueprint: which cell each counts in, and what is expected of it. */
import { elementAt, present } from '../certain';
import { difficultyOf, ofLevel } from './ladder';
import { cellOf, type Blueprint, type Cell, type PlannedItem } from './blueprint';

export interface PooledItem extends PlannedItem {
  /** Null for a kept item that no cell counts. */
  cell: Cell | null;
  kept: boolean;
  /** Share of its points that students are expected to earn; where nobody has met it, the mean of its cell. */
  expected: number;
  /** The easiest, the middle or the hardest third of what may be taken: 0, 1 or 2. */
  third: number;
}

export interface Pool {
  items: PooledItem[];
  /** Candidates left aside because their difficulty is not known. */
  unknown: number;
}

interface PoolRequest {
  blueprint: Blueprint;
  candidates: readonly PlannedItem[];
  keep: readonly number[];
  forms: number;
}

type Placeable = Omit<PooledItem, 'expected' | 'third'>;

/** What an item is expected to give while nobody has met any like it (common practice, no source). */
const expectedOfNothing = 0.5;

/** @returns candidates that some cell wants, with the kept ones whether or not a cell wants them */
export function poolFor({ blueprint, candidates, keep, forms }: PoolRequest): Pool {
  const keptIds = new Set(keep);
  const excludedIds = new Set(blueprint.without);
  let unknown = 0;
  const placed: Placeable[] = [];
  for (const item of candidates) {
    const cell = cellOf(blueprint, item);
    const wanted =
      cell !== null && (elementAt(blueprint.rows, cell.row).wants[cell.column] ?? 0) > 0;
    if (keptIds.has(item.id)) placed.push({ ...item, cell, kept: true });
    else if (wanted && !excludedIds.has(item.id)) {
      if (blueprint.facility !== null && item.facility === null && !blueprint.unknownToo) unknown++;
      else placed.push({ ...item, cell, kept: false });
    }
  }
  const usable = ofWantedLevel(placed, blueprint, forms);
  const byCell = new Map([...byCellKey(usable)].map(([key, items]) => [key, meanFacility(items)]));
  const overall = meanFacility(usable) ?? blueprint.facility ?? expectedOfNothing;
  const fromEasiest = [...usable].sort(byDifficulty);
  const ranks = new Map(fromEasiest.map(({ id }, rank) => [id, rank]));
  const items = usable.map((item) => ({
    ...item,
    expected: item.facility ?? byCell.get(keyOf(item.cell)) ?? overall,
    third: Math.floor((3 * (ranks.get(item.id) ?? 0)) / usable.length),
  }));
  return { items, unknown };
}

/** From the easiest, as far as it is known. */
export const byDifficulty = (
  a: Pick<PlannedItem, 'id' | 'facility' | 'depth'>,
  b: Pick<PlannedItem, 'id' | 'facility' | 'depth'>,
) => difficultyOf(a) - difficultyOf(b) || a.id - b.id;

/** Of each cell the items of the level that is wanted, with more of their neighbors where those would not do. */
function ofWantedLevel(
  placed: readonly Placeable[],
  { level, rows }: Blueprint,
  forms: number,
): readonly Placeable[] {
  if (level === 'any' || level === 'easy-to-hard') return placed;
  const free = byCellKey(placed.filter(({ kept }) => !kept));
  return [
    ...placed.filter(({ kept }) => kept),
    ...[...free.values()].flatMap((items) => {
      const { row, column } = present(elementAt(items, 0).cell, 'cell of a candidate');
      const wanted = Math.ceil(elementAt(elementAt(rows, row).wants, column) * forms);
      return ofLevel([...items].sort(byDifficulty), level, wanted);
    }),
  ];
}

const keyOf = (cell: Cell | null) => (cell === null ? 'none' : `${cell.row}/${cell.column}`);

function byCellKey<T extends { cell: Cell | null }>(items: readonly T[]): Map<string, T[]> {
  const cells = new Map<string, T[]>();
  for (const item of items) {
    const key = keyOf(item.cell);
    const list = cells.get(key);
    if (list) list.push(item);
    else cells.set(key, [item]);
  }
  return cells;
}

function meanFacility(items: readonly Pick<PlannedItem, 'facility'>[]): number | null {
  const known = items.flatMap(({ facility }) => facility ?? []);
  return known.length === 0
    ? null
    : known.reduce((sum, facility) => sum + facility, 0) / known.length;
}

/** So many candidates a cell are looked at first, for each item that it wants, and at least so many. */
const candidatesPerItem = 12;
const candidatesAtLeast = 40;

/**
 * A part of a large pool that most likely does as well as the whole: from each cell the quickest to work on, those that
 * separate best, and some of every difficulty. What is claimed of it is proved against the whole pool.
 */
export function thinned(
  items: readonly PooledItem[],
  blueprint: Blueprint,
  forms: number,
): PooledItem[] {
  const kept = items.filter((item) => item.kept);
  const free = items.filter((item) => !item.kept);
  const chosen = [...byCellKey(free).values()].flatMap((list) =>
    thinnedCell(list, blueprint, forms),
  );
  return [...kept, ...chosen];
}

function thinnedCell(
  list: readonly PooledItem[],
  blueprint: Blueprint,
  forms: number,
): readonly PooledItem[] {
  const { row, column } = present(elementAt(list, 0).cell, 'cell of a candidate');
  const meanPoints = list.reduce((sum, { points }) => sum + points, 0) / list.length;
  const perItem = blueprint.measure === 'items' ? 1 : Math.max(0.5, meanPoints);
  const wanted = Math.ceil(
    (elementAt(elementAt(blueprint.rows, row).wants, column) / perItem) * forms,
  );
  const room = Math.max(candidatesAtLeast, wanted * candidatesPerItem);
  if (list.length <= room) return list;
  const third = Math.ceil(room / 3);
  const quickest = [...list].sort(
    (a, b) => Number(a.byHand) - Number(b.byHand) || a.seconds - b.seconds || a.id - b.id,
  );
  const sharpest = [...list].sort(
    (a, b) => (b.itemRestCorrelation ?? 0) - (a.itemRestCorrelation ?? 0) || a.id - b.id,
  );
  const chosen = new Set([...quickest.slice(0, third), ...sharpest.slice(0, third)]);
  const others = list
    .filter((item) => !chosen.has(item))
    .sort((a, b) => a.expected - b.expected || a.id - b.id);
  const missing = room - chosen.size;
  for (let step = 0; step < missing; step++)
    chosen.add(elementAt(others, Math.floor((step * others.length) / missing)));
  return [...chosen];
}
