import {
  exact,
  fold,
  foldEverything,
  pointsForSet,
  readNumber,
  roundPoints,
  sumPoints,
  type SetRule,
} from '@oaken/core/scoring';
import fc from 'fast-check';

const values = (text: string, decimal: 'point' | 'comma' | 'either' = 'point') =>
  readNumber(text, decimal).map(({ value, unit }) => [exact.toNumber(value), unit]);

describe('reading numbers as students write them', () => {
  test.each([
    ['42', 42, ''],
    [' −7 ', -7, ''],
    ['+3.5', 3.5, ''],
    ['.5', 0.5, ''],
    ['1/2', 0.5, ''],
    ['1 1/2', 1.5, ''],
    ['-1 1/2', -1.5, ''],
    ['2½', 2.5, ''],
    ['½', 0.5, ''],
    ['3⁄4', 0.75, ''],
    ['1,234.5', 1234.5, ''],
    ['12 345', 12345, ''],
    ['3.2e4', 32000, ''],
    ['3.2 × 10^4', 32000, ''],
    ['2 x 10^-5', 0.00002, ''],
    ['2·10⁻⁵', 0.00002, ''],
    ['50 %', 50, '%'],
    ['12 cm', 12, 'cm'],
    ['$4.50', 4.5, '$'],
    ['-$4.50', -4.5, '$'],
    ['60 km / h', 60, 'km/h'],
  ])('%s', (text, value, unit) => expect(values(text)).toEqual([[value, unit]]));

  test.each([
    '',
    'abc',
    '1/0',
    '1 1/0',
    '3 4 5',
    '1/2/3',
    '1,23',
    '1.2.3',
    '--4',
    '12,34,567',
    '9'.repeat(61),
  ])('refuses %s', (text) => expect(values(text)).toEqual([]));

  test('the decimal sign decides, and what can be read in two ways is read in both', () => {
    expect(values('1,5', 'comma')).toEqual([[1.5, '']]);
    expect(values('1.234,5', 'comma')).toEqual([[1234.5, '']]);
    expect(values('1,234', 'either')).toEqual([
      [1234, ''],
      [1.234, ''],
    ]);
    expect(values('1,25', 'either')).toEqual([[1.25, '']]);
  });

  test('a printed decimal reads back exactly', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.integer({ min: 0, max: 6 }),
        (digits, places) => {
          const printed = (digits / 10 ** places).toFixed(places);
          const [reading] = readNumber(printed, 'point');
          return exact.isEqual(
            reading!.value,
            exact.rational(BigInt(digits), 10n ** BigInt(places)),
          );
        },
      ),
    );
  });

  test('significant figures round halves away from zero', () => {
    const round = (text: string, figures: number) =>
      exact.toNumber(exact.toSignificant(exact.fromDecimal(text), figures));
    expect([round('0.0012345', 3), round('99.95', 3), round('1250', 2), round('9.5', 1)]).toEqual([
      0.00123, 100, 1300, 10,
    ]);
  });
});

describe('folding short answers', () => {
  test('case, spacing, accents and punctuation', () => {
    expect(fold('  The  Café-Bar! ', foldEverything)).toBe('the cafe bar');
    expect(fold('Straße', foldEverything)).toBe('strasse');
    expect(fold('O’Hara', { ...foldEverything, punctuation: false })).toBe("o'hara");
  });

  test('only what is asked for', () => {
    const none = { case: false, space: false, accents: false, punctuation: false };
    expect(fold(' É. ', none)).toBe(' É. ');
    expect(fold('E\u0301', none)).toBe('É');
  });

  test('folding twice changes nothing', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme' }),
        (text) => fold(fold(text, foldEverything), foldEverything) === fold(text, foldEverything),
      ),
    );
  });
});

describe('rules', () => {
  const ids = ['a', 'b', 'c', 'd', 'e'];
  const subset = fc.subarray(ids);

  test('a worked example of each', () => {
    const right = ['a', 'b', 'c'];
    const points = (rule: SetRule, ...chosen: string[]) => pointsForSet(rule, right, chosen);
    expect(points({ rule: 'all-or-nothing', points: 2 }, 'a', 'b', 'c')).toBe(2);
    expect(points({ rule: 'all-or-nothing', points: 2 }, 'a', 'b', 'c', 'd')).toBe(0);
    expect(points({ rule: 'each-right', points: 3 }, 'a', 'b', 'd')).toBe(2);
    expect(points({ rule: 'wrong-takes-away', points: 3 }, 'a', 'b', 'd')).toBe(1);
    expect(points({ rule: 'wrong-takes-away', points: 3 }, 'a', 'd', 'e')).toBe(0);
  });

  // QTI 3.0 information model, "mapResponse": the values mapped are summed, what is not mapped gets defaultValue, and
  // lowerBound and upperBound hold the sum. The figures are of the specification's water example (H 1, O 1, Cl -1,
  // lower bound 0, upper bound 2), from memory.
  test('mapping with bounds', () => {
    const water: SetRule = {
      rule: 'table',
      values: [
        { value: 'H', points: 1 },
        { value: 'O', points: 1 },
        { value: 'Cl', points: -1 },
      ],
      otherwise: -2,
      lower: 0,
      upper: 2,
    };
    const points = (...chosen: string[]) => pointsForSet(water, [], chosen);
    expect([
      points('H', 'O'),
      points('H', 'Cl'),
      points('Cl'),
      points('H', 'O', 'He'),
      points('H', 'H'),
    ]).toEqual([2, 0, 0, 0, 1]);
  });

  test('every rule stays between nothing and all, and only the key earns all', () => {
    const rule = fc.constantFrom<SetRule['rule']>(
      'all-or-nothing',
      'each-right',
      'wrong-takes-away',
    );
    fc.assert(
      fc.property(
        rule,
        fc.subarray(ids, { minLength: 1 }),
        subset,
        fc.integer({ min: 1, max: 20 }),
        (name, right, chosen, limit) => {
          const points = pointsForSet({ rule: name, points: limit } as SetRule, right, chosen);
          expect(points).toBeGreaterThanOrEqual(0);
          expect(points).toBeLessThanOrEqual(limit);
          const same =
            right.every((id) => chosen.includes(id)) &&
            (name === 'each-right' || chosen.length === right.length);
          expect(points === limit).toBe(same);
        },
      ),
    );
  });

  test('equal shares of a whole make the whole, over parts and over items', () => {
    for (let shares = 1; shares <= 60; shares++) {
      const share = pointsForSet(
        { rule: 'each-right', points: 1 },
        Array.from({ length: shares }, (_, n) => `${n}`),
        ['0'],
      );
      const parts = Array<number>(shares).fill(share);
      expect(roundPoints(parts.reduce((sum, part) => sum + part, 0))).toBe(1);
      expect(sumPoints(parts.map(roundPoints))).toBe(1);
    }
  });

  test('a table takes away below zero only where the teacher lets it', () => {
    const table = { rule: 'table' as const, values: [{ value: 'a', points: -2 }], otherwise: 0 };
    expect([
      pointsForSet(table, [], ['a']),
      pointsForSet({ ...table, lower: -1 }, [], ['a']),
    ]).toEqual([0, -1]);
  });
});
