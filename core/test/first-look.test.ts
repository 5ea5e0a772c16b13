/** What results open with: whom to help, what was hard, what to teach again, how far the test can be trusted. */
import { firstLook } from '@oaken/core/analysis';

const item = (number: number, share: number | null, standards: string[], maxPoints = 1) => ({
  number,
  share,
  standards,
  maxPoints,
});
const look = (
  facts: Partial<Parameters<typeof firstLook<{ name: string }, { number: number }>>[0]>,
) =>
  firstLook<{ name: string }, { number: number }>({
    students: [],
    items: [],
    alpha: null,
    ...facts,
  });

test('students below 60% need help, the lowest first', () => {
  const students = [
    { name: 'Ada', share: 0.59 },
    { name: 'Ben', share: 0.6 },
    { name: 'Cleo', share: 0.2 },
  ];
  expect(look({ students }).needHelp.map(({ name }) => name)).toEqual(['Cleo', 'Ada']);
});

test('at most three items are called hard, and one that nobody reached is not', () => {
  const items = [0.4, 0.1, null, 0.3, 0.2, 0.5].map((share, index) => item(index + 1, share, []));
  expect(look({ items }).hardest.map(({ number }) => number)).toEqual([2, 5, 4]);
});

test('a standard is judged by all its points, not by the mean of its items', () => {
  const items = [item(1, 1, ['A'], 1), item(2, 0.5, ['A'], 4), item(3, 0.2, ['B'], 1)];
  expect(look({ items }).teachAgain).toEqual([{ standard: 'B', share: 0.2, items: 1 }]);
  const harder = [item(1, 1, ['A'], 1), item(2, 0.4, ['A'], 4)];
  expect(look({ items: harder }).teachAgain).toEqual([
    { standard: 'A', share: expect.closeTo(0.52, 9), items: 2 },
  ]);
});

test('reliability says how far the test can be trusted', () => {
  const trusts = [0.8, 0.79, 0.7, 0.69, null].map((alpha) => look({ alpha }).trust);
  expect(trusts).toEqual(['good', 'fair', 'fair', 'rough', 'unknown']);
});
