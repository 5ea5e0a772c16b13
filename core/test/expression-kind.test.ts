/** The kind that asks for mathematics: its key, its points and what authors are told. */
import {
  blankPart,
  changeKind,
  exampleAnswers,
  forSitting,
  keysInWords,
  kindOf,
  readItem,
  scoreItem,
  type ItemContent,
  type Part,
} from '@oaken/core/items';
import { item, parts } from './support/one-of-each';

type Expression = Extract<Part, { kind: 'expression' }>;
const base = parts.expression;
const withKey = (key: Partial<Expression['key']>): Expression => ({
  ...base,
  key: { ...base.key, ...key },
});
const points = (part: Part, response: unknown) =>
  scoreItem(item(part), { [part.id]: response }).points;
const problems = (content: ItemContent) => {
  const read = readItem(content);
  return read.ok ? [] : read.problems.map(({ pointer, message }) => `${pointer} ${message}`);
};

test.each([
  ['2x+6', 1],
  ['6 + 2x', 1],
  ['x + 6 + x', 0],
  ['2(x+3)', 0],
  ['2x+3', 0],
  ['2x +', 0],
  [7, 0],
])('for 2x + 6, expanded, %p earns %d', (response, earned) => {
  expect(points(base, response)).toBe(earned);
});

test('half the points for what is right in another form', () => {
  expect(points(withKey({ otherForm: 'half' }), '2(x+3)')).toBe(0.5);
});

test('an answer that the key lists is right as it stands', () => {
  const part = withKey({ answers: ['2x + 6', '2(x + 3)'] });
  expect([points(part, '2( x+3 )'), points(part, '(x+3)*2')]).toEqual([1, 0]);
});

test('units of the same kind are converted', () => {
  const part = withKey({ answers: ['50 cm'], form: 'any', hasUnit: true });
  expect(['0.5 m', '500 mm', '50', '50 m'].map((given) => points(part, given))).toEqual([
    1, 1, 0, 0,
  ]);
});

test.each([
  [
    'an answer that cannot be read',
    { answers: ['2(x'] },
    '/parts/0/key/answers/0 “2(x” cannot be read: a bracket is not closed.',
  ],
  [
    'an answer that is not in its form',
    { answers: ['2(x + 3)'] },
    '/parts/0/key/form “2(x + 3)” is not expanded itself.',
  ],
  [
    'an answer without a unit',
    { answers: ['50'], hasUnit: true },
    '/parts/0/key/answers/0 “50” has no unit that is known here.',
  ],
  [
    'a mistake that cannot be read',
    { mistakes: [{ value: ')', misconception: 'm' }] },
    '/parts/0/key/mistakes/0/value “)” cannot be read: a bracket is closed that was not opened.',
  ],
  ['no answer', { answers: [] }, '/parts/0/key/answers No accepted answer is given.'],
] as [string, Partial<Expression['key']>, string][])(
  '%s is said at its place',
  (_, key, message) => {
    expect(problems(item(withKey(key)))).toContain(message);
  },
);

test('a named mistake is known however it is written', () => {
  const kind = kindOf(base);
  expect([kind.mistake?.(base, '3 + 2x'), kind.mistake?.(base, '5x')]).toEqual([
    'Multiplies the first term only',
    null,
  ]);
});

test('answers that say the same are counted together', () => {
  const kind = kindOf(base);
  expect(kind.folded?.(base, '2(x+1)')).toBe(kind.folded?.(base, '2 + 2x'));
});

test('an answer can be counted as right afterwards, unless nobody can read it', () => {
  const kind = kindOf(base);
  const more = kind.accept?.(base, '2(x+3)') as Expression;
  expect([points(more, '2(x+3)'), kind.accept?.(base, '2(')]).toEqual([1, null]);
});

test('an author sees what is right, what earns some points and what is wrong', () => {
  expect(exampleAnswers(withKey({ otherForm: 'half' }))).toEqual({
    accepted: ['6 + 2x'],
    partly: ['x + x + 6'],
    refused: ['-2x + 6'],
  });
});

test('a student is told the form, and nothing of the key', () => {
  expect(forSitting(item(base)).parts).toEqual([
    { id: 'p18', kind: 'expression', prompt: undefined, form: 'expanded', hasUnit: false },
  ]);
});

test('the key in words', () => {
  expect(keysInWords(item(base))).toEqual(['“2x + 6”, or the same expanded. 1 point.']);
});

test('a typed number becomes one and keeps its answers and its mistakes', () => {
  const numeric = blankPart('numeric', 'a') as Extract<Part, { kind: 'numeric' }>;
  const mistakes = [{ value: '3', misconception: 'm' }];
  const part = { ...numeric, key: { ...numeric.key, value: '4', mistakes } };
  expect(changeKind(part, 'expression')).toMatchObject({
    part: { kind: 'expression', key: { answers: ['4'], mistakes } },
    lost: [],
  });
});
