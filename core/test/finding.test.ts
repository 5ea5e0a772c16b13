import {
  difficultyBands,
  ItemIndex,
  orders,
  usesBands,
  type FindableItem,
  type Question,
} from '@oaken/core/finding';
import { media, mediaBits, partKinds } from '@oaken/core/items';
import fc from 'fast-check';

// A small tree: 1 holds 2 and 3, 3 holds 4; 5 stands alone in another framework.
const standards = [
  { id: 1, parentId: null, code: 'MA', framework: 1 },
  { id: 2, parentId: 1, code: 'MA.6.RAT.2', framework: 1 },
  { id: 3, parentId: 1, code: 'MA.7.RAT', framework: 1 },
  { id: 4, parentId: 3, code: 'MA.7.RAT.2', framework: 1 },
  { id: 5, parentId: null, code: 'ES.6.ROC.1', framework: 2 },
];
const folders = [
  { id: 10, parentId: null },
  { id: 11, parentId: 10 },
  { id: 12, parentId: null },
];
const below: Record<number, number[]> = { 1: [1, 2, 3, 4], 2: [2], 3: [3, 4], 4: [4], 5: [5] };
const inFolder: Record<number, number[]> = { 10: [10, 11], 11: [11], 12: [12] };

const plain: FindableItem = {
  id: 1,
  bank: 1,
  folder: null,
  kind: 'single-choice',
  markedBy: 'machine',
  media: 0,
  hasPassage: false,
  subject: 'Mathematics',
  grades: [6],
  standards: [2],
  depth: 1,
  tags: [],
  seenN: 0,
  facility: null,
  itemRestCorrelation: null,
  uses: 0,
  createdAt: 0,
  editedAt: 0,
  text: { stem: '', choices: '', passage: '' },
};

function indexOf(items: FindableItem[]): ItemIndex {
  const index = new ItemIndex();
  index.setStandards(standards);
  index.setFolders(folders);
  for (const item of items) index.put(item);
  return index;
}
const ask = (index: ItemIndex, question: Partial<Question>) =>
  index.find({ order: 'relevance', from: 0, size: 50, banks: [1, 2], ...question });
const withWords = (...stems: string[]) =>
  indexOf(
    stems.map((stem, index) => ({
      ...plain,
      id: index + 1,
      text: { stem, choices: '', passage: '' },
    })),
  );

describe('filters and counts', () => {
  const some = <T>(list: readonly T[]) => fc.constantFrom(...list);
  const item = fc.record({
    bank: some([1, 2, 3]),
    folder: some([null, 10, 11, 12]),
    kind: some(partKinds.slice(0, 3)),
    markedBy: some(['machine', 'hand'] as const),
    media: fc.nat(7),
    hasPassage: fc.boolean(),
    subject: some(['Mathematics', 'Reading']),
    grades: fc.uniqueArray(fc.integer({ min: 5, max: 8 }), { maxLength: 2 }),
    standards: fc.uniqueArray(some([2, 3, 4, 5]), { maxLength: 2 }),
    depth: some([null, 1, 2]),
    tags: fc.uniqueArray(some(['mock', 'warm up']), { maxLength: 2 }),
    seenN: fc.nat(50),
    facility: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
    itemRestCorrelation: fc.option(fc.double({ min: -1, max: 1, noNaN: true })),
    uses: fc.nat(6),
    createdAt: fc.nat(20),
    editedAt: fc.nat(20),
  });
  const optional = <T>(arbitrary: fc.Arbitrary<T>) =>
    fc.option(arbitrary, { nil: undefined, freq: 2 });
  const filters = fc.record({
    framework: optional(some([1, 2])),
    standard: optional(fc.uniqueArray(some([1, 2, 3, 5]))),
    grades: optional(fc.uniqueArray(some([5, 6, 7]))),
    subject: optional(some(['Reading', 'Nothing'])),
    kind: optional(fc.uniqueArray(some(partKinds.slice(0, 3)))),
    depth: optional(fc.uniqueArray(some([1, 2]))),
    markedBy: optional(some(['hand', 'machine'] as const)),
    has: optional(some(media)),
    passage: optional(fc.boolean()),
    bank: optional(some([1, 3])),
    folder: optional(some([10, 12])),
    tag: optional(some(['mock'])),
    difficulty: optional(some(['easy', 'hard'])),
    uses: optional(some(['none', 'some'])),
    editedSince: optional(fc.nat(20)),
  });
  type Wanted = typeof filters extends fc.Arbitrary<infer W> ? W : never;

  /** Each filter said again in the plainest way. */
  const says: {
    [F in keyof Wanted]-?: (findableItem: FindableItem, wanted: NonNullable<Wanted[F]>) => boolean;
  } = {
    framework: (findableItem, wanted) =>
      findableItem.standards.some((s) => (s === 5 ? 2 : 1) === wanted),
    standard: (findableItem, wanted) =>
      wanted.length === 0 ||
      findableItem.standards.some((s) => wanted.some((standard) => below[standard]!.includes(s))),
    grades: (findableItem, wanted) =>
      wanted.length === 0 || findableItem.grades.some((grade) => wanted.includes(grade)),
    subject: (findableItem, wanted) => findableItem.subject === wanted,
    kind: (findableItem, wanted) => wanted.length === 0 || wanted.includes(findableItem.kind),
    depth: (findableItem, wanted) =>
      wanted.length === 0 || wanted.includes(findableItem.depth ?? 0),
    markedBy: (findableItem, wanted) => findableItem.markedBy === wanted,
    has: (findableItem, wanted) => Math.floor(findableItem.media / mediaBits[wanted]) % 2 === 1,
    passage: (findableItem, wanted) => findableItem.hasPassage === wanted,
    bank: (findableItem, wanted) => findableItem.bank === wanted,
    folder: (findableItem, wanted) => inFolder[wanted]!.includes(findableItem.folder ?? 0),
    tag: (findableItem, wanted) => findableItem.tags.includes(wanted),
    difficulty: (findableItem, wanted) =>
      findableItem.facility !== null &&
      (wanted === 'easy' ? findableItem.facility >= 0.7 : findableItem.facility < 0.4),
    uses: (findableItem, wanted) =>
      wanted === 'none' ? findableItem.uses === 0 : findableItem.uses > 0 && findableItem.uses < 5,
    editedSince: (findableItem, wanted) => findableItem.editedAt >= wanted,
  };
  const keeps = (findableItem: FindableItem, wanted: Wanted, but?: string) =>
    findableItem.bank !== 3 &&
    Object.entries(wanted).every(
      ([name, value]) =>
        name === but || value === undefined || says[name as 'kind'](findableItem, value as never),
    );

  test('are those of the plainest reading, for every filter alone and together, after changes and removals too', () => {
    const some = fc.array(item, { maxLength: 25 });
    fc.assert(
      fc.property(some, some, fc.nat(10), filters, (first, second, gone, wanted) => {
        const items = [...first, ...second.slice(0, 5)].map((candidate, position) => ({
          ...plain,
          ...candidate,
          id: position + 1,
        }));
        // What a later change left behind must not be found any more.
        const index = indexOf(
          items.map((candidate) => ({
            ...candidate,
            kind: 'numeric' as const,
            subject: 'Geography',
            standards: [5],
          })),
        );
        items.forEach((candidate) => index.put(candidate));
        index.remove(gone);
        const there = items.filter(({ id }) => id !== gone);
        const answer = ask(index, { ...wanted, size: 1000 });
        const right = there.filter((expected) => keeps(expected, wanted));
        expect([...answer.ids].sort((a, b) => a - b)).toEqual(right.map(({ id }) => id));
        expect(answer.total).toBe(right.length);

        const tally = (
          but: string,
          values: (findableItem: FindableItem) => (string | number | boolean)[],
        ) => {
          const counts = new Map<string | number | boolean, number>();
          for (const currentItem of there.filter((candidate) => keeps(candidate, wanted, but)))
            for (const value of values(currentItem))
              counts.set(value, (counts.get(value) ?? 0) + 1);
          return counts;
        };
        const up = (findableItem: FindableItem) =>
          [1, 2, 3, 4, 5].filter((s) => findableItem.standards.some((t) => below[s]!.includes(t)));
        expect(new Map<string | number, number>(answer.counts!.standards)).toEqual(
          tally('standard', up),
        );
        expect(new Map<string | number, number>(answer.counts!.grades)).toEqual(
          tally('grades', (findableItem) => [...findableItem.grades]),
        );
        expect(new Map<string | number, number>(answer.counts!.kinds)).toEqual(
          tally('kind', (findableItem) => [findableItem.kind]),
        );
        expect(new Map<string | number, number>(answer.counts!.tags)).toEqual(
          tally('tag', (findableItem) => [...findableItem.tags]),
        );
        expect(new Map<string | number, number>(answer.counts!.media)).toEqual(
          tally('has', (findableItem) => media.filter((medium) => says.has(findableItem, medium))),
        );
        expect(new Map<string | number, number>(answer.counts!.folders)).toEqual(
          tally('folder', (findableItem) =>
            [10, 11, 12].filter((f) => inFolder[f]!.includes(findableItem.folder ?? 0)),
          ),
        );
        expect(new Map<string | number, number>(answer.counts!.uses)).toEqual(
          tally('uses', (findableItem) => [
            usesBands.find(({ from, to }) => findableItem.uses >= from && findableItem.uses < to)!
              .id,
          ]),
        );
        expect(new Map<string | number, number>(answer.counts!.difficulty)).toEqual(
          tally('difficulty', ({ facility }) =>
            difficultyBands
              .filter(({ from, to }) => facility !== null && facility >= from && facility < to)
              .map(({ id }) => id),
          ),
        );
        expect(new Map<string | number, number>(answer.counts!.frameworks)).toEqual(
          tally('framework', (findableItem) =>
            [1, 2].filter((f) => says.framework(findableItem, f)),
          ),
        );
      }),
      { numRuns: 150 },
    );
  });

  test('every order is kept over all pages, with the unknown last', () => {
    fc.assert(
      fc.property(fc.array(item, { minLength: 5, maxLength: 30 }), some(orders), (list, order) => {
        const items = list.map((candidate, position) => ({
          ...plain,
          ...candidate,
          bank: 1,
          id: position + 1,
        }));
        const index = indexOf(items);
        const pages = [0, 7, 14, 21, 28].flatMap(
          (from) => ask(index, { order, from, size: 7 }).ids,
        );
        expect(new Set(pages).size).toBe(items.length);
        const key: Record<typeof order, (findableItem: FindableItem) => number | null> = {
          relevance: (findableItem) => -findableItem.seenN,
          'most-used': (findableItem) => -findableItem.uses,
          newest: (findableItem) => -findableItem.createdAt,
          oldest: (findableItem) => findableItem.createdAt,
          easiest: (findableItem) =>
            findableItem.facility === null ? null : -findableItem.facility,
          hardest: (findableItem) => findableItem.facility,
          'best-separating': (findableItem) =>
            findableItem.itemRestCorrelation === null ? null : -findableItem.itemRestCorrelation,
        };
        const keys = pages.map((id) => key[order](items[id - 1]!) ?? Infinity);
        expect(keys).toEqual([...keys].sort((a, b) => (a === b ? 0 : a - b)));
      }),
    );
  });
});

describe('items that come one by one', () => {
  const some = fc.array(
    fc.record({
      id: fc.integer({ min: 1, max: 40 }),
      bank: fc.constantFrom(1, 2),
      uses: fc.integer({ min: 0, max: 5 }),
      createdAt: fc.integer({ min: 0, max: 5 }),
    }),
    { minLength: 1, maxLength: 60 },
  );
  const itemOf = (change: Partial<FindableItem>): FindableItem => ({ ...plain, ...change });

  test('are in their places at once, in every order', () =>
    fc.assert(
      fc.property(some, fc.constantFrom(...orders), (changes, order) => {
        const followed = new ItemIndex();
        const all = new Map<number, FindableItem>();
        const question: Question = { order, from: 0, size: 100, banks: [1, 2] };
        for (const change of changes) {
          followed.put(itemOf(change));
          all.set(change.id, itemOf(change));
          followed.find(question);
        }
        const whole = new ItemIndex();
        for (const item of all.values()) whole.put(item);
        expect(followed.find(question).ids).toEqual(whole.find(question).ids);
      }),
    ));

  test('are counted by bank as they come, change and go', () =>
    fc.assert(
      fc.property(some, fc.array(fc.integer({ min: 1, max: 40 })), (changes, removed) => {
        const index = new ItemIndex();
        const all = new Map<number, FindableItem>();
        for (const change of changes) {
          index.put(itemOf(change));
          all.set(change.id, itemOf(change));
        }
        for (const id of removed) {
          index.remove(id);
          all.delete(id);
        }
        for (const bank of [1, 2])
          expect(index.sizes.get(bank) ?? 0).toBe(
            [...all.values()].filter((item) => item.bank === bank).length,
          );
      }),
    ));
});

describe('words', () => {
  test('a standard’s code is understood however it is typed', () => {
    const index = indexOf([
      plain,
      { ...plain, id: 2, standards: [4] },
      { ...plain, id: 3, standards: [5], text: { stem: 'the rats', choices: '', passage: '' } },
    ]);
    for (const typed of ['MA.6.RAT.2', 'ma6rat2', 'ma 6 rat 2', 'Ma-6-Rat-2', '6rat2'])
      expect(ask(index, { words: typed }).ids).toEqual([1]);
    for (const typed of ['rat 2', 'RAT2', 'rat.2'])
      expect(ask(index, { words: typed }).ids).toEqual([1, 2]);
    // A plain word is a word as well as a segment of a code.
    expect(new Set(ask(index, { words: 'rat' }).ids)).toEqual(new Set([1, 2, 3]));
    expect(ask(index, { words: 'ma7' }).ids).toEqual([2]);
  });

  test('two codes mean one or the other, and what they stand for is told', () => {
    const index = indexOf([
      plain,
      { ...plain, id: 2, standards: [4] },
      { ...plain, id: 3, standards: [5] },
    ]);
    const { ids, matchedStandards } = ask(index, { words: 'ma6rat2 ma7rat2' });
    expect(ids).toEqual([1, 2]);
    expect(matchedStandards).toEqual(expect.arrayContaining([...plain.standards, 4]));
    expect(matchedStandards).not.toContain(5);
    expect(ask(index, { words: 'ma6rat2 ma7rat2 nowhere' }).ids).toEqual([]);
  });

  test('every word must match; accents, capitals and endings do not matter', () => {
    const index = withWords('The café sells pieces of bread', 'Bread is baked', 'Pieces of chalk');
    expect(ask(index, { words: 'CAFE bread' }).ids).toEqual([1]);
    expect(new Set(ask(index, { words: 'piece' }).ids)).toEqual(new Set([1, 3]));
    expect(ask(index, { words: 'bread chalk' })).toMatchObject({ total: 0, ids: [] });
    expect(ask(index, { words: '  …  ' }).total).toBe(3);
    expect(ask(index, { words: 'piece' }).matched).toEqual(['pieces']);
  });

  test('a typing mistake is forgiven and said; a word that exists is never mended', () => {
    const index = withWords(
      'Which fraction is larger',
      'Name the friction force',
      'A triangle with three equal sides',
    );
    expect(ask(index, { words: 'fracton' })).toMatchObject({
      ids: [1],
      mended: [{ typed: 'fracton', taken: ['fraction'] }],
    });
    expect(ask(index, { words: 'trianlge' }).ids).toEqual([3]);
    expect(ask(index, { words: 'fraction' })).toMatchObject({ ids: [1], mended: [] });
    expect(ask(index, { words: 'xylophone' })).toMatchObject({
      ids: [],
      mended: [{ typed: 'xylophone', taken: [] }],
    });
  });

  test('a number is never taken for another number', () => {
    expect(ask(withWords('There are 12345 people'), { words: '12346' }).ids).toEqual([]);
  });

  test('rare words weigh more than common ones, the stem more than the rest, whole words more than beginnings', () => {
    const index = indexOf(
      [
        { stem: 'a river and a river bank', choices: '', passage: '' },
        { stem: 'a delta', choices: 'river', passage: '' },
        { stem: 'nothing', choices: '', passage: 'river' },
        { stem: 'riverside', choices: '', passage: '' },
      ].map((text, position) => ({ ...plain, id: position + 1, text })),
    );
    expect(ask(index, { words: 'river' }).ids).toEqual([1, 2, 3, 4]);
  });

  test('what is not readable or left out is neither found nor counted', () => {
    const index = indexOf([plain, { ...plain, id: 2, bank: 9 }, { ...plain, id: 3 }]);
    expect(ask(index, { banks: [1], among: [2, 3] }).ids).toEqual([3]);
    const answer = ask(index, { banks: [1], without: [3] });
    expect(answer.ids).toEqual([1]);
    expect(answer.counts!.kinds).toEqual([['single-choice', 1]]);
    expect(answer.counts!.banks).toEqual([[1, 1]]);
  });
});

describe('near copies', () => {
  const index = withWords(
    'A baker sells 24 rolls in boxes of 6. How many boxes are needed?',
    'Which rock forms when lava cools quickly at the surface?',
    'Which rock forms when magma cools slowly below the surface?',
  );
  test('are told from items that only share a subject', () => {
    expect(
      index.near('A baker sells 24 rolls in boxes of 6. How many boxes does she need?', [1])[0]!.id,
    ).toBe(1);
    expect(index.near('Which rock forms when LAVA cools quickly, at the surface?', [1])).toEqual([
      { id: 2, likeness: 1 },
    ]);
    expect(index.near('Which rock forms under pressure at depth?', [1])).toEqual([]);
  });
  test('are not sought in unreadable banks, nor for the item itself, nor for a handful of words', () => {
    const same = 'Which rock forms when lava cools quickly at the surface?';
    expect(index.near(same, [2])).toEqual([]);
    expect(index.near(same, [1], 2)).toEqual([]);
    expect(index.near('Which rock', [1])).toEqual([]);
  });
});
