/** The kinds of part beyond plain choices and typed answers, and what they have in common. */
import {
  blankPart,
  changeKind,
  concealIds,
  itemPoints,
  kindOf,
  markedBy,
  mediaOf,
  partKinds,
  readItem,
  scoreItem,
  searchableText,
  textsOfItem,
  forSitting,
  keysInWords,
  type Part,
  type PartKind,
} from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import fc from 'fast-check';
import { item, parts, right, whole } from './support/one-of-each';

const score = (part: Part, response: unknown) =>
  scoreItem(item(part), { [part.id]: response }).points;
const named = (...texts: string[]) => texts.map((text) => ({ id: text.toLowerCase(), text }));
const problemsOf = (...parts: Part[]) => {
  const read = readItem(item(...parts));
  return read.ok ? [] : read.problems.map(({ pointer, message }) => `${pointer} ${message}`);
};

describe('pairs', () => {
  // QTI 2.2 implementation guide, match interaction on characters and plays, as remembered: C R 1, D M 0.5, L M 0.5,
  // P T 1, defaultValue 0. The plays may be used more than once.
  const plays: Part = {
    ...parts.matching,
    left: named('C', 'D', 'L', 'P'),
    right: named('M', 'R', 'T'),
    key: ['c r', 'd m', 'l m', 'p t'],
    once: false,
    rule: {
      rule: 'table',
      values: [
        ['c r', 1],
        ['d m', 0.5],
        ['l m', 0.5],
        ['p t', 1],
      ].map(([value, points]) => ({ value: value as string, points: points as number })),
      otherwise: 0,
    },
  };
  test('a mapping of directed pairs adds up as in QTI', () => {
    expect(problemsOf(plays)).toEqual([]);
    expect(itemPoints(item(plays))).toBe(3);
    expect(score(plays, ['c r', 'd m', 'l m', 'p t'])).toBe(3);
    expect(score(plays, ['c r', 'd m', 'l t', 'p r'])).toBe(1.5);
    expect(score(plays, ['c m', 'd r'])).toBe(0);
  });

  // QTI 2.2 implementation guide, gap match on a line of a play, as remembered: W G1 1, Su G2 2, defaultValue -1,
  // lowerBound 0.
  test('a default below zero and a lower bound hold as in QTI', () => {
    const line: Part = {
      ...parts.grid,
      rows: named('W', 'Sp', 'Su', 'A'),
      columns: named('G1', 'G2'),
      many: true,
      key: ['w g1', 'su g2'],
      rule: {
        rule: 'table',
        values: [
          { value: 'w g1', points: 1 },
          { value: 'su g2', points: 2 },
        ],
        otherwise: -1,
        lower: 0,
      },
    };
    expect(problemsOf(line)).toEqual([]);
    expect(score(line, ['w g1', 'su g2'])).toBe(3);
    expect(score(line, ['w g1', 'a g2'])).toBe(0);
    expect(score(line, ['sp g1', 'su g2'])).toBe(1);
    expect(score(line, ['a g1', 'sp g2'])).toBe(0);
  });

  test('each-right gives every pair its share, wrong-takes-away never goes below zero', () => {
    expect(score(parts.matching, ['oslo norway'])).toBe(2);
    expect(score(parts.matching, ['oslo norway', 'bern peru'])).toBe(2);
    expect(score(parts.sorting, ['granite igneous', 'plastic igneous'])).toBe(0);
    expect(score(parts.sorting, ['granite igneous', 'basalt igneous', 'marble igneous'])).toBe(1);
  });

  test('what the page would not allow earns nothing', () => {
    expect(score(parts.matching, ['oslo norway', 'oslo peru', 'bern switzerland'])).toBe(0);
    expect(score(parts.matching, ['oslo norway', 'bern norway'])).toBe(0);
    expect(score(parts.grid, ['first yes', 'first no', 'second no'])).toBe(0);
    expect(score(parts.sorting, ['granite igneous', 'granite metamorphic'])).toBe(0);
    expect(score(parts['inline-choice'], ['g1 wets', 'g1 dries', 'g2 moves'])).toBe(0);
  });

  test('the best of several answer patterns counts', () => {
    const two: Part = {
      ...parts.sorting,
      keys: [...parts.sorting.keys, ['granite metamorphic', 'marble igneous']],
    };
    expect(score(two, ['granite metamorphic', 'marble igneous'])).toBe(3);
    expect(score(two, ['granite igneous', 'basalt igneous', 'marble metamorphic'])).toBe(3);
  });

  test('any right choice fills a gap, and a gap counts once', () => {
    expect(score(parts['inline-choice'], ['g1 wets', 'g2 moves'])).toBe(2);
    expect(score(parts['inline-choice'], ['g1 dries', 'g2 carries'])).toBe(1);
  });
});

describe('order', () => {
  const order = (rule: 'all-or-nothing' | 'each-place' | 'each-pair', points = 6): Part => ({
    ...parts.ordering,
    choices: named('One', 'Two', 'Three', 'Four'),
    key: ['one', 'two', 'three', 'four'],
    rule: { rule, points },
  });
  // QTI 3.0 order interaction with match_correct: the whole order or nothing.
  test('the whole, each place or each pair', () => {
    const swapped = ['two', 'one', 'three', 'four'];
    expect(score(order('all-or-nothing'), ['one', 'two', 'three', 'four'])).toBe(6);
    expect(score(order('all-or-nothing'), swapped)).toBe(0);
    expect(score(order('each-place'), swapped)).toBe(3);
    expect(score(order('each-pair'), swapped)).toBe(5);
    expect(score(order('each-pair'), ['four', 'three', 'two', 'one'])).toBe(0);
    // One that was put first by mistake costs its three pairs, though no place is right any more.
    expect(score(order('each-pair'), ['four', 'one', 'two', 'three'])).toBe(3);
    expect(score(order('each-place'), ['four', 'one', 'two', 'three'])).toBe(0);
  });

  test('each-pair is (tau + 1) / 2 with Kendall’s tau counted the long way', () => {
    const ids = ['one', 'two', 'three', 'four'];
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { minLength: 4 }), (given) => {
        let tau = 0;
        for (let i = 0; i < 4; i++)
          for (let j = i + 1; j < 4; j++)
            tau += Math.sign((j - i) * (given.indexOf(ids[j]!) - given.indexOf(ids[i]!)));
        expect(score(order('each-pair', 1), given)).toBeCloseTo((tau / 6 + 1) / 2, 5);
      }),
    );
  });

  test('what is shown never stands in the right order, even when it was written down so', () => {
    const shown = forSitting(item(order('each-place'))).parts[0] as { choices: { id: string }[] };
    expect(shown.choices.map(({ id }) => id)).not.toEqual(['one', 'two', 'three', 'four']);
    const two: Part = { ...parts.ordering, choices: named('One', 'Two'), key: ['one', 'two'] };
    expect((forSitting(item(two)).parts[0] as { choices: { id: string }[] }).choices[0]!.id).toBe(
      'two',
    );
  });
});

describe('several parts', () => {
  const b: Part = { ...parts.numeric, id: 'b', needs: 'p1' };
  test('B counts only when A is wholly right, where wanted', () => {
    const twoParts = item(parts['single-choice'], b);
    expect(scoreItem(twoParts, { p1: 'b', b: '0.5' }).points).toBe(2);
    expect(scoreItem(twoParts, { p1: 'a', b: '0.5' })).toMatchObject({ points: 0, maxPoints: 2 });
    expect(
      scoreItem(item(parts['single-choice'], { ...b, needs: undefined }), { p1: 'a', b: '0.5' })
        .points,
    ).toBe(1);
    expect(keysInWords(twoParts)[1]).toContain('It counts only when part A is right.');
  });
  test('a chain of needs breaks where the first is wrong', () => {
    const dependent = item(parts['single-choice'], b, { ...parts['true-false'], needs: 'b' });
    expect(scoreItem(dependent, { p1: 'a', b: '0.5', p3: 'false' }).points).toBe(0);
    expect(scoreItem(dependent, { p1: 'b', b: '0.5', p3: 'false' }).points).toBe(3);
  });
  test('only an earlier part that a machine marks can be needed', () => {
    expect(problemsOf(b, parts['single-choice'])).toEqual([
      '/parts/0/needs A part can only depend on one that stands before it.',
    ]);
    expect(problemsOf(parts['long-text'], { ...b, needs: 'p6' })).toEqual([
      '/parts/1/needs A part can only depend on one that is marked by machine.',
    ]);
  });
});

test('what a teacher marks earns nothing by machine and waits once it is answered', () => {
  for (const kind of ['long-text', 'drawing', 'upload'] as const) {
    const part = parts[kind];
    expect(scoreItem(item(part), { [part.id]: right[part.id] })).toMatchObject({
      points: 0,
      maxPoints: 3,
      needsMarking: true,
    });
    expect(scoreItem(item(part), {})).toMatchObject({
      points: 0,
      maxPoints: 3,
      needsMarking: false,
    });
  }
  expect(markedBy(item(parts.numeric, parts['long-text']))).toBe('hand');
  expect(markedBy(item(parts.survey, parts.information))).toBe('nobody');
  expect(scoreItem(item(parts.survey), right)).toMatchObject({
    points: 0,
    maxPoints: 0,
    needsMarking: false,
  });
});

test('pictures, sound and film are noticed wherever a student meets them, and nowhere else', () => {
  const file = `/api/files/${'x'.repeat(22)}`;
  expect(mediaOf(item(parts.numeric))).toEqual({
    picture: false,
    sound: false,
    film: false,
    variants: false,
  });
  expect(mediaOf(item(parts.places)).picture).toBe(true);
  expect(
    mediaOf({ ...item(parts.numeric), stem: `<p><img src="${file}" alt="A map"></p>` }).picture,
  ).toBe(true);
  const spoken: Part = {
    ...parts.survey,
    choices: [
      { id: 'a', text: `<audio src="${file}" title="A bell"></audio>` },
      { id: 'b', text: 'b' },
    ],
  };
  expect(mediaOf(item(spoken))).toEqual({
    picture: false,
    sound: true,
    film: false,
    variants: false,
  });
  expect(
    mediaOf({ ...item(parts.numeric), explanation: `<img src="${file}" alt="x">` }).picture,
  ).toBe(false);
});

test('the words of every kind are found by a search, those for teachers are not', () => {
  const { stem, choices } = searchableText(whole);
  expect(stem).toBe('What?');
  for (const word of [
    'choice a',
    'Oslo',
    'Switzerland',
    'Granite',
    'Metamorphic',
    'Three',
    'Second',
    'river runs',
    'A map',
    'Glad',
  ].map((text) => text))
    expect(choices.replace(/\s+/g, ' ')).toContain(word.replace('river runs', 'river'));
  expect(choices).not.toMatch(/misconception|guide|tributary/);
  const pointers = textsOfItem(whole).map(({ at }) => at);
  expect(new Set(pointers).size).toBe(pointers.length);
});

describe('changing the kind', () => {
  test('every kind becomes every other without breaking, and says what it loses; its own kind loses nothing', () => {
    for (const from of partKinds)
      for (const to of partKinds) {
        const { part, lost } = changeKind(parts[from], to);
        expect(part.kind).toBe(to);
        expect(part.id).toBe(parts[from].id);
        if (from === to) expect([from, lost]).toEqual([from, []]);
        // Whatever is not whole yet is said with its place, not thrown.
        expect(() => readItem(item(part))).not.toThrow();
      }
  });
  test('what both kinds know is kept', () => {
    const many = changeKind(parts['single-choice'], 'multiple-choice');
    expect(many).toMatchObject({
      lost: [],
      part: { key: ['b'], choices: parts['single-choice'].choices },
    });
    expect(changeKind(parts['multiple-choice'], 'single-choice').lost).toEqual([
      'the rule for partly right answers',
      'which answers are right',
    ]);
    expect(changeKind(parts.numeric, 'short-text')).toMatchObject({
      part: { key: { variants: ['0.5'] } },
      lost: ['the tolerance'],
    });
    expect(changeKind(parts.matching, 'grid')).toMatchObject({
      lost: [],
      part: { key: parts.matching.key },
    });
    expect(changeKind(parts.sorting, 'matching').part).toMatchObject({
      left: named('Granite', 'Basalt', 'Marble', 'Plastic'),
    });
    const text = changeKind(parts['single-choice'], 'short-text');
    expect(text.part).toMatchObject({ key: { variants: ['choice b'] } });
    expect(text.lost).toContain('the misconceptions behind the choices');
  });
  test('a blank part of any kind says what is missing, unless nothing is', () => {
    const complete: PartKind[] = partKinds.filter(
      (kind) => problemsOf(blankPart(kind, 'p')).length === 0,
    );
    expect(new Set(complete)).toEqual(
      new Set<PartKind>(['true-false', 'long-text', 'drawing', 'upload', 'information']),
    );
  });
});

describe('a part that could not be answered as it should is refused', () => {
  const gap = parts['inline-choice'];
  test.each<[string, Part, string]>([
    [
      'a pair with something that is not there',
      { ...parts.matching, key: ['oslo mars'] },
      '/parts/0/key/0 The key joins “mars”, which is not there.',
    ],
    [
      'a partner for two',
      { ...parts.matching, key: ['oslo norway', 'bern norway'] },
      '/parts/0/key Two pairs share a partner, but each partner may be used only once.',
    ],
    [
      'two same things',
      {
        ...parts.matching,
        right: [...named('Norway', 'Peru'), { id: 'x', text: '<b>Norway</b>' }],
        key: ['oslo norway'],
      },
      '/parts/0/right/2/text Things on the right 1 and 3 are the same.',
    ],
    [
      'an order that leaves one out',
      { ...parts.ordering, key: ['one', 'two'] },
      '/parts/0/key The right order must name each thing once.',
    ],
    [
      'a row without a mark',
      { ...parts.grid, key: ['first yes'] },
      '/parts/0/rows/1 Row 2 has no right column.',
    ],
    [
      'a gap that is not in the text',
      { ...gap, text: '<p>Rain <span data-gap="g1"></span></p>' },
      '/parts/0/gaps/1 Gap 2 does not stand in the text.',
    ],
    [
      'a gap without choices',
      { ...gap, gaps: gap.gaps.slice(0, 1) },
      '/parts/0/text A gap in the text has no choices.',
    ],
    [
      'words that are gone',
      { ...parts['words-in-text'], key: ['w9'] },
      '/parts/0/key/0 The key “w9” is not in the text any more.',
    ],
    [
      'a place without a name',
      { ...parts.places, places: parts.places.places.map((place) => ({ ...place, label: ' ' })) },
      '/parts/0/places/0/label A place needs a name that can be read aloud.',
    ],
    [
      'a picture without words',
      { ...parts.places, picture: { ...parts.places.picture, alternative: '' } },
      '/parts/0/picture/alternative A picture needs words for those who cannot see it.',
    ],
    [
      'a picture from elsewhere',
      { ...parts.places, picture: { ...parts.places.picture, file: 'https://example.org/a.png' } },
      '/parts/0/picture/file That is not the address of a file kept here.',
    ],
    [
      'a point value that nobody can reach',
      {
        ...parts['single-choice'],
        rule: { rule: 'table', values: [{ value: 'a', points: 1 }], otherwise: 0, upper: 3 },
      },
      '/parts/0/rule/upper Nobody can reach 3 points: the best answer earns 1.',
    ],
    [
      'a table that gives nothing',
      {
        ...parts['single-choice'],
        rule: { rule: 'table', values: [{ value: 'a', points: -1 }], otherwise: 0 },
      },
      '/parts/0/rule/values No answer earns points by this table.',
    ],
    [
      'points for a choice that is gone',
      {
        ...parts['single-choice'],
        rule: {
          rule: 'table',
          values: [
            { value: 'a', points: 1 },
            { value: 'q', points: 1 },
          ],
          otherwise: 0,
        },
      },
      '/parts/0/rule/values/1/value “q” is not among the choices.',
    ],
    [
      'an empty answer pattern',
      { ...parts.sorting, keys: [[]] },
      '/parts/0/keys/0 This answer pattern is empty.',
    ],
    [
      'more words asked for than allowed',
      { ...parts['long-text'], leastWords: 90 },
      '/parts/0/mostWords At least 90 words are asked for, but at most 80 allowed.',
    ],
    [
      'a survey without choices',
      { ...parts.survey, choices: [] },
      '/parts/0/choices A choice needs at least two choices.',
    ],
  ])('%s', (_, part, message) => expect(problemsOf(part)).toContain(message));
});

test('ids tell nothing: what was written in its right order is called otherwise, and scores the same', () => {
  const random = randomFrom('ids');
  const letters = (n: number) =>
    Array.from({ length: n }, () => random.pick([...'abcdefghij'])).join('');
  const hidden = concealIds(whole, letters);
  expect(readItem(hidden)).toEqual({ ok: true, content: hidden });
  expect(concealIds(hidden, letters)).toEqual(hidden);
  const [order] = hidden.parts.filter(({ kind }) => kind === 'ordering') as Extract<
    Part,
    { kind: 'ordering' }
  >[];
  expect(order!.key).not.toEqual(parts.ordering.key);
  for (const part of hidden.parts) {
    if (part.kind === 'ordering') expect(score(part, part.key)).toBe(3);
    else if (part.kind === 'matching') expect(score(part, part.key)).toBe(4);
    else if (part.kind === 'sorting') expect(score(part, part.keys[0])).toBe(3);
    else expect(score(part, right[part.id])).toBe(score(parts[part.kind], right[part.id]));
  }
});

test('shuffling moves what may move and leaves the score alone', () => {
  const random = randomFrom('shuffle');
  for (const part of Object.values(parts)) {
    const arranged = kindOf(part).arrange?.(part, (list) => random.shuffle(list)) ?? part;
    expect(score(arranged, right[part.id])).toBe(score(part, right[part.id]));
  }
});
