import {
  columnNames,
  exampleRows,
  itemFromRow,
  itemToRow,
  type RowFacts,
} from '@oaken/core/interchange';
import { item, parts, whole } from './support/one-of-each';

const facts: RowFacts = {
  standards: ['MA.6.RAT.2'],
  subject: 'Mathematics',
  grades: [6, 7],
  depth: 2,
  seconds: 60,
  tags: ['warm up'],
  author: 'A. Holloway',
  licence: 'CC BY 4.0',
};
const row = (cells: Record<string, string>) =>
  itemFromRow({
    kind: 'single-choice',
    question: 'Which?',
    'choice 1': 'this',
    'choice 2': 'that',
    right: '1',
    subject: 'Reading',
    ...cells,
  });
const problems = (cells: Record<string, string>) => {
  const read = row(cells);
  return read.ok ? [] : read.problems.map(({ column, message }) => `${column}: ${message}`);
};
test('what is taken out comes back the same, for every kind and for several parts', () => {
  for (const content of [...Object.values(parts).map((part) => item(part)), whole]) {
    const cells = itemToRow(content, facts);
    expect(Object.keys(cells).sort()).toEqual([...columnNames].sort());
    const read = itemFromRow(cells);
    expect(read).toMatchObject({ ok: true, facts, picture: null });
    expect(JSON.parse(JSON.stringify(read.ok && read.content))).toEqual(
      JSON.parse(JSON.stringify(content)),
    );
  }
});

test('tools stand in a column of their own, which names one that is not known', () => {
  expect(row({ tools: 'Ruler; basic-calculator' })).toMatchObject({
    content: { tools: ['ruler', 'basic-calculator'] },
  });
  expect(itemToRow({ ...item(parts['single-choice']!), tools: ['ruler'] }, facts).tools).toBe(
    'ruler',
  );
  expect(problems({ tools: 'abacus' })).toEqual([expect.stringMatching(/^tools: /)]);
});

test('a table that a person fills in gives items that work', () => {
  for (const cells of exampleRows) expect(itemFromRow(cells)).toMatchObject({ ok: true });
  expect(
    row({
      kind: 'Multiple-Choice',
      'choice 3': 'both',
      right: '1;3',
      rule: 'each-right',
      points: '2,5',
    }),
  ).toMatchObject({
    ok: true,
    content: {
      stem: '<p>Which?</p>',
      parts: [
        { kind: 'multiple-choice', key: ['a', 'c'], rule: { rule: 'each-right', points: 2.5 } },
      ],
    },
  });
  expect(row({ kind: 'numeric', right: '3/4', tolerance: '5 %', units: 'm; cm' })).toMatchObject({
    content: {
      parts: [
        {
          key: {
            value: '3/4',
            tolerance: { by: 'percent', within: 5 },
            units: [{ name: 'm' }, { name: 'cm' }],
          },
        },
      ],
    },
  });
  expect(row({ question: '3 < 4 & so on\nsecond line', right: 'B' })).toMatchObject({
    content: { stem: '<p>3 &lt; 4 &amp; so on</p><p>second line</p>', parts: [{ key: ['b'] }] },
  });
});

test.each<[string, Record<string, string>, string]>([
  [
    'an unknown kind',
    { kind: 'riddle' },
    'kind: “riddle” is not one of single-choice, multiple-choice, true-false, numeric, expression, short-text, long-text, survey, information.',
  ],
  ['no wording', { question: ' ' }, 'question: The question has no wording.'],
  ['a key that is not there', { right: '4' }, 'right: “4” is not the number of a choice.'],
  ['a key before the first', { right: '0' }, 'right: “0” is not the number of a choice.'],
  ['a key between two', { right: '1.5' }, 'right: “1.5” is not the number of a choice.'],
  ['a key in words', { right: 'first' }, 'right: “first” is not the number of a choice.'],
  ['no key', { right: '' }, 'right: No choice is marked as the key.'],
  ['two same choices', { 'choice 2': ' this ' }, 'choice 2: Choices 1 and 2 are the same.'],
  ['points that are no number', { points: 'many' }, 'points: “many” is not a number.'],
  ['negative points', { points: '-1' }, 'points: Points cannot be below zero.'],
  [
    'a key that is no number',
    { kind: 'numeric', right: 'a few' },
    'right: “a few” is not a number. Write it like 12.5, 3/4 or 1 1/2, without a unit.',
  ],
  [
    'a negative tolerance',
    { kind: 'numeric', right: '3', tolerance: '-1' },
    'tolerance: A tolerance cannot be below zero.',
  ],
  [
    'a school year that is none',
    { grades: '6;twelve' },
    'grades: “twelve” is not a school year from 0 to 13.',
  ],
  ['a depth that is none', { depth: '7' }, 'depth: “7” is not a whole number from 1 to 4.'],
  [
    'a picture without words',
    { picture: 'map.png' },
    'picture words: A picture needs words for those who cannot see it.',
  ],
  ['JSON that is none', { whole: '{' }, 'whole: This is not JSON as it was exported.'],
  [
    'a whole item that is broken',
    { whole: JSON.stringify({ stem: '', parts: [] }) },
    'whole: /stem: The question has no wording.',
  ],
])('%s is named with its column', (_, cells, message) =>
  expect(problems(cells)).toContain(message),
);
