import type { MarkedBy, Medium, PartKind } from '../items';

export const orders = [
  'relevance',
  'most-used',
  'newest',
  'oldest',
  'easiest',
  'hardest',
  'best-separating',
] as const;
export type Order = (typeof orders)[number];

/** The filters that a search can set; what is left out, or an empty list, lets everything through. */
export interface Filters {
  framework?: number | undefined;
  /** Any of these standards, each with everything below it. */
  standard?: readonly number[] | undefined;
  grades?: readonly number[] | undefined;
  subject?: string | undefined;
  /** Any of these. */
  kind?: readonly PartKind[] | undefined;
  /** Any of these. */
  depth?: readonly number[] | undefined;
  markedBy?: MarkedBy | undefined;
  has?: Medium | undefined;
  passage?: boolean | undefined;
  bank?: number | undefined;
  /** A folder with everything below it. */
  folder?: number | undefined;
  tag?: string | undefined;
  difficulty?: string | undefined;
  itemRestCorrelation?: string | undefined;
  uses?: string | undefined;
  editedSince?: number | undefined;
}

export interface Question extends Filters {
  words?: string | undefined;
  order: Order;
  from: number;
  size: number;
  /** Whether the counts are wanted too; yes unless it says no. */
  counted?: boolean | undefined;
  /** Banks that the asking teacher may read; nothing else is found, counted or hinted at. */
  banks: readonly number[];
  /** Only these items, such as those of a part of a curriculum; all when it is not given. */
  among?: readonly number[] | undefined;
  /** Items to leave out, such as those that a class has had. */
  without?: readonly number[] | undefined;
}

/** How many items each choice of a filter would give with all other filters as they are. */
export interface Counts {
  frameworks: [number, number][];
  standards: [number, number][];
  grades: [number, number][];
  subjects: [string, number][];
  kinds: [PartKind, number][];
  depths: [number, number][];
  markedBy: [MarkedBy, number][];
  media: [Medium, number][];
  passage: [boolean, number][];
  banks: [number, number][];
  folders: [number, number][];
  tags: [string, number][];
  difficulty: [string, number][];
  itemRestCorrelation: [string, number][];
  uses: [string, number][];
}

export interface Found {
  total: number;
  /** Item ids in the order asked for, from `from` on. */
  ids: number[];
  /** Null when they were not wanted. */
  counts: Counts | null;
  /** The words that matched, as they stand in the items; for marking. */
  matched: string[];
  /** The standards that typed codes stood for, each with everything below it; for marking. */
  matchedStandards: number[];
  /** Typed words that stand in no item, with what was taken for them. */
  mended: { typed: string; taken: string[] }[];
}
