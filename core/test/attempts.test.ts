import { byStandard, scoreAttempt, shareInWords } from '@oaken/core/attempts';
import type { Edition } from '@oaken/core/forms';
import type { ItemContent } from '@oaken/core/items';
import { progressOf } from '@oaken/core/sitting';

const content: ItemContent = {
  stem: '<p>Two of three</p>',
  parts: [
    {
      id: 'p',
      kind: 'multiple-choice',
      choices: ['a', 'b', 'c'].map((id) => ({ id, text: id })),
      key: ['a', 'b'],
      rule: { rule: 'each-right', points: 2 },
    },
  ],
  explanation: '',
  hints: [],
  notes: '',
};
const entry = (id: string, points: number) => ({
  id,
  itemId: 1,
  revisionId: 1,
  points,
  content,
  standards: [],
  depth: null,
});
const edition: Edition = {
  title: '',
  directions: '',
  subject: '',
  sections: [
    {
      id: 'one',
      title: '',
      directions: '',
      entries: [entry('e1', 5), entry('e2', 1), entry('e3', 0), entry('e4', 3)],
    },
  ],
};
const plain = { shuffleItems: false, shuffleChoices: false };
const answersOf = (...ids: [string, string[]][]) =>
  new Map(ids.map(([id, chosen]) => [id, { p: chosen }]));
const reachedOf = (scores: ReturnType<typeof scoreAttempt>) =>
  scores.filter(({ reached }) => reached).map((score) => score.entry);

test('an item’s own points are a share of what the test gives for it', () => {
  const scores = scoreAttempt(
    edition,
    answersOf(['e1', ['a']], ['e2', ['a', 'b']], ['e3', ['a', 'b']]),
    {
      seed: 's',
      rules: plain,
      ranOut: false,
    },
  );
  expect(scores.map(({ points, maxPoints }) => [points, maxPoints])).toEqual([
    [2.5, 5],
    [1, 1],
    [0, 0],
    [0, 3],
  ]);
});

// Common practice, no source: blanks at the end count as not reached only when the time ran out.
test('what was not reached, in the student’s own order', () => {
  const answers = answersOf(['e2', ['a']]);
  const attempt = { seed: 's', rules: plain };
  expect(reachedOf(scoreAttempt(edition, answers, { ...attempt, ranOut: true }))).toEqual([
    'e1',
    'e2',
  ]);
  expect(reachedOf(scoreAttempt(edition, answers, { ...attempt, ranOut: false }))).toEqual([
    'e1',
    'e2',
    'e3',
    'e4',
  ]);
  expect(reachedOf(scoreAttempt(edition, new Map(), { ...attempt, ranOut: true }))).toEqual([]);
  // An answer that was taken away again does not count as one.
  expect(
    reachedOf(
      scoreAttempt(edition, answersOf(['e1', ['b']], ['e4', []]), { ...attempt, ranOut: true }),
    ),
  ).toEqual(['e1']);
  // With the items shuffled, what stands before the last answered one in that student's order was reached.
  const orders = new Set<string>();
  for (let n = 0; n < 20; n++) {
    const reached = reachedOf(
      scoreAttempt(edition, answers, {
        seed: `seed ${n}`,
        rules: { ...plain, shuffleItems: true },
        ranOut: true,
      }),
    );
    expect(reached).toContain('e2');
    orders.add(reached.join());
  }
  expect(orders.size).toBeGreaterThan(2);
});

test('how far a question is, part by part; a page of information is only read', () => {
  const parts = [
    { id: 'a', kind: 'numeric' },
    { id: 'b', kind: 'long-text' },
    { id: 'c', kind: 'information' },
  ];
  expect(progressOf(parts, {})).toBe('unanswered');
  expect(progressOf(parts, { a: '', b: [] })).toBe('unanswered');
  expect(progressOf(parts, { a: '7' })).toBe('partly');
  expect(progressOf(parts, { a: '7', b: 'words' })).toBe('answered');
  expect(progressOf(parts.slice(2), {})).toBe('to read');
});

test('what was earned on each standard, in words that do not claim more than a few questions can say', () => {
  const score = (name: string, points: number, limit = 1, needsMarking = false) => ({
    entry: name,
    points,
    maxPoints: limit,
    needsMarking: needsMarking,
  });
  const standards = new Map([
    ['a', ['R.1']],
    ['b', ['R.1', 'R.2']],
    ['c', ['R.1', 'R.1']],
    ['d', ['R.2']],
    ['e', ['R.3']],
  ]);
  const standardShares = byStandard(
    [
      score('a', 1),
      score('b', 0.5),
      score('c', 1),
      score('d', 0, 3, true),
      score('e', 0, 0),
      score('f', 1),
    ],
    standards,
  );
  expect(standardShares).toEqual([
    { code: 'R.1', items: 3, points: 2.5, maxPoints: 3, unmarked: 0 },
    { code: 'R.2', items: 2, points: 0.5, maxPoints: 1, unmarked: 1 },
  ]);
  expect(standardShares.map((share) => shareInWords(share, 'en'))).toEqual([
    '2.5 of 3 points on 3 questions: you are nearly there.',
    '0.5 of 1 point on 1 question. So few questions say little. 1 waits for your teacher.',
  ]);
  const words = (points: number) =>
    shareInWords({ code: '', items: 4, points, maxPoints: 4, unmarked: 0 }, 'en').split(': ')[1];
  expect([4, 2, 1].map(words)).toEqual([
    'this is secure.',
    'you are part of the way; look at it again.',
    'practice this next.',
  ]);
  expect(shareInWords({ code: '', items: 2, points: 0, maxPoints: 0, unmarked: 2 }, 'en')).toBe(
    '2 questions. 2 wait for your teacher.',
  );
});
