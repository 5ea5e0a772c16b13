/** Mathematics with other numbers for each student: every variant can be asked, and its own key is right. */
import { kindOf, readItem, realised, type ItemContent, type Part } from '@oaken/core/items';
import { checkTemplate } from '@oaken/core/variants';
import { item, parts } from './support/one-of-each';

/** Whole numbers a from 2 to 5 and b from −4 to 4 without 0. */
const template = {
  variables: [
    { name: 'a', kind: 'range', from: '2', to: '5', step: '1' },
    { name: 'b', kind: 'range', from: '-4', to: '4', step: '1' },
  ],
  conditions: ['b != 0', 'abs(b) != a'],
};
const withNumbers = (part: Part): ItemContent => {
  const read = readItem({ ...item(part), stem: '<p>With [[a]] and [[b]]</p>', template });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.content;
};
/** Every text anywhere in a value. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}
const line = parts['number-line'];
const plane = parts['coordinate-plane'];

const asked: [name: string, part: Part][] = [
  [
    'an expression',
    {
      ...parts.expression,
      key: {
        ...parts.expression.key,
        answers: ['[[a]]x + [[a * b]]'],
        mistakes: [{ value: '[[a]]x + [[b]]', misconception: 'Multiplies the first term only' }],
      },
    },
  ],
  ['points on a line', { ...line, key: [{ point: '[[b / 2]]' }, { point: '[[a]]' }] }],
  [
    'a stretch of a line',
    { ...line, asks: 'stretches', key: [{ from: '[[b]]', to: '', closed: [true, false] }] },
  ],
  [
    'a line in a plane',
    {
      ...plane,
      key: [
        {
          figure: 'line',
          points: [
            ['0', '[[b]]'],
            ['1', '[[b + 1]]'],
          ],
        },
      ],
    },
  ],
  [
    'bars',
    {
      ...parts.plot,
      categories: parts.plot.categories.map((category) => ({ ...category, value: '[[2 * a]]' })),
    },
  ],
  [
    'a fraction to shade',
    { ...parts['fraction-model'], shape: 'grid', columns: 12, rows: 5, key: '[[1 / a]]' },
  ],
  [
    'a table',
    {
      ...parts['fill-table'],
      cells: [[{ text: '[[a]]' }, { id: 'c1', accepted: ['[[2 * a + b]]'] }]],
    },
  ],
];

describe.each(asked)('%s', (_, part) => {
  const content = withNumbers(part);
  const variants = Array.from(
    { length: 60 },
    (_entry, n) => realised(content, `student ${n}`).parts[0]!,
  );

  test('no place is left in any variant', () => {
    expect(textsIn(variants).filter((text) => text.includes('[['))).toEqual([]);
  });

  test('every variant’s own key earns all its points, and its mistakes none', () => {
    for (const variant of variants) {
      const kind = kindOf(variant);
      const [right] = kind.rightAnswers!(variant);
      expect(kind.score(variant, right)).toBe(kind.points(variant));
      for (const { response } of kind.mistakes?.(variant) ?? [])
        expect(kind.score(variant, response)).toBe(0);
    }
  });
});

test('numbers are different for different students', () => {
  const content = withNumbers(asked[0]![1]);
  const keys = ['s1', 's2', 's3', 's4', 's5'].map(
    (seed) =>
      (realised(content, seed).parts[0] as Extract<Part, { kind: 'expression' }>).key.answers[0],
  );
  expect(new Set(keys).size).toBeGreaterThan(1);
});

test('a mistake that is right in some variant is found', () => {
  const part = parts.expression;
  const content = withNumbers({
    ...part,
    key: {
      ...part.key,
      answers: ['[[a]]x + [[a * b]]'],
      mistakes: [{ value: '[[a]]x + [[4 * b]]', misconception: 'm' }],
    },
  });
  expect(checkTemplate(content, 8)!.faults.map(({ kind }) => kind)).toContain('mistake-is-right');
});

test('a point that some variants put beside their axis is found', () => {
  const content = withNumbers({ ...line, key: [{ point: '[[a + b / 8]]' }] });
  const [fault] = checkTemplate(content, 8)!.faults.filter(({ kind }) => kind === 'unaskable');
  expect(fault?.words).toMatch(/cannot be set on this axis/);
});
