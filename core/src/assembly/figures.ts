/** What each form of an assembled test amounts to, so that nobody has to believe that forms are alike. */
import { byDifficulty, type PooledItem } from './pool';

export interface FormFigures {
  items: number;
  points: number;
  /** Points that students are expected to earn. */
  expected: number;
  /** Standard deviation of the items' expected shares. */
  spread: number;
  minutes: number;
  /** Items marked by a teacher. */
  byHand: number;
  /** Items whose difficulty is not known; each is expected to be like the known ones of its cell. */
  unknown: number;
  /** Items that the first form has too. */
  shared: number;
  /** Items that give other points in their bank than their place does, which is what counts here. */
  otherPoints: number;
  /** How many items of each depth; 0 stands for none. */
  depths: [depth: number, items: number][];
  /** How many items of each standard, by its id. */
  standards: [standard: number, items: number][];
}

/** An item in a place of a form, worth what that place is worth. */
export interface Placed {
  item: PooledItem;
  points: number;
}

/**
 * @param form in the order of its places
 * @param first ids of the first form's items; null for the first form itself
 */
export function figuresOf(form: readonly Placed[], first: ReadonlySet<number> | null): FormFigures {
  const sum = (value: (placed: Placed) => number) =>
    form.reduce((total, placed) => total + value(placed), 0);
  const count = (holds: (item: PooledItem) => boolean) => sum(({ item }) => (holds(item) ? 1 : 0));
  const mean = form.length === 0 ? 0 : sum(({ item }) => item.expected) / form.length;
  return {
    items: form.length,
    points: sum(({ points }) => points),
    expected: sum(({ item, points }) => points * item.expected),
    spread:
      form.length === 0
        ? 0
        : Math.sqrt(sum(({ item }) => (item.expected - mean) ** 2) / form.length),
    minutes: sum(({ item }) => item.seconds / 60),
    byHand: count((item) => item.byHand),
    unknown: count((item) => item.facility === null),
    shared: first === null ? 0 : count((item) => first.has(item.id)),
    otherPoints: sum(({ item, points }) => (item.points === points ? 0 : 1)),
    depths: tally(form.map(({ item }) => item.depth ?? 0)),
    standards: tally(
      form.flatMap(({ item }) => item.standards.flatMap(([lowest]) => lowest ?? [])),
    ),
  };
}

function tally(values: readonly number[]): [value: number, times: number][] {
  const times = new Map<number, number>();
  for (const value of values) times.set(value, (times.get(value) ?? 0) + 1);
  return [...times].sort(([a], [b]) => a - b);
}

/** By cell, kept items without a cell last; within a cell the easiest first. */
export function inCellOrder(items: readonly PooledItem[]): PooledItem[] {
  const key = ({ cell }: PooledItem) => (cell ? cell.row * 4 + cell.column : Infinity);
  return [...items].sort((a, b) => {
    const cells = key(a) === key(b) ? 0 : key(a) - key(b);
    return cells || b.expected - a.expected || a.id - b.id;
  });
}

/** The easiest first, whatever their cells. */
export const inDifficultyOrder = (items: readonly PooledItem[]): PooledItem[] =>
  [...items].sort(byDifficulty);

/**
 * Puts the items of a form into the places of the first: one that both have stays, the others go to a place of the same
 * cell, of the same points before other points.
 */
export function inPlacesOf(first: readonly PooledItem[], form: readonly PooledItem[]): Placed[] {
  const waiting = new Set(inCellOrder(form));
  const replacements: (PooledItem | undefined)[] = first.map(() => undefined);
  const fits: ((original: PooledItem, item: PooledItem) => boolean)[] = [
    (original, item) => original.id === item.id,
    (original, item) => sameCell(original, item) && original.points === item.points,
    sameCell,
  ];
  for (const fit of fits)
    first.forEach((original, index) => {
      if (replacements[index]) return;
      const item = [...waiting].find((candidate) => fit(original, candidate));
      if (!item) return;
      replacements[index] = item;
      waiting.delete(item);
    });
  return first.map((original, index) => ({
    item: replacements[index] ?? original,
    points: original.points,
  }));
}

const sameCell = ({ cell }: PooledItem, other: PooledItem) =>
  cell !== null && cell.row === other.cell?.row && cell.column === other.cell.column;
