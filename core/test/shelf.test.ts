/** The shelf against a naive search, and stand-ins for items against what they promise. */
import { similarTo, standInsFor, type ComparedItem } from '@oaken/core/assembly';
import {
  findTests,
  shelfOrders,
  sizeBands,
  type ShelfFilters,
  type ShelvedTest,
} from '@oaken/core/shelf';
import fc from 'fast-check';

const aTest = (id: number): fc.Arbitrary<ShelvedTest> =>
  fc.record({
    id: fc.constant(id),
    title: fc.constantFrom('Unit rates', 'Rock cycle', 'Rivers and rates', 'Maps'),
    kind: fc.constantFrom('quiz', 'test', 'worksheet'),
    subject: fc.constantFrom('Mathematics', 'Geography', ''),
    grades: fc.subarray([5, 6, 7]),
    standards: fc.subarray([1, 2, 3, 4]),
    items: fc.constantFrom(0, 3, 10, 11, 25, 60),
    machine: fc.boolean(),
    media: fc.subarray(['picture', 'sound'] as const),
    tags: fc.subarray(['homework', 'review']),
    shelf: fc.constantFrom('mine', 'school', 'everybody'),
    folders: fc.subarray([8, 9]),
    given: fc.nat(3),
    createdAt: fc.nat(5),
    changedAt: fc.nat(5),
    text: fc.constantFrom('sandstone', 'percent decrease', ''),
  });
const tests = fc
  .nat(30)
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, id) => aTest(id + 1))));
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined });
const filters: fc.Arbitrary<ShelfFilters> = fc.record({
  words: maybe(fc.constantFrom('rat', 'rates riv', 'sand', 'PERCENT')),
  shelf: maybe(fc.constantFrom('mine', 'school')),
  standard: maybe(fc.subarray([1, 4])),
  grades: maybe(fc.subarray([5, 6])),
  subject: maybe(fc.constantFrom('Mathematics', 'Geography')),
  kind: maybe(fc.subarray(['quiz', 'test'] as const)),
  size: maybe(fc.constantFrom(...sizeBands.map(({ id }) => id))),
  machine: maybe(fc.boolean()),
  has: maybe(fc.constantFrom('picture', 'sound')),
  tag: maybe(fc.constantFrom('homework', 'review')),
  folder: maybe(fc.constantFrom(8, 9)),
});

/** One test at a time, one question at a time. */
function fits(shelvedTest: ShelvedTest, wanted: ShelfFilters): boolean {
  const band = sizeBands.find(({ id }) => id === wanted.size);
  const words = `${shelvedTest.title} ${shelvedTest.text}`.toLowerCase().split(/\W+/);
  return (
    (wanted.words ?? '')
      .toLowerCase()
      .split(' ')
      .every((typed) => words.some((word) => word.startsWith(typed))) &&
    (wanted.shelf === undefined || shelvedTest.shelf === wanted.shelf) &&
    (!wanted.standard?.length ||
      wanted.standard.some((standard) => shelvedTest.standards.includes(standard))) &&
    (!wanted.grades?.length || wanted.grades.some((grade) => shelvedTest.grades.includes(grade))) &&
    (wanted.tag === undefined || shelvedTest.tags.includes(wanted.tag)) &&
    (wanted.subject === undefined || shelvedTest.subject === wanted.subject) &&
    (!wanted.kind?.length || wanted.kind.includes(shelvedTest.kind)) &&
    (band === undefined || (shelvedTest.items >= band.from && shelvedTest.items < band.to)) &&
    (wanted.machine === undefined || shelvedTest.machine === wanted.machine) &&
    (wanted.has === undefined || shelvedTest.media.includes(wanted.has)) &&
    (wanted.folder === undefined || shelvedTest.folders.includes(wanted.folder))
  );
}

test('the shelf finds what fits, in its order, and counts what each other choice would give', () => {
  fc.assert(
    fc.property(tests, filters, fc.constantFrom(...shelfOrders), (all, wanted, order) => {
      const { ids, counts } = findTests(all, wanted, order);
      const expected = all.filter((shelvedTest) => fits(shelvedTest, wanted));
      expect([...ids].sort((a, b) => a - b)).toEqual(expected.map(({ id }) => id));
      const shelvedTests = ids.map((id) => all.find((shelvedTest) => shelvedTest.id === id)!);
      const key = {
        changed: (shelvedTest: ShelvedTest) => -shelvedTest.changedAt,
        newest: (shelvedTest: ShelvedTest) => -shelvedTest.createdAt,
        oldest: (shelvedTest: ShelvedTest) => shelvedTest.createdAt,
        'most-used': (shelvedTest: ShelvedTest) => -shelvedTest.given,
        title: () => 0,
      }[order];
      shelvedTests.slice(1).forEach((shelvedTest, index) => {
        expect(key(shelvedTests[index]!)).toBeLessThanOrEqual(key(shelvedTest));
        if (order === 'title') expect(shelvedTests[index]!.title <= shelvedTest.title).toBe(true);
      });
      const counted = <T>(list: readonly (readonly [T, number])[], value: T) =>
        list.find(([entry]) => entry === value)?.[1] ?? 0;
      for (const kind of ['quiz', 'test', 'worksheet'] as const)
        expect(counted(counts.kind, kind)).toBe(
          all.filter((shelvedTest) => fits(shelvedTest, { ...wanted, kind: [kind] })).length,
        );
      for (const standard of [1, 2, 3, 4])
        expect(counted(counts.standard, standard)).toBe(
          all.filter((shelvedTest) => fits(shelvedTest, { ...wanted, standard: [standard] }))
            .length,
        );
      for (const { id } of sizeBands)
        expect(counted(counts.size, id)).toBe(
          all.filter((shelvedTest) => fits(shelvedTest, { ...wanted, size: id })).length,
        );
      expect(counted(counts.machine, true)).toBe(
        all.filter((shelvedTest) => fits(shelvedTest, { ...wanted, machine: true })).length,
      );
    }),
    { numRuns: 300 },
  );
});

describe('items that stand in for others', () => {
  const compared = (id: number): fc.Arbitrary<ComparedItem> =>
    fc.record({
      id: fc.constant(id),
      standards: fc.subarray([1, 2], { minLength: 1 }),
      depth: fc.constantFrom(null, 1, 2),
      facility: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
      kind: fc.constantFrom('single-choice', 'numeric'),
      byHand: fc.boolean(),
    });
  const comparedItem: ComparedItem = {
    id: 99,
    standards: [1],
    depth: 2,
    facility: 0.6,
    kind: 'numeric',
    byHand: false,
  };
  const bank = fc.tuple(...Array.from({ length: 20 }, (_, id) => compared(id + 1)));

  test('share a standard, have the same depth before another, and are close in difficulty', () => {
    fc.assert(
      fc.property(bank, (candidates) => {
        const similars = similarTo(comparedItem, candidates, 30);
        const near = candidates.filter(({ standards }) => standards.includes(1));
        expect(similars.map(({ item }) => item.id).sort((a, b) => a - b)).toEqual(
          near.map(({ id }) => id),
        );
        for (const { item, sameDepth, distance } of similars) {
          expect(sameDepth).toBe(item.depth === 2);
          expect(distance).toEqual(item.facility === null ? null : Math.abs(item.facility - 0.6));
        }
        const alike = (item: ComparedItem) =>
          item.depth === 2 && !item.byHand && item.kind === 'numeric' && item.facility !== null;
        const closest = near
          .filter(alike)
          .sort((a, b) => Math.abs(a.facility! - 0.6) - Math.abs(b.facility! - 0.6))[0];
        // Whatever comes before it is no further away.
        const place = similars.findIndex(({ item }) => item === closest);
        for (const { item } of similars.slice(0, Math.max(0, place))) {
          expect(item.byHand).toBe(false);
          if (item.facility !== null && item.depth === 2)
            expect(Math.abs(item.facility - 0.6)).toBeLessThanOrEqual(
              Math.abs(closest!.facility! - 0.6),
            );
        }
      }),
    );
  });

  test('are each taken once, and keep a whole form about as hard', () => {
    fc.assert(
      fc.property(bank, (candidates) => {
        const list = [1, 2, 3, 4].map((n): ComparedItem => ({
          ...comparedItem,
          id: 100 + n,
          facility: 0.3 + n / 10,
        }));
        const alternatives = standInsFor(list, candidates);
        const taken = [...alternatives.values()].map(({ id }) => id);
        expect(new Set(taken).size).toBe(taken.length);
        const able = candidates.filter(({ standards }) => standards.includes(1)).length;
        expect(alternatives.size).toBe(Math.min(list.length, able));
      }),
    );
    // Two equally close ones on either side: the second choice evens out the first.
    const candidate = (id: number, facility: number): ComparedItem => ({
      ...comparedItem,
      id,
      facility,
    });
    const form = standInsFor(
      [candidate(101, 0.5), candidate(102, 0.5)],
      [candidate(1, 0.53), candidate(2, 0.54), candidate(3, 0.47), candidate(4, 0.46)],
    );
    const sum = [...form.values()].reduce((all, { facility }) => all + facility!, 0);
    expect(Math.abs(sum - 1)).toBeLessThan(0.011);
  });
});
