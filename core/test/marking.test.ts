import { itemContent, levelPoints } from '@oaken/core/items';
import { agreementOf, agreementWord, sameAnswers, sameSpelling } from '@oaken/core/marking';
import fc from 'fast-check';

const gathered = (...texts: unknown[]) =>
  sameAnswers(texts.map((response, index) => ({ response, at: index }))).map(({ all }) =>
    all.map(({ at }) => at),
  );

test('answers that differ only in case, space, accents, punctuation or the form of numbers are the same; others are not', () => {
  expect(gathered('The Moon pulls.', 'the  moon pulls', 'Thé moon pulls', 'Sun')).toEqual([
    [0, 1, 2],
    [3],
  ]);
  expect(gathered('0.5', '1/2', '½', '.50', '0,5', '5')).toEqual([[0, 1, 2, 3, 4], [5]]);
  expect(gathered('It is 2.50 m long.', 'it is 2.5 m long', 'It is 25 m long')).toEqual([
    [0, 1],
    [2],
  ]);
  expect(gathered('-3', '−3', '3')).toEqual([[0, 1], [2]]);
  // Can be read as one thousand and some, or as one and some: nobody says they are the same.
  expect(gathered('1,234', '1234')).toEqual([[0], [1]]);
  expect(gathered([1], [1])).toEqual([[0], [1]]);
});

test('a spelling keeps numbers apart that are not equal', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -999, max: 999 }),
      fc.integer({ min: -999, max: 999 }),
      (a, b) => {
        expect(sameSpelling(String(a / 8)) === sameSpelling(String(b / 8))).toBe(a === b);
      },
    ),
  );
});

/** Pairs out of a table of counts, rows the first marker. */
const pairsOf = (table: number[][]) =>
  table.flatMap((row, a) =>
    row.flatMap((n, b) => Array.from({ length: n }, () => [a, b] as const)),
  );

test('kappa agrees with a published table', () => {
  // Fleiss (1981), "Statistical Methods for Rates and Proportions", 2nd ed., table 13.1: 100
  // patients, kappa 0.68. From memory.
  const agreement = agreementOf(
    pairsOf([
      [75, 1, 4],
      [5, 4, 1],
      [0, 0, 10],
    ]),
  );
  expect([agreement.n, agreement.same]).toEqual([100, 89]);
  expect(agreement.kappa.value!.toFixed(2)).toBe('0.68');
  expect(agreementWord(agreement.kappa.value!)).toBe('substantial');
  // Fleiss, Cohen and Everitt (1969), "Large sample standard errors of kappa and weighted kappa":
  // 200 patients, kappa 0.429. From memory.
  const earlier = agreementOf(
    pairsOf([
      [106, 10, 4],
      [22, 28, 10],
      [2, 12, 6],
    ]),
  );
  expect(earlier.kappa.value!.toFixed(3)).toBe('0.429');
});

test('weighted kappa is what its definition says, does not ask who was first, and for two levels is plain kappa', () => {
  const mark = fc.integer({ min: 0, max: 4 });
  fc.assert(
    fc.property(fc.array(fc.tuple(mark, mark), { minLength: 2, maxLength: 40 }), (pairs) => {
      const agreement = agreementOf(pairs);
      const turned = agreementOf(pairs.map(([a, b]) => [b, a] as const));
      const n = pairs.length;
      const seen = pairs.reduce((sum, [a, b]) => sum + (a - b) ** 2, 0) / n;
      const chance =
        pairs.reduce(
          (sum, [a]) => sum + pairs.reduce((inner, [, b]) => inner + (a - b) ** 2, 0),
          0,
        ) /
        n ** 2;
      if (chance === 0)
        expect(agreement.weighted).toEqual({
          value: null,
          reason: 'both gave everybody the same points',
        });
      else expect(agreement.weighted.value).toBeCloseTo(1 - seen / chance, 9);
      expect(turned.kappa.value ?? 'none').toEqual(
        agreement.kappa.value === null ? 'none' : expect.closeTo(agreement.kappa.value, 9),
      );
      const two = agreementOf(pairs.map(([a, b]) => [Math.min(1, a), Math.min(1, b)] as const));
      expect(two.weighted.value ?? 2).toBeCloseTo(two.kappa.value ?? 2, 9);
    }),
  );
  expect(agreementOf([]).kappa).toEqual({
    value: null,
    reason: 'nobody has been marked by both yet',
  });
});

test('a guide with criteria adds up, and levels give points once each criterion has one', () => {
  const criteria = [
    {
      id: 'a',
      name: 'Claim',
      levels: [
        { points: 2, words: 'clear' },
        { points: 0, words: 'none' },
      ],
    },
    {
      id: 'b',
      name: 'Evidence',
      levels: [
        { points: 1.5, words: '' },
        { points: 1, words: '' },
        { points: 0, words: '' },
      ],
    },
  ];
  const part = (points: number, scale: object[] = criteria) => ({
    stem: '<p>Why?</p>',
    parts: [
      { id: 'p', kind: 'long-text', guide: '', criteria: scale, rule: { rule: 'by-hand', points } },
    ],
  });
  expect(itemContent.safeParse(part(3.5)).success).toBe(true);
  const messages = (value: unknown) =>
    itemContent.safeParse(value).error!.issues.map(({ message }) => message);
  expect(messages(part(4))).toEqual(['The criteria give 3.5 points together, but the part 4.']);
  expect(messages(part(2, [{ ...criteria[0]!, levels: criteria[0]!.levels.slice(0, 1) }]))).toEqual(
    ['A criterion needs at least two levels.'],
  );
  expect([
    levelPoints(criteria, { a: 0 }),
    levelPoints(criteria, { a: 0, b: 7 }),
    levelPoints(criteria, { a: 0, b: 1 }),
  ]).toEqual([null, null, 3]);
});
