/** Parts that are right because they follow from the student's own answers. */
import {
  blankPart,
  keysInWords,
  readItem,
  rearranged,
  remarkOn,
  scoreItem,
  type Part,
} from '@oaken/core/items';
import { item, parts } from './support/one-of-each';

type Numeric = Extract<Part, { kind: 'numeric' }>;
const numeric = (id: string, value: string, follows?: string): Numeric => {
  const blank = blankPart('numeric', id) as Numeric;
  return { ...blank, key: { ...blank.key, value }, ...(follows !== undefined && { follows }) };
};
/** The side of a square of 36 cm², and its perimeter. */
const square = [numeric('a', '6'), numeric('b', '24', '4 * A')];
const points = (list: Part[], given: Record<string, unknown>) =>
  scoreItem(item(...list), given).parts.map((part) => part.points);
const problems = (...list: Part[]) => {
  const read = readItem(item(...list));
  return read.ok ? [] : read.problems.map(({ pointer, message }) => `${pointer} ${message}`);
};

test.each([
  ['both right', { a: '6', b: '24' }, [1, 1]],
  ['the first wrong, the second from it', { a: '18', b: '72' }, [0, 1]],
  ['the first wrong, the second right by the key', { a: '18', b: '24' }, [0, 1]],
  ['the first wrong, the second from nothing', { a: '18', b: '70' }, [0, 0]],
  ['the first missing', { b: '72' }, [0, 0]],
  ['the first no number', { a: 'six', b: '72' }, [0, 0]],
])('%s', (_, given, earned) => expect(points(square, given)).toEqual(earned));

test('without a formula nothing follows', () => {
  expect(points([numeric('a', '6'), numeric('b', '24')], { a: '18', b: '72' })).toEqual([0, 0]);
});

test('the key’s own tolerance holds for what follows', () => {
  const third: Numeric = numeric('b', '2', 'A / 3');
  const near: Numeric = {
    ...third,
    key: { ...third.key, tolerance: { by: 'absolute', within: 0.01 } },
  };
  expect(points([numeric('a', '6'), near], { a: '5', b: '1.67' })).toEqual([0, 1]);
});

test('from two earlier parts, one of them an expression', () => {
  const half: Part = {
    ...parts.expression,
    id: 'a',
    key: { ...parts.expression.key, answers: ['1/2'], form: 'lowest-terms', mistakes: undefined },
  };
  const list = [half, numeric('b', '3'), numeric('c', '7/2', 'A + B')];
  expect(points(list, { a: '2/3', b: '2', c: '8/3' })).toEqual([0, 0, 1]);
});

test('a student is told why it counts', () => {
  expect(remarkOn(item(...square), { a: '18', b: '72' })).toBe(
    'Counted because it follows from your own earlier answer.',
  );
  expect(remarkOn(item(...square), { a: '18', b: '24' })).toBe('');
});

test('the key says it', () => {
  expect(keysInWords(item(...square))[1]).toBe(
    '24, exactly. 1 point. Counts as well when it is 4 * A of the student’s own answers.',
  );
});

test.each([
  [
    'a later part',
    [numeric('a', '6', '2 * B'), numeric('b', '24')],
    '/parts/0/follows “B” is no earlier part whose answer is a number. Parts are called A, B, C in their order.',
  ],
  [
    'a part without a number',
    [parts['single-choice'], numeric('b', '24', '2 * A')],
    '/parts/1/follows “A” is no earlier part whose answer is a number. Parts are called A, B, C in their order.',
  ],
  [
    'nothing',
    [numeric('a', '6', '2 * 3')],
    '/parts/0/follows This formula speaks of no earlier part; call it by its letter, as in 2 * A.',
  ],
] as [string, Part[], string][])('a formula about %s is refused', (_, list, message) => {
  expect(problems(...list)).toEqual([message]);
});

test('a formula that cannot be read is refused at its place', () => {
  expect(problems(numeric('a', '6'), numeric('b', '24', '4 * * A'))[0]).toMatch(
    /^\/parts\/1\/follows /,
  );
});

test('a formula stays about the same part when parts are moved', () => {
  const list = [numeric('a', '1'), numeric('b', '2'), numeric('c', '3', 'A + 2 * B')];
  expect(
    rearranged(list, [1, 0, 2]).map((part) => ('follows' in part ? part.follows : part.id)),
  ).toEqual(['b', 'a', 'B + 2 * A']);
});
