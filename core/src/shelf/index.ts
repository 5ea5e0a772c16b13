/** Finding tests on the shelf, as items are found in a bank: every filter shows what each of its choices would give. */
import { valueOf } from '../certain';
import { wordsOf } from '../finding';
import type { Medium } from '../items';
import type { TestKind } from '../assessments';
import { sentence } from './sentences';

export const shelves = ['mine', 'school', 'everybody'] as const;
export type Shelf = (typeof shelves)[number];
export const shelfOrders = ['changed', 'newest', 'oldest', 'most-used', 'title'] as const;
export type ShelfOrder = (typeof shelfOrders)[number];

/** By the number of items that a student gets; the bounds are ours. */
export const sizeBands = [
  { id: 'to-10', title: sentence('upTo10Items'), from: 0, to: 11 },
  { id: 'to-20', title: sentence('n11To20Items'), from: 11, to: 21 },
  { id: 'to-40', title: sentence('n21To40Items'), from: 21, to: 41 },
  { id: 'more', title: sentence('moreThan40'), from: 41, to: Infinity },
] as const;

export interface ShelvedTest {
  id: number;
  title: string;
  kind: TestKind;
  subject: string;
  grades: readonly number[];
  /** Ids of its standards with those above them. */
  standards: readonly number[];
  /** Of its items. */
  tags: readonly string[];
  items: number;
  machine: boolean;
  media: readonly Medium[];
  shelf: Shelf;
  /** The folder of the teacher who asks, with those above it. */
  folders: readonly number[];
  given: number;
  createdAt: number;
  changedAt: number;
  /** What its words are looked for in, beside the title. */
  text: string;
}

export interface ShelfFilters {
  words?: string | undefined;
  shelf?: Shelf | undefined;
  /** Any of these, each with everything below it. */
  standard?: readonly number[] | undefined;
  grades?: readonly number[] | undefined;
  subject?: string | undefined;
  /** Any of these. */
  kind?: readonly TestKind[] | undefined;
  size?: string | undefined;
  machine?: boolean | undefined;
  has?: Medium | undefined;
  tag?: string | undefined;
  folder?: number | undefined;
}

/** What each filter looks at: the values of a test among which one must be asked for. */
const facets = {
  shelf: (shelvedTest: ShelvedTest): readonly Shelf[] => [shelvedTest.shelf],
  standard: (shelvedTest: ShelvedTest): readonly number[] => shelvedTest.standards,
  grades: (shelvedTest: ShelvedTest): readonly number[] => shelvedTest.grades,
  subject: (shelvedTest: ShelvedTest): readonly string[] =>
    shelvedTest.subject === '' ? [] : [shelvedTest.subject],
  kind: (shelvedTest: ShelvedTest): readonly TestKind[] => [shelvedTest.kind],
  size: (shelvedTest: ShelvedTest): readonly string[] =>
    sizeBands
      .filter(({ from, to }) => shelvedTest.items >= from && shelvedTest.items < to)
      .map(({ id }) => id),
  machine: (shelvedTest: ShelvedTest): readonly boolean[] => [shelvedTest.machine],
  has: (shelvedTest: ShelvedTest): readonly Medium[] => shelvedTest.media,
  tag: (shelvedTest: ShelvedTest): readonly string[] => shelvedTest.tags,
  folder: (shelvedTest: ShelvedTest): readonly number[] => shelvedTest.folders,
};
type Facet = keyof typeof facets;
const facetNames = Object.keys(facets) as Facet[];

export type ShelfCounts = {
  [Name in Facet]: [ReturnType<(typeof facets)[Name]>[number], number][];
};

export interface ShelfFound {
  /** Ids in the order asked for. */
  ids: number[];
  counts: ShelfCounts;
}

/** Every typed word must begin a word of the title or of what stands beside it. */
function says(shelvedTest: ShelvedTest, typed: readonly string[]): boolean {
  if (typed.length === 0) return true;
  const words = wordsOf(`${shelvedTest.title} ${shelvedTest.text}`);
  return typed.every((word) => words.some((other) => other.startsWith(word)));
}

const compare: Record<ShelfOrder, (a: ShelvedTest, b: ShelvedTest) => number> = {
  changed: (a, b) => b.changedAt - a.changedAt,
  newest: (a, b) => b.createdAt - a.createdAt,
  oldest: (a, b) => a.createdAt - b.createdAt,
  'most-used': (a, b) => b.given - a.given || b.changedAt - a.changedAt,
  title: (a, b) => a.title.localeCompare(b.title),
};

/** The tests that fit, in order, and for each filter what its other choices would give. */
export function findTests(
  tests: readonly ShelvedTest[],
  wanted: ShelfFilters,
  order: ShelfOrder,
): ShelfFound {
  const typed = wordsOf(wanted.words ?? '');
  const asked = (name: Facet): readonly unknown[] => {
    const wantedFacet = wanted[name];
    if (wantedFacet === undefined) return [];
    return Array.isArray(wantedFacet) ? wantedFacet : [wantedFacet];
  };
  const active = facetNames.filter((name) => asked(name).length > 0);
  const counts = new Map(facetNames.map((name) => [name, new Map<unknown, number>()]));
  const shelvedTests: ShelvedTest[] = [];
  for (const test of tests) {
    if (!says(test, typed)) continue;
    const failed = active.filter(
      (name) => !facets[name](test).some((value) => asked(name).includes(value)),
    );
    if (failed.length > 1) continue;
    if (failed.length === 0) shelvedTests.push(test);
    // A test that fails one filter is what that filter's other choices would give.
    for (const name of failed.length === 1 ? failed : facetNames) {
      const ofFacet = valueOf(counts, name);
      for (const value of new Set<unknown>(facets[name](test)))
        ofFacet.set(value, (ofFacet.get(value) ?? 0) + 1);
    }
  }
  shelvedTests.sort((a, b) => compare[order](a, b) || a.id - b.id);
  return {
    ids: shelvedTests.map(({ id }) => id),
    counts: Object.fromEntries(
      [...counts].map(([name, ofFacet]) => [name, [...ofFacet]]),
    ) as unknown as ShelfCounts,
  };
}
