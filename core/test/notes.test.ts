import {
  forecastInWords,
  notedItem,
  notesOn,
  plainTest,
  readingGrade,
  type NotedItem,
  type NotedTest,
} from '@oaken/core/notes';

let next = 0;
const item = (notedItem: Partial<NotedItem> = {}): NotedItem => ({
  entry: `e${++next}`,
  itemId: next,
  number: next,
  points: 1,
  text: `word${next} thing${next} place${next} time${next}`,
  stem: '',
  key: null,
  passage: null,
  standards: [{ code: 'MA.6.RAT.1' }],
  byHand: false,
  keyless: false,
  retired: false,
  seconds: 60,
  facility: null,
  itemRestCorrelation: null,
  ...notedItem,
});
const about = (items: NotedItem[], notedTest: Partial<NotedTest> = {}) =>
  notesOn(items, { ...plainTest, ...notedTest }).map((note) => note.about);
const notesOf = (items: NotedItem[], kind: string, notedTest: Partial<NotedTest> = {}) =>
  notesOn(items, { ...plainTest, ...notedTest })
    .filter((note) => note.about === kind)
    .map(({ words }) => words);
beforeEach(() => (next = 0));

describe('notes in the margin', () => {
  test('a test with nothing to say about has none', () => {
    expect(about([item(), item(), item()], { grades: [6], minutes: 3 })).toEqual([]);
  });

  test('items without a standard, and standards with too few items; what gives no points is left out', () => {
    const items = [item({ standards: [] }), item(), item(), item({ standards: [], points: 0 })];
    expect(notesOf(items, 'standard')).toEqual([
      'Item 1 has no standard, so results by standard leave it out.',
    ]);
    expect(notesOf(items, 'few')).toEqual([
      'Fewer than 3 items say little about a standard: MA.6.RAT.1 has 2.',
    ]);
  });

  test('almost the same question twice, and one that names the answer to another', () => {
    const text =
      'A glassblower melts sand soda and lime. Which one lowers the melting point? soda sand lime iron';
    const twice = [item({ text }), item({ text: text.replace('iron', 'zinc') }), item()];
    expect(notesOf(twice, 'near')).toEqual(['Items 1 and 2 ask almost the same.']);
    next = 0;
    const key = { at: 0, of: 4, words: 'Sandstone' };
    const tells = item({ stem: 'How does sandstone form?' });
    const asks = (notedItem: Partial<NotedItem>) =>
      item({ key, stem: 'Which rock is made of grains?', ...notedItem });
    expect(notesOf([tells, asks({})], 'cue')).toEqual([
      'Item 1 names “Sandstone”, which is the answer to item 2.',
    ]);
    expect(notesOf([{ ...tells, passage: 4 }, asks({ passage: 4 })], 'cue')).toEqual([]);
    expect(notesOf([tells, asks({ stem: 'Is it sandstone or slate?' })], 'cue')).toEqual([]);
    expect(
      notesOf(
        [
          item({ stem: 'Write 12 500 in words.' }),
          asks({ key: { at: 0, of: 4, words: '12 500' } }),
        ],
        'cue',
      ),
    ).toEqual([]);
  });

  test('a run of one letter, and a letter that is right too often', () => {
    const keyed = (letters: string) =>
      [...letters].map((letter) => item({ key: { at: 'ABCD'.indexOf(letter), of: 4, words: '' } }));
    expect(notesOf(keyed('ABCCCCDA'), 'keys')).toEqual([
      'C is the key 4 times in a row, in items 3, 4, 5 and 6; shuffling choices fixes that.',
    ]);
    next = 0;
    expect(notesOf(keyed('ABCDABCDABCD'), 'keys')).toEqual([]);
    next = 0;
    // Of 12 letters 3 are due with a standard deviation of 1.5: 6 is the most that chance is taken to give.
    expect(notesOf(keyed('BABCBDBABCBD').slice(0, 12), 'keys')).toEqual([]);
    next = 0;
    expect(notesOf(keyed('BABCBDBBCBBD'), 'keys')).toEqual([
      'B is the key of 7 of 12 choices; shuffling choices fixes that.',
    ]);
  });

  test('what the test itself asks for and forbids', () => {
    const cells = [
      { title: 'MA.6.RAT.1, depth 2', want: 3, have: 1 },
      { title: 'MA.6.RAT.2', want: 1, have: 2 },
      { title: 'MA.6.NUM.1', want: 2, have: 2 },
    ];
    const items = [item({ retired: true }), item({ keyless: true }), item({ seconds: 300 })];
    expect(notesOf(items, 'blueprint', { cells })).toEqual([
      'MA.6.RAT.1, depth 2 has 1 of 3 items: 2 too few.',
      'MA.6.RAT.2 has 2 of 1 item: 1 too many.',
    ]);
    expect(
      notesOf(items, 'enemies', {
        enemies: [
          [1, 3],
          [2, 9],
        ],
      }),
    ).toEqual(['Items 1 and 3 are marked “don’t use together”.']);
    expect(notesOf(items, 'minutes', { minutes: 6 })).toEqual([
      'The items take about 7 minutes; the test is made for 6.',
    ]);
    expect(notesOf(items, 'no-key')).toEqual(['Item 2 has no key; nobody can earn its points.']);
    expect(notesOf(items, 'retired')).toEqual([
      'Item 1 was retired from the bank; the test keeps it.',
    ]);
  });

  test('what waits for a mark by hand', () => {
    expect(about([item({ byHand: true }), item(), item()])).toEqual(['hand']);
  });

  test('an item’s key and words are read from its content', () => {
    const content = {
      stem: '<p>Which rock is made of <strong>grains</strong>?</p>',
      parts: [
        {
          id: 'a',
          kind: 'single-choice' as const,
          choices: [
            { id: 'x', text: 'slate' },
            { id: 'y', text: 'sand&amp;stone' },
          ],
          key: ['y'],
          rule: { rule: 'all-or-nothing' as const, points: 1 },
        },
      ],
      explanation: '',
      hints: [],
      notes: '',
    };
    expect(
      notedItem({ id: 'e', itemId: 7, points: 2 }, 3, {
        content,
        standards: [],
        facility: null,
        itemRestCorrelation: null,
        retired: false,
        seconds: 60,
      }),
    ).toMatchObject({
      number: 3,
      points: 2,
      stem: 'Which rock is made of grains?',
      key: { at: 1, of: 2, words: 'sand&stone' },
      byHand: false,
      passage: null,
    });
  });
});

describe('reading grade', () => {
  // By hand: 20 sentences of 5 words of one syllable: 0.39 * 5 + 11.8 - 15.59.
  test('is the Flesch-Kincaid formula', () => {
    expect(readingGrade('The dog ran up fast. '.repeat(20))).toBeCloseTo(
      0.39 * 5 + 11.8 - 15.59,
      10,
    );
    // Ten words a sentence, fifteen syllables: a-bout, ta-ble, riv-er, wa-ter, pa-per and five of one.
    expect(readingGrade('About the table a river of water on wet paper. '.repeat(10))).toBeCloseTo(
      0.39 * 10 + 11.8 * 1.5 - 15.59,
      10,
    );
    expect(readingGrade('Too short to say.')).toBeNull();
  });

  test('is noted only when it is clearly above the test’s grades', () => {
    const text =
      'Considerable evaporation precipitates extraordinary meteorological instability above continental territories. '.repeat(
        12,
      );
    const items = [item({ text }), item(), item()];
    expect(about(items, { grades: [6] })).toEqual(['reading']);
    expect(about(items, { grades: [] })).toEqual([]);
  });
});

test('the forecast is said with what it rests on', () => {
  const range = { value: 0.654, low: 0.52, high: 0.771 };
  expect(
    forecastInWords({ items: 12, known: 10, classes: 4, mean: range, reliability: range }),
  ).toEqual([
    'The next class may earn about 65%; nineteen of twenty would earn 52 to 77%, going by what 4 classes earned on 10 of 12 items.',
    'Reliability in a class about 0.65 (0.52 to 0.77).',
  ]);
  expect(
    forecastInWords({ items: 12, known: 0, classes: 0, mean: null, reliability: null }),
  ).toEqual([]);
});
