import { scoreAttempt } from '@oaken/core/attempts';
import { entriesOf, type Edition } from '@oaken/core/forms';
import type { ItemContent } from '@oaken/core/items';
import { judgedAgain } from '@oaken/core/practice';
import { effectOf, rescored, RescoreProblem, withAccepted } from '@oaken/core/rescoring';
import fc from 'fast-check';

const content = (...parts: object[]) =>
  ({ stem: '<p>?</p>', parts, explanation: '', hints: [], notes: '' }) as unknown as ItemContent;
const choice = (key: string[]) =>
  content({
    id: 'p',
    kind: 'single-choice',
    key,
    choices: ['a', 'b', 'c'].map((id) => ({ id, text: `<p>${id}</p>` })),
    rule: { rule: 'all-or-nothing', points: 1 },
  });
const word = content({
  id: 'p',
  kind: 'short-text',
  key: { variants: ['mean'], fold: { case: true, space: true, accents: true, punctuation: true } },
  rule: { rule: 'all-or-nothing', points: 1 },
});
const number = content({
  id: 'p',
  kind: 'numeric',
  key: {
    value: '1/3',
    tolerance: { by: 'exact' },
    decimal: 'point',
    units: [{ name: 'm', factor: 1 }],
    unitRequired: false,
  },
  rule: { rule: 'all-or-nothing', points: 1 },
});
const entry = (id: string, itemContent: ItemContent, points = 1) => ({
  id,
  itemId: 1,
  revisionId: 1,
  points,
  content: itemContent,
  standards: [],
  depth: null,
});
const edition: Edition = {
  title: 'T',
  directions: '',
  subject: 'Mathematics',
  deal: 'x',
  sections: [
    {
      id: 's',
      title: '',
      directions: '',
      entries: [entry('e1', choice(['a']), 2), entry('e2', word), entry('e3', number)],
    },
  ],
  forms: [
    {
      id: 'B',
      name: 'B',
      shuffle: true,
      mostChoices: null,
      without: [],
      passages: [],
      swaps: [{ ...entry('x1', choice(['b']), 2), of: 'e1' }],
    },
  ],
};

const given = fc.record({
  e1: fc.constantFrom('a', 'b', 'c', null),
  e2: fc.constantFrom('mean', 'Average', ''),
  e3: fc.constantFrom('1/3', '0.5 m', 'x'),
});
const score = (
  currentEdition: Edition,
  answers: Record<string, unknown>,
  form: string | null = null,
) =>
  scoreAttempt(currentEdition, new Map(Object.entries(answers).map(([id, p]) => [id, { p }])), {
    seed: 'z',
    form,
    rules: { shuffleItems: true, shuffleChoices: true },
    ranOut: false,
  });
const points = (...[scored, answers, form]: Parameters<typeof score>) =>
  Object.fromEntries(
    score(scored, answers, form).map(({ entry: id, points: earned, maxPoints }) => [
      id,
      [earned, maxPoints],
    ]),
  );

test('a key, more answers, other points, all the points and leaving out change what they should, and nothing else', () => {
  fc.assert(
    fc.property(given, (answers) => {
      const before = points(edition, answers);
      const changes = {
        key: rescored(edition, { entry: 'e1', content: choice(['b']) }),
        accept: rescored(edition, { entry: 'e2', content: withAccepted(word, 'p', ' average ') }),
        also: rescored(edition, {
          entry: 'e3',
          content: withAccepted(number, 'p', '0,5 m'.replace(',', '.')),
        }),
        points: rescored(edition, { entry: 'e1', points: 5 }),
        all: rescored(edition, { entry: 'e2', override: 'full-credit' }),
        out: rescored(edition, { entry: 'e3', override: 'dropped' }),
      };
      expect(points(changes.key, answers)).toEqual({
        ...before,
        e1: [answers.e1 === 'b' ? 2 : 0, 2],
      });
      expect(points(changes.accept, answers)).toEqual({
        ...before,
        e2: [answers.e2 === '' ? 0 : 1, 1],
      });
      expect(points(changes.also, answers)).toEqual({
        ...before,
        e3: [answers.e3 === 'x' ? 0 : 1, 1],
      });
      expect(points(changes.points, answers)).toEqual({
        ...before,
        e1: [answers.e1 === 'a' ? 5 : 0, 5],
      });
      expect(points(changes.all, answers)).toEqual({ ...before, e2: [1, 1] });
      expect(points(changes.out, answers)).toEqual({ ...before, e3: [0, 0] });
      // Taken back, everything is as it was.
      expect(rescored(changes.out, { entry: 'e3', override: null })).toEqual(edition);
      expect(rescored(changes.key, { entry: 'e1', content: choice(['a']) })).toEqual(edition);
    }),
  );
});

test('an item that stands in the place of another in a form is repaired where it stands, and is worth what the other is', () => {
  const twice = rescored(rescored(edition, { entry: 'x1', content: choice(['c']) }), {
    entry: 'e1',
    points: 4,
  });
  expect(points(twice, { x1: 'c' }, 'B')).toMatchObject({ x1: [4, 4] });
  expect(entriesOf(twice).map(({ id, points: worth }) => [id, worth])).toEqual([
    ['e1', 4],
    ['e2', 1],
    ['e3', 1],
    ['x1', 4],
  ]);
});

test('what cannot be done is said in words', () => {
  const refusal = (act: () => unknown) => {
    try {
      act();
    } catch (error) {
      if (error instanceof RescoreProblem) return [error.pointer, error.message];
    }
    return null;
  };
  const other = { ...choice(['a']), stem: '<p>Another question?</p>' };
  expect(refusal(() => rescored(edition, { entry: 'e1', content: other }))).toEqual([
    '/content',
    'This changes what students saw. After a test only what counts as right can change.',
  ]);
  expect(refusal(() => rescored(edition, { entry: 'e1', content: choice(['a']) }))).toEqual([
    '',
    'Nothing would change: it is scored like this already.',
  ]);
  expect(refusal(() => rescored(edition, { entry: 'e1', content: choice([]) }))).toEqual([
    '/content/parts/0/key',
    'No choice is marked as the key.',
  ]);
  expect(refusal(() => rescored(edition, { entry: 'e1', points: 0 }))![0]).toBe('/points');
  expect(refusal(() => rescored(edition, { entry: 'none', points: 1 }))).toEqual([
    '/entry',
    'The test has no such item.',
  ]);
  expect(refusal(() => withAccepted(word, 'p', 'Mean!'))).toEqual([
    '/accept',
    'Mean! counts as right already.',
  ]);
  expect(refusal(() => withAccepted(number, 'p', '5 km'))).toEqual([
    '/accept',
    '“Number” takes no further answer; change its key instead.',
  ]);
});

test('a practised question judged by the same key stays as it was; by another one the first right answer needed no help', () => {
  const withForms = {
    tries: 3,
    share: 1,
    bestTry: 3,
    bestShare: 1,
    hints: 1,
    shown: false,
    first: 'b',
    best: 'a',
    last: 'a',
  };
  expect(judgedAgain(withForms, (answer) => Number(answer === 'a'))).toMatchObject({
    tries: 3,
    share: 1,
  });
  expect(judgedAgain(withForms, (answer) => Number(answer === 'b'))).toMatchObject({
    tries: 1,
    share: 1,
    bestTry: 1,
    hints: 1,
    shown: false,
  });
  expect(judgedAgain({ ...withForms, shown: true }, () => 0)).toMatchObject({
    tries: 3,
    share: 0,
    bestShare: 0,
    hints: 1,
    shown: true,
  });
});

test('who gains and who loses is told by the share of what could be earned, with the bands that change', () => {
  const bands = [
    { name: 'A', from: 0.8 },
    { name: 'B', from: 0 },
  ];
  const line = (student: string, ...[a, b, c, d]: number[]) => ({
    student,
    before: { points: a!, maxPoints: b! },
    after: { points: c!, maxPoints: d! },
  });
  const effect = effectOf(
    [line('up', 7, 10, 7, 8), line('down', 9, 10, 7, 9), line('even', 5, 10, 4, 8)],
    bands,
  );
  expect([
    effect.gain.map(({ student }) => student),
    effect.lose.map(({ student }) => student),
    effect.same,
  ]).toEqual([['up'], ['down'], 1]);
  expect([effect.gain[0]!.bands, effect.lose[0]!.bands]).toEqual([
    { before: 'B', after: 'A' },
    { before: 'A', after: 'B' },
  ]);
  expect(effect.bands).toEqual([
    { name: 'A', before: 1, after: 1 },
    { name: 'B', before: 2, after: 2 },
  ]);
});
