/**
 * Answers scored by hand, as a teacher who knows the subject would score them, against what the keys make of them.
 * Common practice, no source: which differences of spelling carry meaning was decided answer by answer.
 */
import { exampleAnswers, kindOf, readItem, type Part } from '@oaken/core/items';
import { pointsForSet, roundPoints, sumPoints, type SetRule } from '@oaken/core/scoring';

const partOf = (part: object) => {
  const read = readItem({
    stem: '<p>?</p>',
    parts: [{ id: 'p', rule: { rule: 'all-or-nothing', points: 1 }, ...part }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.content.parts[0]!;
};
const earns = (part: Part, answer: string) =>
  (kindOf(part).score as (part: Part, response: string) => number)(part, answer) > 0;

/** By key: what is right, and what is not. */
type Table = [key: string, right: string[], wrong: string[]][];

const fold = { case: true, space: true, accents: true, punctuation: true };
const texts: Table = [
  [
    'photosynthesis',
    [
      'Photosynthesis',
      'PHOTOSYNTHESIS.',
      ' photosynthesis ',
      '“photosynthesis”',
      'photosynthesis!',
      'photo\u00ADsynthesis',
      'photosynthesis…',
      '‘photosynthesis’',
    ],
    ['photosynthetic', 'photo synthesis', 'respiration', 'photosynthesi', ''],
  ],
  ['−5', ['-5', '−5', '–5', '‑5', ' -5 ', '-5.', '—5'], ['5', '+5', '- - 5', '--5', '5-']],
  ['3.5', ['3.5', ' 3.5', '3.5.', '"3.5"'], ['35', '3,5', '3 5', '.35', '3.50']],
  ['C#', ['C#', 'c#', 'C#.', 'C♯'.replace('♯', '#')], ['C', 'C+', '#C', 'C-', 'Cb']],
  ['C++', ['C++', 'c++'], ['C', 'C+', 'C--', 'C#']],
  [
    'H2O',
    ['H2O', 'h2o', 'H₂O', 'H2O.', 'Ｈ2O', 'H\u200B2O'],
    ['HO', 'H20', 'H2O2', 'H^2O', 'H²O', '2HO'],
  ],
  ['x²', ['x^2', 'X²', 'x² '], ['x2', '2x', 'x', 'x^3', 'x₂']],
  ['2:3', ['2:3', '2 : 3', '2:3.', '2: 3'], ['23', '2 3', '3:2', '2/3', '2.3', '2;3']],
  ['2/3', ['2/3', '2 / 3', '⅔', '2⁄3'], ['23', '2 3', '3/2', '2:3']],
  ['5!', ['5!', '5! '], ['5', '!5', '5!!', '5.']],
  ['x-y', ['x-y', 'x−y', 'X-Y'], ['xy', 'x y', 'x+y', 'y-x', '-xy']],
  ['x = 5', ['x = 5', 'x=5', 'X= 5', 'x =5.'], ['x 5', 'x ≠ 5', 'x > 5', '5', 'x = -5']],
  ['y > 3', ['y>3', 'Y > 3'], ['y < 3', 'y ≥ 3', 'y = 3', 'y 3']],
  [
    '(2,3)',
    ['(2,3)', '(2, 3)', '( 2,3)'.replace('( ', '('), '(2,3).'],
    ['2 3', '(3,2)', '(23)', '[2,3]', '(2.3)'],
  ],
  ['50%', ['50%', '50 %'.replace(' ', ''), '50%.'], ['50', '5%', '0.50']],
  ['$5', ['$5', '$5.'], ['5', '5$', '€5']],
  ['@', ['@'], ['a', '#', '&']],
  ['A&B', ['A&B', 'a&b'], ['AB', 'A B', 'A and B']],
  [
    'well-known',
    ['well-known', 'well known', 'Well–known', 'well‑known'],
    ['wellknown', 'well', 'known'],
  ],
  [
    'Paris – France',
    ['Paris - France', 'paris — france', 'Paris France'],
    ['Paris', 'France – Paris'],
  ],
  ['don’t', ["don't", 'don’t', 'dont', "DON'T"], ['do not', 'don t']],
  ['U.S.A.', ['USA', 'U.S.A.', 'usa', 'U.S.A'], ['U S', 'US', 'UAS']],
  ['Yes, sir', ['yes sir', 'Yes, sir!', 'yes,  sir.'], ['yes', 'sir, yes', 'yessir']],
  ['œuvre', ['oeuvre', 'Œuvre', 'œuvre'], ['euvre', 'ouvre']],
  ['smørrebrød', ['smorrebrod', 'Smørrebrød'], ['smrrebrd']],
  ['Łódź', ['lodz', 'Lodz', 'Łódź'], ['odz', 'Lotz']],
  ['fiord', ['ﬁord', 'Fiord'], ['ford']],
  ['Café', ['cafe', 'CAFÉ', 'Cafe\u0301', 'café.'], ['caf', 'coffee']],
  ['Straße', ['strasse', 'STRASSE', 'straße'], ['strase']],
  ['¿Qué tal?', ['que tal', 'Qué tal?', '¿Que tal?'], ['que', 'qué tall']],
  ['example.com', ['example.com', 'Example.com.'], ['examplecom', 'example com', 'example.org']],
  ['9:30', ['9:30', '9:30.'], ['930', '9.30', '9 30', '09:30']],
];

test.each(texts)('short text with the key %s', (key, right, wrong) => {
  const part = partOf({ kind: 'short-text', key: { variants: [key], fold } });
  for (const [list, is] of [
    [right, true],
    [wrong, false],
  ] as const)
    for (const answer of list) expect([answer, earns(part, answer)]).toEqual([answer, is]);
});

const unit = (name: string, factor = 1) => ({ name, factor });
const numbers: [key: object, right: string[], wrong: string[]][] = [
  [
    { value: '0.5' },
    [
      '.5',
      '1/2',
      '½',
      '0.50',
      '5E-1',
      '5e-1',
      '50 %',
      '0.5.',
      '(0.5)',
      '+0.5',
      '2/4',
      '5 × 10^-1',
      '5·10⁻¹',
    ],
    ['0,5', '5', '-0.5', '0.5 %', '0.05', '1/2/1', 'half'],
  ],
  [
    { value: '1500' },
    [
      '1,500',
      '1’500',
      "1'500",
      '1 500',
      '1.5E3',
      '1.5e3',
      '1.5 X 10^3',
      '1.5x10^3',
      '1500.',
      '1500.0',
      '3000/2',
    ],
    ['150', '15,00', '1.500', '1500 m', '1.5E4', '1,50'],
  ],
  [
    { value: '-3' },
    ['−3', '—3', '‑3', '(-3)', '(−3)', '6/-2', '6/(-2)', '-6/2', '-3.0', '–3'],
    ['3', '(3)', '6/2', '--3', '-3-', '-6/-2'],
  ],
  [
    { value: '50', units: [unit('%')] },
    ['50', '50 %', '50%', '50.0 %', '100/2'],
    ['0.5', '5000 %', '500', '50 cm'],
  ],
  [
    { value: '150', units: [unit('cm'), unit('m', 100)] },
    ['150', '150 cm', '150cm', '150 cm.', '150 CM', '1.5 m', '1.5m.', '150 Cm'],
    ['1.5', '150 m', '150 mm', '15 cm', '150 kg', '1.5 M'],
  ],
  [
    { value: '5', units: [unit('m²')], unitRequired: true },
    ['5 m2', '5 m²', '5 m^2', '5m2', '5.0 m²', '5 m².'],
    ['5', '5 m', '5 m3', '25 m²', '5 cm2', '5 M2'],
  ],
  [
    { value: '20', units: [unit('°C')] },
    ['20℃', '20 °C', '20°C', '20 °c', '20', '20 ºC'],
    ['20 °F', '20 ℉', '20 K', '-20°C', '68'],
  ],
  [
    { value: '12', units: [unit('in.')] },
    ['12 in', '12 in.', '12 IN', '12'],
    ['12 ft', '1 ft', '12 inn'],
  ],
  [
    { value: '2', units: [unit('mW')], unitRequired: true },
    ['2 mW', '2mW'],
    ['2 MW', '2', '2 W', '2 Mw'],
  ],
  [
    { value: '3.14', tolerance: { by: 'absolute', within: 0.005 } },
    ['3.14', '3.1416', '3.135', '3.145', '3.14.', '22/7'],
    ['3.1', '3.15', '3.134', '3,14', 'π'],
  ],
  [
    { value: '200', tolerance: { by: 'percent', within: 5 } },
    ['190', '210', '200', '2.1E2'],
    ['189.9', '210.1', '-200'],
  ],
  [
    { value: '1.5', decimal: 'comma' },
    ['1,5', '1,50', '3/2', '1 1/2', '1½', '1,5.'],
    ['15', '1.5', '1,05'],
  ],
  [
    { value: '1 3/4' },
    ['1.75', '7/4', '1¾', '1 3/4', '1 6/8', '1 + 3/4'],
    ['13/4', '1.34', '3/4', '-1.75', '1 4/3'],
  ],
];

test.each(numbers)('number with the key %j', (key, right, wrong) => {
  const tolerance = { by: 'exact' };
  const part = partOf({
    kind: 'numeric',
    key: { tolerance, ...('decimal' in key ? { ...key, value: '1,5' } : key) },
  });
  for (const [list, is] of [
    [right, true],
    [wrong, false],
  ] as const)
    for (const answer of list) expect([answer, earns(part, answer)]).toEqual([answer, is]);
});

const table = (lower?: number): SetRule => ({
  rule: 'table',
  values: [
    { value: 'a', points: 1 },
    { value: 'b', points: 0.5 },
    { value: 'c', points: -2 },
  ],
  otherwise: 0,
  ...(lower !== undefined && { lower }),
});
const sets: [rule: SetRule, chosen: string, points: number][] = [
  [{ rule: 'all-or-nothing', points: 2 }, 'ab', 2],
  [{ rule: 'all-or-nothing', points: 2 }, 'abc', 0],
  [{ rule: 'all-or-nothing', points: 2 }, 'a', 0],
  [{ rule: 'each-right', points: 2 }, 'a', 1],
  [{ rule: 'each-right', points: 2 }, 'abcd', 2],
  [{ rule: 'each-right', points: 1 }, 'ac', 0.5],
  [{ rule: 'wrong-takes-away', points: 2 }, 'ab', 2],
  [{ rule: 'wrong-takes-away', points: 2 }, 'abc', 1],
  [{ rule: 'wrong-takes-away', points: 2 }, 'abcd', 0],
  [{ rule: 'wrong-takes-away', points: 2 }, 'cd', 0],
  [table(), 'a', 1],
  [table(), 'ab', 1.5],
  [table(), 'ac', 0],
  [table(), 'c', 0],
  [table(-1), 'c', -1],
  [table(-1), 'ac', -1],
  [table(-5), 'bc', -1.5],
];

test.each(sets)('%j, chosen %s of a to d with a and b right: %d', (rule, chosen, points) =>
  expect(pointsForSet(rule, ['a', 'b'], [...chosen])).toBe(points),
);

const wholes: [shares: number[], whole: number][] = [
  [[1 / 3, 1 / 3, 1 / 3], 1],
  [Array<number>(7).fill(1 / 7), 1],
  [Array<number>(30).fill(2 / 3), 20],
  [[0.1, 0.2], 0.3],
  [[2 / 3, 5 / 6, 1 / 2], 2],
  [Array<number>(100).fill(1 / 3), 33.333333333],
];
test.each(wholes)('points %j are %d together', (shares, whole) =>
  expect(sumPoints(shares.map(roundPoints))).toBe(whole),
);

test('at least 280 answers were scored', () => {
  const typed = [...texts, ...numbers].reduce(
    (sum, [, right, wrong]) => sum + right.length + wrong.length,
    0,
  );
  expect(typed + sets.length + wholes.length).toBeGreaterThanOrEqual(280);
});

test('the examples beside a key are what the key makes of them, three of each for words', () => {
  const words = exampleAnswers(
    partOf({ kind: 'short-text', key: { variants: ['well-known'], fold } }),
  )!;
  expect([words.accepted.length, words.refused.length]).toEqual([3, 3]);
  const minus = partOf({ kind: 'short-text', key: { variants: ['−5'], fold } });
  expect(exampleAnswers(minus)!.refused).toContain('5');
  const number = partOf({ kind: 'numeric', key: { value: '50', tolerance: { by: 'exact' } } });
  expect(exampleAnswers(number)).toEqual({
    accepted: ['50.00', '50.', '5e+1'],
    partly: [],
    refused: ['-50', '50 %', '500'],
  });
  expect(exampleAnswers(partOf({ kind: 'true-false', key: true }))).toBeNull();
});
