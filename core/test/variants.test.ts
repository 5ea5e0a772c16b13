/** Items that make themselves: what a student gets, what is scored, and what is found unfair before anybody gets it. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { scoreAttempt } from '@oaken/core/attempts';
import { entriesOf, exampleEntry, formForSitting, formOf, type Edition } from '@oaken/core/forms';
import { exampleOf, kindOf, readItem, scoreItem, type ItemContent } from '@oaken/core/items';
import { exact } from '@oaken/core/templates';
import { beyondGrade, checkTemplate, unfairIn } from '@oaken/core/variants';

const range = (name: string, from: string, to: string, step = '1') => ({
  kind: 'range' as const,
  name,
  from,
  to,
  step,
});

/** Two fractions are added; each wrong choice is somebody's way to do it wrong. */
const fractions = {
  stem: '<p>What is <span data-formula="\\frac{[[a]]}{[[b]]} + \\frac{[[c]]}{[[d]]}"></span>?</p>',
  parts: [
    {
      id: 'a',
      kind: 'single-choice',
      choices: [
        { id: 'a', text: '<p>[[a/b + c/d; fraction]]</p>' },
        {
          id: 'b',
          text: '<p>[[a + c]]/[[b + d]]</p>',
          misconception: 'Adds the denominators as well.',
        },
        {
          id: 'c',
          text: '<p>[[a + c]]/[[b * d]]</p>',
          misconception: 'Adds the numerators as they are.',
        },
      ],
      key: ['a'],
      rule: { rule: 'all-or-nothing', points: 1 },
    },
  ],
  explanation: '<p>Both over [[lcm(b, d)]]: [[a/b + c/d; fraction]].</p>',
  template: {
    variables: [
      range('a', '1', '4'),
      range('b', '2', '6'),
      range('c', '1', '4'),
      range('d', '2', '6'),
    ],
    conditions: ['a < b', 'c < d', 'gcd(a, b) = 1', 'gcd(c, d) = 1', 'b != d', 'a/b + c/d < 1'],
  },
};
/** A number is typed; a sign that is lost has a name. */
const equation = {
  stem: '<p>Solve <span data-formula="[[a]]x + [[b]] = [[c]]"></span>.</p>',
  parts: [
    {
      id: 'a',
      kind: 'numeric',
      key: {
        value: '[[x]]',
        mistakes: [
          { value: '[[(c + b) / a]]', misconception: 'Keeps the sign when moving a term.' },
        ],
        tolerance: { by: 'exact' },
      },
      rule: { rule: 'all-or-nothing', points: 2 },
    },
  ],
  template: {
    variables: [
      range('a', '2', '9'),
      range('b', '-9', '9'),
      range('x', '2', '12'),
      { kind: 'formula', name: 'c', formula: 'a * x + b' },
    ],
    conditions: ['b != 0', 'mod(2 * b, a) = 0'.replace('mod(2 * b, a)', '(2 * b) mod a')],
  },
};

function item(raw: object): ItemContent {
  const read = readItem(raw);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.content;
}
const problems = (raw: object) => {
  const read = readItem(raw);
  return read.ok ? [] : read.problems;
};
const withTemplate = (raw: typeof equation | typeof fractions, change: object) => ({
  ...raw,
  template: { ...raw.template, ...change },
});
const edition = (...contents: ItemContent[]): Edition => ({
  title: 'Numbers',
  directions: '',
  subject: 'Mathematics',
  sections: [
    {
      id: 's',
      title: '',
      directions: '',
      entries: contents.map((content, index) => ({
        id: `e${index}`,
        itemId: index + 1,
        revisionId: index + 1,
        points: 1,
        content,
        standards: [],
        depth: null,
      })),
    },
  ],
});
const plainOrder = { shuffleItems: false, shuffleChoices: false };
const entryOf = (whole: Edition, seed: string) =>
  entriesOf(formOf(whole, { seed }, plainOrder))[0]!;

describe('what a student gets', () => {
  test('has its values everywhere, and no template any more', () => {
    const { content } = exampleEntry(entriesOf(edition(item(fractions)))[0]!);
    expect(JSON.stringify(content)).not.toContain('[[');
    expect(content.template).toBeUndefined();
  });

  test('is theirs by their seed, and says what was drawn', () => {
    const whole = edition(item(equation));
    const drawn = ['s1', 's2', 's3', 's4'].map((seed) => entryOf(whole, seed).variant);
    expect(new Set(drawn).size).toBe(4);
    expect(drawn[0]).toMatch(/^a = \d, b = −?\d, x = \d+$/);
    expect(entryOf(whole, 's1')).toEqual(entryOf(whole, 's1'));
  });

  // Pinned: what a student was given must be the same in every later version.
  test('stays the same for ever', () =>
    expect(['s1', 's2', 's3'].map((seed) => entryOf(edition(item(equation)), seed).variant))
      .toMatchInlineSnapshot(`
     [
       "a = 6, b = 6, x = 6",
       "a = 7, b = −7, x = 12",
       "a = 3, b = 6, x = 6",
     ]
    `));

  test('does not change with the order of the test', () => {
    const whole = edition(item(fractions), item(equation));
    const variants = (shuffleItems: boolean) =>
      new Map(
        entriesOf(formOf(whole, { seed: 'x' }, { shuffleItems, shuffleChoices: true })).map(
          ({ id, variant }) => [id, variant],
        ),
      );
    expect(variants(true)).toEqual(variants(false));
  });

  test('leaves the server without variables, key or named mistakes', () => {
    const sitting = formForSitting(formOf(edition(item(equation)), { seed: 'x' }, plainOrder));
    expect(JSON.stringify(sitting)).not.toMatch(/\[\[|template|mistake|variant|formula": /);
  });

  test('is scored by its own key', () => {
    const whole = edition(item(equation));
    const points = (seed: string, answer: string) =>
      scoreAttempt(whole, new Map([['e0', { a: answer }]]), {
        seed,
        rules: plainOrder,
        ranOut: false,
      })[0]!.points;
    const x = (seed: string) => /x = (\d+)/.exec(entryOf(whole, seed).variant!)![1]!;
    expect([points('s1', x('s1')), points('s1', String(Number(x('s1')) + 1))]).toEqual([1, 0]);
  });
});

test('of every variant the key earns all points, and no distractor any', () =>
  fc.assert(
    fc.property(fc.string(), fc.constantFrom(fractions, equation), (seed, raw) => {
      const { content } = entryOf(edition(item(raw)), seed);
      const part = content.parts[0]!;
      const kind = kindOf(part);
      const wrong = [
        ...(kind.options?.(part) ?? []).filter(({ right }) => !right).map(({ id }) => id),
        ...(kind.mistakes?.(part) ?? []).map(({ response }) => response),
      ];
      const right = (kind.options?.(part) ?? []).find((option) => option.right)?.id;
      const share = (response: unknown) => scoreItem(content, { a: response }).points;
      expect(share(right ?? kind.rightAnswers!(part)[0])).toBe(kind.points(part));
      for (const response of wrong) expect(share(response)).toBe(0);
    }),
    { numRuns: 60 },
  ));

describe('what cannot be stored', () => {
  test.each<[string, object, [string, RegExp]]>([
    [
      'a place for what is no variable',
      { ...equation, stem: '<p>[[z]]</p>' },
      ['/stem', /In \[\[z\]\]: There is no variable z/],
    ],
    [
      'a formula that cannot be read',
      { ...equation, explanation: '<p>[[a +]]</p>' },
      ['/explanation', /cannot be read/],
    ],
    [
      'a variable that comes too early',
      withTemplate(equation, {
        variables: [
          { kind: 'formula', name: 'c', formula: 'a + 1' },
          ...equation.template.variables.slice(0, 3),
        ],
      }),
      ['/template/variables/0', /a is no variable that stands before/],
    ],
    [
      'conditions that nothing meets',
      withTemplate(equation, { conditions: ['a > 20'] }),
      ['/template', /No variant meets/],
    ],
    [
      'a key that is no number in a variant',
      withTemplate(
        {
          ...equation,
          parts: [{ ...equation.parts[0]!, key: { ...equation.parts[0]!.key, value: '[[w]]' } }],
        },
        {
          variables: [
            ...equation.template.variables,
            { kind: 'pick', name: 'w', values: ['one', 'two'] },
          ],
        },
      ),
      ['/parts/0/key/value', /With numbers in it: “(one|two)” is not a number/],
    ],
    [
      'a key with a place in an item without variables',
      {
        stem: '<p>x</p>',
        parts: [{ ...equation.parts[0]!, key: { value: '[[x]]', tolerance: { by: 'exact' } } }],
      },
      ['/parts/0/key/value', /stands for nothing/],
    ],
  ])('%s', (_, raw, [pointer, message]) =>
    expect(problems(raw)[0]).toEqual({ pointer, message: expect.stringMatching(message) }),
  );

  test('brackets in a wording without variables are only brackets', () =>
    expect(
      exampleOf(
        item({
          ...equation,
          template: undefined,
          stem: '<p>[[x]]</p>',
          parts: [{ id: 'a', kind: 'information' }],
        }),
      ).stem,
    ).toBe('<p>[[x]]</p>'));
});

describe('what is unfair', () => {
  const faultsOf = (raw: object, grade: number | null = 7) => {
    const content = item(raw);
    const report = checkTemplate(content, grade)!;
    return {
      report,
      kinds: report.faults.map(({ kind }) => kind),
      unfair: unfairIn(report, content.template!),
    };
  };
  const part = equation.parts[0]!;
  const withKey = (change: object) => ({
    ...equation,
    parts: [{ ...part, key: { ...part.key, ...change } }],
  });

  test('nothing is, in a template that was thought through', () => {
    const { report } = faultsOf(fractions);
    expect([report.all, report.draws, report.faults]).toEqual([true, 400, []]);
  });

  const sums = (...choices: string[]) => ({
    stem: '<p>[[a]] and [[b]] together are</p>',
    parts: [
      {
        ...fractions.parts[0]!,
        choices: choices.map((text, index) => ({ id: 'abc'[index], text })),
      },
    ],
    template: {
      variables: [range('a', '2', '9'), range('b', '2', '9')],
      conditions: [] as string[],
    },
  });

  test('choices that read the same in some variant, with the first that shows it', () => {
    // 2 + 2 = 2 · 2
    const { report } = faultsOf(sums('[[a + b]]', '[[a * b]]'));
    expect(report.faults).toEqual([
      {
        kind: 'same-text',
        pointer: '/parts/0/choices/1/text',
        words: 'Two choices read the same: 4.',
        variant: 'a = 2, b = 2',
        count: 1,
      },
    ]);
  });

  test('choices that are worth the same', () => {
    const { report } = faultsOf(sums('[[a + b]]', '[[2 * (a + b)]]/2'));
    expect(report.faults.map(({ kind, count }) => [kind, count])).toEqual([['same-value', 64]]);
  });

  test('what reads the same cannot be accepted, what is worth the same can', () => {
    const unfair = (raw: ReturnType<typeof sums>) =>
      faultsOf({ ...raw, template: { ...raw.template, accepted: ['same-value'] } }).unfair.length;
    expect([
      unfair(sums('[[a + b]]', '[[a * b]]')),
      unfair(sums('[[a + b]]', '[[a + b]].0')),
    ]).toEqual([1, 0]);
  });

  test.each<[string, object, string]>([
    [
      'a named mistake that is right',
      withKey({ mistakes: [{ value: '[[a * x / a]]', misconception: 'm' }] }),
      'mistake-is-right',
    ],
    [
      'two mistakes that are one',
      withKey({
        mistakes: [
          { value: '[[c]]', misconception: 'm' },
          { value: '[[a * x + b]]', misconception: 'n' },
        ],
      }),
      'mistakes-same',
    ],
    ['a root as an exact key', withKey({ value: '[[sqrt(x + 20)]]' }), 'key-not-exact'],
    [
      'division by zero',
      withTemplate(equation, {
        variables: [
          ...equation.template.variables,
          { kind: 'formula', name: 'q', formula: '1 / (x - 5)' },
        ],
      }),
      'broken',
    ],
    [
      'a wording that divides by zero',
      { ...equation, explanation: '<p>[[1 / (x - 5)]]</p>' },
      'broken',
    ],
    ['few variants', withTemplate(equation, { conditions: ['a = 3', 'b = 3'] }), 'few-meet'],
    [
      'an answer that stands in the question',
      { ...equation, stem: '<p>Is it [[x]]?</p>' },
      'given-away',
    ],
    [
      'much more work than usual',
      withTemplate(equation, {
        variables: [
          { kind: 'pick', name: 'a', values: ['2', '2', '2', '98.7653'] },
          ...equation.template.variables.slice(1),
        ],
        conditions: [],
      }),
      'harder',
    ],
  ])('%s', (_, raw, kind) => expect(faultsOf(raw).kinds).toContain(kind));

  test('a few variants, all looked at', () => {
    const { report } = faultsOf({
      ...equation,
      template: {
        variables: [
          range('a', '2', '2'),
          range('b', '4', '4'),
          range('x', '1', '5'),
          equation.template.variables[3],
        ],
        conditions: [],
      },
    });
    expect(report.faults.map(({ kind, words }) => [kind, words])).toContainEqual([
      'few-variants',
      'There are only 5 variants; neighbors would meet the same one.',
    ]);
  });

  test('numbers below zero before grade 6, which an author may accept', () => {
    expect(faultsOf(equation, 5).unfair.map(({ kind }) => kind)).toEqual(['beyond-grade']);
    expect(faultsOf(withTemplate(equation, { accepted: ['beyond-grade'] }), 5).unfair).toEqual([]);
    expect(faultsOf(equation, 6).unfair).toEqual([]);
  });
});

// CCSSM (2010), footnotes of 3.NF and 4.NF, 4.NF.C.6, 5.NBT.A.3, 6.NS.C.5; from memory.
test.each([
  [new Fraction(-3), 5, 'negative'],
  [new Fraction(-3), 6, null],
  [new Fraction(1, 7), 4, 'denominator'],
  [new Fraction(1, 12), 4, null],
  [new Fraction(1, 3), 3, null],
  [new Fraction(5, 1000), 4, 'thousandths'],
  [new Fraction(5, 100), 4, null],
  [new Fraction(1001), 3, 'large'],
  [new Fraction(1001), 5, null],
])('%s in grade %i: %s', (number, grade, beyond) =>
  expect(beyondGrade(exact(number), grade)).toBe(beyond),
);
