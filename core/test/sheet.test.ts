import { analyseSheet, sheetTable, type SheetReading } from '@oaken/core/analysis';
import fc from 'fast-check';
import {
  mean,
  sampleCorrelation,
  sampleStandardDeviation,
  sampleVariance,
  variance,
} from 'simple-statistics';

const letters = ['a', 'b', 'c', 'd'];
/** Students by items: letters, some of them omitted. */
const answers = fc
  .tuple(fc.integer({ min: 2, max: 25 }), fc.integer({ min: 3, max: 8 }))
  .chain(([n, k]) =>
    fc.array(fc.array(fc.constantFrom(...letters, ''), { minLength: k, maxLength: k }), {
      minLength: n,
      maxLength: n,
    }),
  );
const table = (cells: string[][]) => [
  ['student', ...cells[0]!.map((_, i) => `q${i + 1}`)],
  ...cells.map((row, s) => [`s${s}`, ...row]),
];
const keyOf = (k: number) => [
  ['item', 'key'],
  ...Array.from({ length: k }, (_, i) => [`q${i + 1}`, letters[i % 4]!]),
];
const flat = (list: number[]) => list.every((value) => value === list[0]);
const near = (ours: number | null, theirs: number) => expect(ours).toBeCloseTo(theirs, 9);

test('figures agree with a general statistics library and with the formulas written out', () => {
  fc.assert(
    fc.property(answers, (cells) => {
      const k = cells[0]!.length;
      const sheetAnalysis = analyseSheet(table(cells), keyOf(k));
      const x = cells.map((row) => row.map((cell, i) => Number(cell === letters[i % 4])));
      const totals = x.map((row) => row.reduce((sum, value) => sum + value, 0));
      near(sheetAnalysis.mean, mean(totals));
      near(sheetAnalysis.sd, sampleStandardDeviation(totals));
      if (flat(totals)) {
        expect([
          sheetAnalysis.alpha,
          sheetAnalysis.kr20,
          sheetAnalysis.kr21,
          sheetAnalysis.sem,
        ]).toEqual([null, null, null, null]);
        expect(sheetAnalysis.notes).toContain('alpha: all students have the same total.');
      } else {
        const column = (i: number) => x.map((row) => row[i]!);
        const within = Array.from({ length: k }, (_, i) => sampleVariance(column(i))).reduce(
          (sum, value) => sum + value,
          0,
        );
        const alpha = (k / (k - 1)) * (1 - within / sampleVariance(totals));
        near(sheetAnalysis.alpha, alpha);
        near(sheetAnalysis.kr20, alpha);
        const m = mean(totals);
        near(sheetAnalysis.kr21, (k / (k - 1)) * (1 - (m * (k - m)) / (k * variance(totals))));
        // Below zero it is an error of nothing; at zero rounding decides.
        if (alpha < -1e-9) expect(sheetAnalysis.sem).toBeNull();
        if (alpha > 1e-9)
          near(sheetAnalysis.sem, sampleStandardDeviation(totals) * Math.sqrt(1 - alpha));
      }
      sheetAnalysis.items.forEach((item, i) => {
        const column = x.map((row) => row[i]!);
        const rest = totals.map((total, s) => total - column[s]!);
        near(item.facility, mean(column));
        if (!flat(column) && !flat(rest)) near(item.itemRest, sampleCorrelation(column, rest));
        else expect(item.itemRest).toBeNull();
        expect(item.options.reduce((sum, { count }) => sum + count, 0)).toBe(
          cells.filter((row) => row[i] !== '').length,
        );
        for (const { option, correlation } of item.options) {
          const chosen = cells.map((row) => Number(row[i] === option));
          if (!flat(chosen) && !flat(rest)) near(correlation, sampleCorrelation(chosen, rest));
          else expect(correlation).toBeNull();
        }
      });
      expect(JSON.stringify(sheetAnalysis)).not.toMatch(/NaN|Infinity/);
    }),
  );
});

test('the order of students changes nothing; a copy of an item raises alpha', () => {
  fc.assert(
    fc.property(answers, fc.integer(), (cells, seed) => {
      const key = keyOf(cells[0]!.length);
      const round = (node: unknown) =>
        JSON.stringify(node, (_, value: unknown) =>
          typeof value === 'number' ? Number(value.toFixed(9)) : value,
        );
      const turned = cells.map((_, s) => cells[(s + Math.abs(seed)) % cells.length]!).reverse();
      expect(round(analyseSheet(table(turned), key))).toBe(round(analyseSheet(table(cells), key)));
    }),
  );
  // Two items that agree more than most do.
  const scores = [
    [1, 1, 0, 1],
    [1, 1, 1, 0],
    [0, 0, 0, 1],
    [0, 0, 1, 0],
    [1, 1, 1, 1],
  ].map((row) => row.map(String));
  const before = analyseSheet(table(scores), null).alpha!;
  expect(analyseSheet(table(scores.map((row) => [...row, row[0]!])), null).alpha!).toBeGreaterThan(
    before,
  );
});

test('scores without a key; groups of 27 % share those who are tied; quartiles of type 7', () => {
  // Totals 0, 1, 1, 2: 27 % of four is one student; the two in the middle belong to neither group.
  const sheetAnalysis = analyseSheet(
    [
      ['student', 'q1', 'q2'],
      ['A', '0', '0'],
      ['B', '1', ''],
      ['C', '', '2'],
      ['D', '1', '4'],
    ],
    null,
  );
  expect(
    sheetAnalysis.items.map(({ id, facility, d27, options }) => [id, facility, d27, options]),
  ).toEqual([
    ['q1', 0.5, 1, []],
    ['q2', 0.375, 1, []],
  ]);
  // Totals 0, 1, 2, 5 by type 7: at 0.75 of 3 steps.
  expect([sheetAnalysis.quartiles, sheetAnalysis.kr20]).toEqual([[0.75, 1.5, 2.75], null]);
  expect(sheetAnalysis.notes).toContain('kr20 and kr21: only for items that are right or wrong.');
  const tied = analyseSheet(
    [
      ['q1', 'q2', 'q3'],
      ['1', '1', '0'],
      ['1', '0', '1'],
      ['0', '0', '0'],
      ['0', '0', '0'],
    ],
    null,
  );
  // Two at the top share the one place, and one of them has q2 right.
  expect(tied.items.map(({ d27 }) => d27)).toEqual([1, 0.5, 0.5]);
});

test.each<[string, string[][], string[][] | null, string]>([
  [
    'a ragged row',
    [
      ['student', 'q1'],
      ['A', '1', '1'],
    ],
    null,
    'Row 2 has 3 cells; the first row names 2.',
  ],
  ['words for scores', [['q1'], ['1'], ['x']], null, 'Row 3, “q1”: “x” is not a score.'],
  ['less than nothing', [['q1'], ['-1']], null, 'Row 2, “q1”: a score cannot be below zero.'],
  ['two columns of one name', [['q1', 'q1']], null, 'Two columns are named “q1”.'],
  ['no items', [['student'], ['A']], null, 'There are no columns for items.'],
  ['nothing', [], null, 'The table is empty; its first row names the columns.'],
  [
    'a key with a gap',
    [
      ['q1', 'q2'],
      ['a', 'b'],
    ],
    [
      ['item', 'key'],
      ['q1', 'a'],
    ],
    'The key has no line for “q2”.',
  ],
  [
    'a key twice',
    [['q1'], ['a']],
    [
      ['item', 'key'],
      ['q1', 'a'],
      ['q1', 'b'],
    ],
    'The key names “q1” twice.',
  ],
  [
    'another table for a key',
    [['q1'], ['a']],
    [['q1'], ['a']],
    'The key needs the columns “item” and “key”.',
  ],
])('%s is refused in words', (_, rows, key, message) =>
  expect(() => analyseSheet(rows, key)).toThrow(message),
);

test('nobody, one student, and all the same give reasons and not numbers', () => {
  expect(analyseSheet([['q1', 'q2']], null)).toMatchObject({ n: 0, mean: null, alpha: null });
  const sheetAnalysis = analyseSheet(
    [
      ['q1', 'q2'],
      ['1', '0'],
    ],
    null,
  );
  expect([sheetAnalysis.mean, sheetAnalysis.sd, sheetAnalysis.alpha]).toEqual([1, null, null]);
  expect(sheetAnalysis.notes).toContain('alpha: needs at least two students.');
});

describe('tables of points and keys', () => {
  const table = (text: string) => text.split('\n').map((line) => line.split(','));
  const read = (text: string, key: string | null = null, reading: Partial<SheetReading> = {}) =>
    sheetTable(table(text), key === null ? null : table(key), {
      emptyRows: 'zero',
      insist: true,
      ...reading,
    });
  const maxPoints = (...asked: Parameters<typeof read>) =>
    read(...asked).items.map((item) => item.maxPoints);

  test('an item gives what the table says, also where nobody solved it', () => {
    expect(maxPoints('student,q1,q2\npoints,2,4\nAda,1,0\nBo,2,0')).toEqual([2, 4]);
    expect(maxPoints('student,q1,q2\nAda,1,0\nBo,2,0', 'item,points\nq1,2\nq2,4')).toEqual([2, 4]);
    expect(maxPoints('student,q1,q2\nAda,1,0\nBo,,0')).toEqual([1, 1]);
    expect(read('student,q1,q2\nMaximum,2,4\nAda,1,0').students).toEqual(['Ada']);
  });

  test.each([
    [
      'what nothing says is asked',
      'student,q1\nAda,1\nBo,2',
      'How many points does each item give? Add a row named “points” below the names, or paste a second table with the columns item and points. The highest that was seen: q1 2.',
    ],
    [
      'more than there is is named',
      'student,q1\npoints,2\nAda,3',
      'Row 3, “q1”: 3 is more than the 2 that it gives.',
    ],
    [
      'no points are none',
      'student,q1\npoints,0\nAda,0',
      'Row 2: “0” is not a number of points above zero.',
    ],
  ])('%s', (_, text, message) => expect(() => read(text)).toThrow(message));

  test('points that leave an item out are not filled in by guessing', () => {
    expect(() => read('student,q1,q2\nAda,1,2', 'item,points\nq1,2')).toThrow(
      'The points have no line for “q2”.',
    );
  });

  test('capitals make no other answer', () => {
    const { items, table: scoreTable } = read(
      'student,q1\nAda,B\nBo,b\nCy,A\nDi,a',
      'item,key\nq1,b',
    );
    expect([items[0]!.answers, [...scoreTable.points]]).toEqual([
      ['b', 'A'],
      [1, 1, 0, 0],
    ]);
  });

  test('rows without any answer are asked about, left out, or nothing', () => {
    const text = 'student,q1,q2\nAda,1,0\nBo,,\nCy,0,1';
    expect(() => read(text, null, { emptyRows: null })).toThrow(
      'Without any answer: Bo (row 3). Were they not there, or did they answer nothing?',
    );
    expect(read(text, null, { emptyRows: 'left-out' }).students).toEqual(['Ada', 'Cy']);
    expect(read(text).students).toEqual(['Ada', 'Bo', 'Cy']);
  });
});
