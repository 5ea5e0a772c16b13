import {
  analyse,
  caution,
  discriminationBand,
  flagsOf,
  pooledCorrelation,
  quantile,
  shareInterval,
  spreadOf,
  type Figure,
  type PairSums,
  type ScoreTable,
} from '@oaken/core/analysis';
import { randomFrom } from '@oaken/core/random';
import fc from 'fast-check';
// Reference implementations: simple-statistics for mean, standard deviation and correlation, jStat for quantiles.
import { jStat } from 'jstat';
import { mean, sampleCorrelation, sampleStandardDeviation, variance } from 'simple-statistics';

const table = (rows: number[][], maxPoints: number[] = rows[0]!.map(() => 1)): ScoreTable => ({
  students: rows.length,
  items: maxPoints.length,
  points: Float64Array.from(rows.flat()),
  maxPoints: Float64Array.from(maxPoints),
});
const value = (figure: Figure) => figure.value;
const near = (figure: Figure, expected: number) => expect(figure.value).toBeCloseTo(expected, 10);

/** Right and wrong answers that hang together, from a seed. */
function simulated(seed: string, students: number, items: number): number[][] {
  const random = randomFrom(seed);
  const hard = Array.from({ length: items }, () => random.normal());
  return Array.from({ length: students }, () => {
    const ability = random.normal();
    return hard.map((b) => (random.next() < 1 / (1 + Math.exp(1.7 * (b - ability))) ? 1 : 0));
  });
}
const column = (rows: number[][], i: number) => rows.map((row) => row[i]!);
const sum = (row: number[]) => row.reduce((total, x) => total + x, 0);

describe('against reference libraries', () => {
  const rows = simulated('reference', 60, 12);
  const result = analyse(table(rows));
  const totals = rows.map(sum);

  test('spread', () => {
    near(result.spread.mean, mean(totals));
    near(result.spread.sd, sampleStandardDeviation(totals));
    // Hyndman and Fan type 7 is what jStat's percentile gives.
    for (const [figure, share] of [
      [result.spread.lowerQuartile, 0.25],
      [result.spread.median, 0.5],
      [result.spread.upperQuartile, 0.75],
    ] as const)
      near(figure, jStat.percentile(totals, share));
  });

  test('an item’s correlation over several sittings, each around its own means', () => {
    const sittings = [
      simulated('strong', 40, 8),
      simulated('weak', 25, 8).map((row) => [row[0]!, ...row.slice(1).map((x) => x / 4)]),
    ];
    const pairs = sittings.map((sitting) =>
      sitting.map((row) => [row[0]!, sum(row.slice(1))] as const),
    );
    const sums = pairs.map((pair): PairSums => {
      const all = { n: pair.length, x: 0, y: 0, xx: 0, yy: 0, xy: 0 };
      for (const [x, y] of pair)
        for (const [name, add] of Object.entries({ x, y, xx: x * x, yy: y * y, xy: x * y }))
          all[name as 'x'] += add;
      return all;
    });
    near(
      pooledCorrelation(sums.slice(0, 1)),
      sampleCorrelation(
        pairs[0]!.map(([x]) => x),
        pairs[0]!.map(([, y]) => y),
      ),
    );
    const around = pairs.flatMap((pair) => {
      const [mx, my] = [mean(pair.map(([x]) => x)), mean(pair.map(([, y]) => y))];
      return pair.map(([x, y]) => [x - mx, y - my] as const);
    });
    near(
      pooledCorrelation(sums),
      sampleCorrelation(
        around.map(([x]) => x),
        around.map(([, y]) => y),
      ),
    );
    expect(pooledCorrelation([]).value).toBeNull();
    expect(pooledCorrelation([{ n: 1, x: 1, y: 1, xx: 1, yy: 1, xy: 1 }]).value).toBeNull();
    expect(pooledCorrelation([{ n: 3, x: 3, y: 1, xx: 3, yy: 1, xy: 1 }]).reason).toMatch(
      /same on this item/,
    );
  });

  test('facility and correlations of every item', () => {
    result.items.forEach((item, i) => {
      const scores = column(rows, i);
      near(item.facility, mean(scores));
      near(item.sd, sampleStandardDeviation(scores));
      near(item.itemTotal, sampleCorrelation(scores, totals));
      near(
        item.itemRest,
        sampleCorrelation(
          scores,
          totals.map((total, s) => total - scores[s]!),
        ),
      );
    });
  });

  test('alpha, alpha without an item, KR-20, KR-21, split half and standard error by their formulas', () => {
    const k = 12;
    const alphaOf = (list: number[][]) => {
      const width = list[0]!.length;
      const itemVariance = sum(list[0]!.map((_, i) => variance(column(list, i))));
      return (width / (width - 1)) * (1 - itemVariance / variance(list.map(sum)));
    };
    near(result.reliability.alpha, alphaOf(rows));
    // Kuder and Richardson (1937), formula 20, with p and q of right and wrong: equals alpha with one denominator.
    const pq = sum(rows[0]!.map((_, i) => mean(column(rows, i)) * (1 - mean(column(rows, i)))));
    near(result.reliability.kr20, (k / (k - 1)) * (1 - pq / variance(totals)));
    near(result.reliability.kr20, value(result.reliability.alpha)!);
    // Formula 21 takes all items as equally hard.
    const m = mean(totals);
    near(result.reliability.kr21, (k / (k - 1)) * (1 - (m * (k - m)) / (k * variance(totals))));
    // Spearman (1910) and Brown (1910): 2r / (1 + r) for a test of twice the length.
    const half = (odd: number) => rows.map((row) => sum(row.filter((_, i) => i % 2 === odd)));
    const r = sampleCorrelation(half(0), half(1));
    near(result.reliability.splitHalf, (2 * r) / (1 + r));
    near(
      result.reliability.standardError,
      sampleStandardDeviation(totals) * Math.sqrt(1 - alphaOf(rows)),
    );
    result.items.forEach((item, i) =>
      near(
        item.alphaIfItemDeleted,
        alphaOf(rows.map((row) => row.filter((_, index) => index !== i))),
      ),
    );
  });
});

// Kelley (1939): groups of 27%. Ten students give groups of round(2.7) = 3.
describe('upper and lower groups', () => {
  test('a worked example without ties', () => {
    const rows = Array.from({ length: 10 }, (_, s) => [
      s >= 5 ? 1 : 0,
      s >= 9 || s < 1 ? 1 : 0,
      ...Array.from({ length: 9 }, (_, j) => (j < s ? 1 : 0)),
    ]);
    const result = analyse(table(rows));
    expect(result.groupSize).toBe(3);
    near(result.items[0]!.upperLower, 1);
    near(result.items[1]!.upperLower, 0);
  });

  test('students tied at the cut share the free places, whatever the order of rows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), fc.integer(), fc.integer(), (n, seed, order) => {
        const rows = simulated(`ties ${seed}`, n, 4);
        const before = analyse(table(rows));
        const after = analyse(table(randomFrom(String(order)).shuffle(rows)));
        before.items.forEach((item, i) => {
          const other = after.items[i]!.upperLower;
          if (item.upperLower.value === null) expect(other).toEqual(item.upperLower);
          else expect(other.value).toBeCloseTo(item.upperLower.value, 10);
        });
      }),
    );
  });

  test('a tie by hand: four students, groups of one, two share the top', () => {
    // Totals 2, 2, 1, 0: each of the first two is half of the upper group.
    near(
      analyse(
        table(
          [
            [1, 1],
            [0, 2],
            [0, 1],
            [0, 0],
          ],
          [1, 2],
        ),
      ).items[0]!.upperLower,
      0.5,
    );
  });
});

test('KR-20 and KR-21 do not depend on the unit of points, and are not given for unequal ones', () => {
  const rows = simulated('unit', 30, 6);
  const [analysis, two] = [1, 2].map((limit) =>
    analyse(
      table(
        rows.map((row) => row.map((x) => x * limit)),
        Array.from({ length: 6 }, () => limit),
      ),
    ),
  );
  near(two!.reliability.kr20, analysis!.reliability.kr20.value!);
  near(two!.reliability.kr21, analysis!.reliability.kr21.value!);
  const mixed = analyse(
    table(
      rows.map((row) => row.map((x, i) => (i === 0 ? 2 * x : x))),
      [2, 1, 1, 1, 1, 1],
    ),
  );
  expect(mixed.reliability.kr20).toEqual({
    value: null,
    reason: 'only when every item gives the same points',
  });
});

describe('not reached', () => {
  const rows = [
    [1, 1, NaN],
    [1, 0, NaN],
    [0, 1, 1],
    [1, 1, 0],
    [0, 0, NaN],
  ];
  const result = analyse(table(rows));
  test('its own figures leave out who did not reach it', () => {
    expect(result.items.map(({ n }) => n)).toEqual([5, 5, 2]);
    near(result.items[2]!.facility, 0.5);
    near(result.items[2]!.itemRest, -1);
    expect([...result.totals]).toEqual([2, 1, 2, 2, 0]);
  });
  test('reliability counts it as nothing earned', () => {
    near(
      result.reliability.alpha,
      value(analyse(table(rows.map((row) => row.map((x) => x || 0)))).reliability.alpha)!,
    );
  });
});

test('choices: counts, shares of the groups and correlations', () => {
  // Item 0: choices 0 (key), 1, 2; the strong take 0, the weak 1. Item 1 separates them.
  const chosen = [0b001, 0b001, 0b010, 0b010, 0b000, 0b101];
  const points = [1, 1, 0, 0, 0, 0];
  const other = [3, 2, 1, 0, 0, 1];
  const result = analyse({
    ...table(
      points.map((x, s) => [x, other[s]!]),
      [1, 3],
    ),
    chosen: Uint32Array.from(chosen.flatMap((bits) => [bits, 0])),
    choices: Uint8Array.from([3, 0]),
  });
  const { options } = result.items[0]!;
  expect(options.map(({ n }) => n)).toEqual([3, 2, 1]);
  options.forEach((option, o) => {
    const takes = chosen.map((bits) => (bits >> o) & 1);
    near(option.correlation, sampleCorrelation(takes, other));
  });
  expect([options[0]!.upper, options[1]!.lower]).toEqual([1, 0.5]);
  expect(result.items[1]!.options).toEqual([]);
});

describe('figures that are not defined say why', () => {
  const why = (figure: Figure) => (figure.value === null ? figure.reason : figure.value);
  test.each<[string, ScoreTable, (returnType: ReturnType<typeof analyse>) => Figure, string]>([
    ['nobody', table([], [1, 1]), (analysis) => analysis.spread.mean, 'nobody has handed in'],
    [
      'nobody: reliability',
      table([], [1, 1]),
      (analysis) => analysis.reliability.alpha,
      'nobody has handed in',
    ],
    [
      'one student',
      table([[1, 0]]),
      (analysis) => analysis.spread.sd,
      'needs at least two students',
    ],
    [
      'one student: item',
      table([[1, 0]]),
      (analysis) => analysis.items[0]!.itemRest,
      'needs at least two students',
    ],
    [
      'one student: D',
      table([[1, 0]]),
      (analysis) => analysis.items[0]!.upperLower,
      'needs at least two students',
    ],
    [
      'all the same',
      table([
        [1, 0],
        [1, 0],
        [1, 0],
      ]),
      (analysis) => analysis.reliability.alpha,
      'all students have the same total',
    ],
    [
      'item without variance',
      table([
        [1, 0],
        [1, 1],
        [1, 0],
      ]),
      (analysis) => analysis.items[0]!.itemRest,
      'all students earned the same on this item',
    ],
    [
      'rest without variance',
      table([
        [1, 0],
        [0, 0],
        [1, 0],
      ]),
      (analysis) => analysis.items[0]!.itemRest,
      'all students have the same total on the other items',
    ],
    [
      'equal totals: D',
      table([
        [1, 0],
        [0, 1],
        [1, 0],
      ]),
      (analysis) => analysis.items[0]!.upperLower,
      'all students have the same total',
    ],
    [
      'nobody reached it',
      table([
        [1, NaN],
        [0, NaN],
      ]),
      (analysis) => analysis.items[1]!.facility,
      'nobody reached it',
    ],
    [
      'no points',
      table(
        [
          [1, 0],
          [0, 0],
        ],
        [1, 0],
      ),
      (analysis) => analysis.items[1]!.facility,
      'the item gives no points',
    ],
    [
      'one item',
      table([[1], [0]], [1]),
      (analysis) => analysis.reliability.alpha,
      'needs at least two items',
    ],
    [
      'part points: KR-20',
      table([
        [1, 0.5],
        [0, 1],
        [1, 1],
      ]),
      (analysis) => analysis.reliability.kr20,
      'only for items that are right or wrong',
    ],
    [
      'two items: alpha without',
      table([
        [1, 0],
        [0, 1],
        [1, 1],
      ]),
      (analysis) => analysis.items[0]!.alphaIfItemDeleted,
      'needs at least three items',
    ],
  ])('%s', (_, scoreTable, pick, reason) => expect(why(pick(analyse(scoreTable)))).toBe(reason));

  test('never NaN or infinite, whatever the table', () => {
    const cell = fc.constantFrom(0, 1, 0.5, 0.1, 0.2, NaN);
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 6 })
          .chain((k) =>
            fc.tuple(
              fc.constant(k),
              fc.array(fc.array(cell, { minLength: k, maxLength: k }), { maxLength: 12 }),
            ),
          ),
        ([k, rows]) => {
          const all: unknown[] = [];
          const visit = (node: unknown): void => {
            if (typeof node === 'number') all.push(node);
            else if (node && typeof node === 'object' && !ArrayBuffer.isView(node))
              Object.values(node).forEach(visit);
          };
          visit(
            analyse(
              table(
                rows,
                Array.from({ length: k }, () => 1),
              ),
            ),
          );
          expect(all.every(Number.isFinite)).toBe(true);
        },
      ),
    );
  });
});

test('a table of the wrong size is refused', () => {
  expect(() =>
    analyse({ students: 2, items: 2, points: new Float64Array(3), maxPoints: new Float64Array(2) }),
  ).toThrow('A table of 2 x 2 needs 4 points and 2 maxima.');
});

test('quantiles at the ends, of one value and of none', () => {
  expect([quantile([3], 0.25), quantile([1, 2], 0), quantile([1, 2], 1)]).toEqual([3, 1, 2]);
  expect(spreadOf([]).median).toEqual({ value: null, reason: 'nobody has handed in' });
});

// Wilson (1927); the interval of 8 in 10 is from Newcombe (1998), "Two-sided confidence intervals
// for the single proportion", method 3, from memory.
test('the interval of a share', () => {
  const [low, high] = shareInterval(0.8, 10);
  expect([low.toFixed(3), high.toFixed(3)]).toEqual(['0.490', '0.943']);
  expect(shareInterval(0, 5)[0]).toBe(0);
});

// Ebel and Frisbie (1991): .40 and up very good, .30 to .39 good, .20 to .29 marginal, below .20 poor.
test('discrimination in words', () => {
  expect([0.4, 0.399, 0.3, 0.29, 0.2, 0.194, -0.3].map(discriminationBand)).toEqual([
    'very good',
    'very good',
    'good',
    'marginal',
    'marginal',
    'poor',
    'poor',
  ]);
});

test('small classes get a caution in words', () => {
  expect([caution(0), caution(30)]).toEqual([null, null]);
  expect(caution(1)).toContain('Only 1 student:');
  expect(caution(12)).toContain('12 students:');
});

describe('flags', () => {
  /** Sixteen strong and weak students; `strong` and `weak` tell which choice each takes on the item. */
  const flagged = (strong: number[], weak: number[], key = 0) => {
    const takes = [...strong, ...weak];
    const rows = takes.map((choice, s) => [choice === key ? 1 : 0, s < strong.length ? 20 : 0]);
    const listed = {
      ...table(rows, [1, 20]),
      chosen: Uint32Array.from(takes.flatMap((choice) => [1 << choice, 0])),
      choices: Uint8Array.from([3, 0]),
    };
    const result = analyse(listed);
    const choices = ['a', 'b', 'c'].map((id, index) => ({
      id,
      label: id,
      right: index === key,
      misconception: index === 1 ? 'Adds them.' : undefined,
    }));
    return flagsOf(result.items[0]!, choices, result.groupSize);
  };
  const times = (n: number, choice: number) => Array.from({ length: n }, () => choice);

  test('a wrong choice that draws the strong puts the key in doubt, and says so with numbers', () => {
    const [flag] = flagged(times(12, 1), [...times(6, 0), ...times(6, 2)]);
    expect(flag).toMatchObject({ kind: 'possible-miskey', option: 'b' });
    expect(flag!.reason).toMatch(
      /“b” was chosen by 100% of the 6 strongest students, the key “a” by only 0%/,
    );
  });
  test('a wrong choice that draws the weak is a temptation, with the misconception behind it', () => {
    const flags = flagged(times(12, 0), [...times(10, 1), ...times(2, 2)]);
    expect(flags).toEqual([
      expect.objectContaining({
        kind: 'tempting-choice',
        option: 'b',
        reason: '10 of 24 chose “b”. It stands for: Adds them.',
      }),
    ]);
  });
  test('a good item gets none, and so does any item of a handful of students', () => {
    expect(flagged(times(12, 0), [...times(4, 0), ...times(4, 1), ...times(4, 2)])).toEqual([]);
    expect(flagged(times(3, 1), times(3, 0))).toEqual([]);
  });
});
