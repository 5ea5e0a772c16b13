import {
  allowedTools,
  countable,
  forSitting,
  itemPoints,
  keysInWords,
  partKinds,
  readItem,
  responsesInWords,
  rightInWords,
  scoreItem,
  type ItemContent,
  type Part,
} from '@oaken/core/items';
import { answersIn } from '@oaken/words/written';
import { isAnswered } from '@oaken/core/sitting';
import { kindOf } from '@oaken/core/items';
import { choices, folding, item, parts, right, whole } from './support/one-of-each';

const once = { rule: 'all-or-nothing', points: 1 } as const;
const score = (part: Part, response: unknown) =>
  scoreItem(item(part), { [part.id]: response }).points;

test('tools of an item and of the assignment are allowed together, with one calculator', () => {
  expect(allowedTools(['protractor', 'basic-calculator'], undefined, ['ruler'])).toEqual([
    'basic-calculator',
    'ruler',
    'protractor',
  ]);
  expect(allowedTools(['basic-calculator'], ['scientific-calculator'])).toEqual([
    'scientific-calculator',
  ]);
});

test('what may be used for an item reaches the student', () => {
  expect(forSitting({ ...whole, tools: ['ruler'] }).tools).toEqual(['ruler']);
  expect(forSitting(whole)).not.toHaveProperty('tools');
});

test('every kind scores its key in full and nothing for no answer', () => {
  expect(Object.keys(parts).sort()).toEqual([...partKinds].sort());
  expect(readItem(whole)).toEqual({ ok: true, content: whole });
  const marked = scoreItem(whole, right).parts.filter(({ needsMarking }) => !needsMarking);
  for (const { id, points, maxPoints } of marked) expect([id, points]).toEqual([id, maxPoints]);
  expect(scoreItem(whole, right).maxPoints).toBe(itemPoints(whole));
  expect(scoreItem(whole, {})).toMatchObject({
    points: 0,
    maxPoints: itemPoints(whole),
    needsMarking: false,
  });
  expect(responsesInWords(whole, right)).toBe(
    'choice b | choice a and choice c | False | 1/2 | Side-river | It wets the soil. | wets; carries | Oslo – Norway; Bern – Switzerland | ' +
      'Granite – Igneous; Basalt – Igneous; Marble – Metamorphic | One → Two → Three | First – Yes; Second – No | sea | South | ' +
      'a drawing of 1 stroke | 1 photo | Glad |  | 6 + 2x | 1, 2x + 1: 3; 2, 2x + 1: 10/2 | 2x = 6 → x = 3 | -2 and 1.5 | ' +
      'the line through (-1, -1) and (2, 5) | Mon: 4; Tue: 8 | 3/4',
  );
});

test.each(
  Object.values(parts)
    .filter((part) => kindOf(part).rightAnswers !== undefined)
    .map((part) => [part.kind, part] as const),
)('every answer that is named as right in %s earns all its points', (_, part) => {
  const named = kindOf(part).rightAnswers?.(part) ?? [];
  expect(named.map((response) => score(part, response))).toEqual(
    named.map(() => kindOf(part).points(part)),
  );
  expect(named).not.toEqual([]);
});

test('what is right is said as a student would answer, without its rule', () => {
  expect(rightInWords(item(parts['matching'], parts['true-false']))).toEqual([
    'Oslo – Norway; Bern – Switzerland',
    'False',
  ]);
});

test('answers and what is right are said in another language', () => {
  const content = item(parts['true-false'], parts['multiple-choice']);
  const spanish = answersIn('es');
  expect(rightInWords(content, spanish)).toEqual(['Falso', 'choice a y choice c']);
  expect(responsesInWords(item(parts.drawing), right, spanish)).toBe('un dibujo de 1 trazo');
});

test('a response of the wrong shape earns nothing and breaks nothing', () => {
  const odd: unknown[] = [
    null,
    7,
    true,
    {},
    [],
    ['a', 7],
    'z',
    '__proto__',
    'x'.repeat(5000),
    { length: 3 },
  ];
  for (const part of Object.values(parts))
    for (const response of odd) expect(score(part, response)).toBe(0);
});

test('what is sent for sitting holds nothing that gives an answer away', () => {
  const sent = JSON.stringify(forSitting(whole));
  for (const secret of [
    'key',
    'rule',
    'misconception',
    'Because',
    'Think',
    'For us',
    'tributary',
    '0.5',
    'guide',
  ])
    expect(sent).not.toContain(secret);
  expect(sent).not.toMatch(/"points":\d/);
  expect(sent).toContain('choice a');
});

test('the sitting page and the kinds agree on what an answer is', () => {
  for (const part of Object.values(parts))
    for (const response of [null, '', '  ', [], 'b', ['a'], 'true', '5', ['a b']]) {
      const read = kindOf(part).response.safeParse(response);
      if (read.success) expect(isAnswered(response)).toBe(!kindOf(part).isEmpty(read.data));
    }
});

describe('numbers', () => {
  const numeric = (key: Partial<Extract<Part, { kind: 'numeric' }>['key']>): Part => ({
    id: 'n',
    kind: 'numeric',
    key: {
      value: '0.5',
      tolerance: { by: 'exact' },
      decimal: 'point',
      units: [],
      unitRequired: false,
      ...key,
    },
    rule: once,
  });
  // QTI 3.0: `equal` with toleranceMode absolute and relative counts the bounds themselves as
  // equal; `equalRounded` with significantFigures rounds both numbers before it compares them.
  test.each([
    [{}, ['0.5', '1/2', '50 %', '.50', '2/4'], ['0.51', '5', '50', 'half']],
    [
      { tolerance: { by: 'absolute', within: 0.005 } } as const,
      ['0.505', '0.495', '50.5 %'],
      ['0.5051', '0.4949'],
    ],
    [
      { value: '200', tolerance: { by: 'percent', within: 5 } } as const,
      ['190', '210'],
      ['189.99', '210.01'],
    ],
    [
      { value: '0.01234', tolerance: { by: 'significant', figures: 3 } } as const,
      ['0.0123', '0.012341'],
      ['0.01235', '0.012'],
    ],
    [{ value: '1/3' }, ['1/3', '2/6'], ['0.333', '0.3333333333']],
    [
      { value: '-3', tolerance: { by: 'percent', within: 10 } } as const,
      ['-3.3', '−2.7'],
      ['3', '-3.31'],
    ],
    [{ value: '12.5', decimal: 'comma' } as const, [], []],
  ])('%j', (key, yes, no) => {
    for (const text of yes) expect([text, score(numeric(key), text)]).toEqual([text, 1]);
    for (const text of no) expect([text, score(numeric(key), text)]).toEqual([text, 0]);
  });

  test('units are converted, and required where the key says so', () => {
    const units = [
      { name: 'cm', factor: 1 },
      { name: 'm', factor: 100 },
      { name: 'cm^2', factor: 1 },
    ];
    const free = numeric({ value: '120', units });
    expect(
      ['120', '120 cm', '1.2 m', '120cm²', '1.2', '120 kg'].map((text) => score(free, text)),
    ).toEqual([1, 1, 1, 1, 0, 0]);
    const strict = numeric({ value: '120', units, unitRequired: true });
    expect(['120', '120 cm'].map((text) => score(strict, text))).toEqual([0, 1]);
    const percent = numeric({ value: '50', units: [{ name: '%', factor: 1 }] });
    expect(['50 %', '50', '0.5'].map((text) => score(percent, text))).toEqual([1, 1, 0]);
  });

  test('equal numbers are counted together, however they are written', () => {
    const part = numeric({});
    const counted = ['0.50', '1/2', '50%'].map((text) => countable(part, { n: text }).free);
    expect(new Set(counted).size).toBe(1);
  });
});

test('a table gives each choice and each variant its own points', () => {
  const table = {
    rule: 'table' as const,
    values: [
      { value: 'a', points: 2 },
      { value: 'b', points: 1 },
    ],
    otherwise: -1,
    lower: 0,
    upper: 2,
  };
  const single: Part = { id: 's', kind: 'single-choice', choices, key: ['a'], rule: table };
  expect(['a', 'b', 'c'].map((id) => score(single, id))).toEqual([2, 1, 0]);
  const text: Part = {
    id: 't',
    kind: 'short-text',
    key: { variants: ['River mouth', 'delta'], fold: folding },
    rule: {
      rule: 'table',
      values: [
        { value: 'River mouth', points: 2 },
        { value: 'delta', points: 1 },
      ],
      otherwise: 0,
    },
  };
  expect(['river-mouth', 'DELTA', 'lake'].map((response) => score(text, response))).toEqual([
    2, 1, 0,
  ]);
});

test('more choices than may be chosen earn nothing', () => {
  const limited: Part = {
    ...(parts['multiple-choice'] as Extract<Part, { kind: 'multiple-choice' }>),
    mostChosen: 2,
  };
  expect(score(limited, ['a', 'c'])).toBe(2);
  expect(score(limited, ['a', 'b', 'c'])).toBe(0);
});

describe('a broken item is refused with the place of each fault', () => {
  const faults = (change: (itemContent: ItemContent) => unknown) => {
    const copy = JSON.parse(JSON.stringify(whole)) as ItemContent;
    const read = readItem(change(copy) ?? copy);
    return read.ok ? [] : read.problems.map(({ pointer, message }) => `${pointer} ${message}`);
  };
  const partOf = <K extends Part['kind']>(itemContent: ItemContent, kind: K) =>
    itemContent.parts.find((part) => part.kind === kind) as Extract<Part, { kind: K }>;

  test.each<[string, (itemContent: ItemContent) => void, string]>([
    ['no wording', (content) => (content.stem = '<p> </p>'), '/stem The question has no wording.'],
    ['no parts', (content) => (content.parts = []), '/parts An item needs at least one part.'],
    [
      'a key that is not there',
      (content) => (partOf(content, 'single-choice').key = ['z']),
      '/parts/0/key/0 The key “z” is not among the choices.',
    ],
    [
      'no key',
      (content) => (partOf(content, 'multiple-choice').key = []),
      '/parts/1/key No choice is marked as the key.',
    ],
    [
      'an empty choice',
      (content) => (partOf(content, 'single-choice').choices[1]!.text = '<p></p>'),
      '/parts/0/choices/1/text A choice cannot be empty.',
    ],
    [
      'two same choices',
      (content) => (partOf(content, 'single-choice').choices[1]!.text = '<em>choice</em> a'),
      '/parts/0/choices/1/text Choices 1 and 2 are the same.',
    ],
    [
      'negative points',
      (content) => (partOf(content, 'true-false').rule.points = -1),
      '/parts/2/rule/points Points cannot be below zero.',
    ],
    [
      'a key that is no number',
      (content) => (partOf(content, 'numeric').key.value = '12 cm'),
      '/parts/3/key/value “12 cm” is not a number. Write it like 12.5, 3/4 or 1 1/2, without a unit.',
    ],
    [
      'a negative tolerance',
      (content) => (partOf(content, 'numeric').key.tolerance = { by: 'absolute', within: -1 }),
      '/parts/3/key/tolerance/within A tolerance cannot be below zero.',
    ],
    [
      'a variant twice',
      (content) => (partOf(content, 'short-text').key.variants = ['Tributary', 'tributary.']),
      '/parts/4/key/variants/1 “tributary.” is already accepted as “Tributary”.',
    ],
    [
      'the same id twice',
      (content) => (content.parts[1]!.id = 'p1'),
      '/parts/1/id Two parts have the id “p1”.',
    ],
    [
      'an unknown kind',
      (content) => (content.parts[0] = { id: 'p1', kind: 'telepathy' } as never),
      '/parts/0/kind There is no kind of part “telepathy”.',
    ],
  ])('%s', (_, change, message) => {
    expect(faults((content) => void change(content))).toContain(message);
  });

  test.each([null, 7, 'text', [], {}])('%j is no item', (input) =>
    expect(readItem(input).ok).toBe(false),
  );
});

test('the key is said in one sentence', () => {
  expect(keysInWords(item(parts.numeric))).toEqual(['0.5, 1/2 or 50 %, within 0.005. 1 point.']);
  expect(keysInWords(item(parts['single-choice']))).toEqual(['“choice b” earns 1 point.']);
});
