/**
 * A kind that is made up here walks through everything in core that knows kinds; only the list of
 * kinds is told of it.
 */
import { estimate, estimatePart } from './support/estimate';

jest.mock('../src/items/kinds/list', () => {
  const { kinds } = jest.requireActual('../src/items/kinds/list');
  const { estimate: made } = jest.requireActual('./support/estimate');
  return { kinds: { ...kinds, estimate: made } };
});

import { scoreAttempt } from '@oaken/core/attempts';
import type { Edition } from '@oaken/core/forms';
import {
  asksFor,
  blankPart,
  changeKind,
  concealIds,
  describeItem,
  exampleAnswers,
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
  type PartKind,
} from '@oaken/core/items';
import { itemFromRow, itemToRow } from '@oaken/core/interchange';
import { keyOnPaper } from '@oaken/core/print';

const madeUp = 'estimate' as PartKind;
const content = {
  stem: '<p>How wide is the river at the mill?</p>',
  parts: [estimatePart as unknown as Part],
  explanation: '',
  hints: [],
  notes: '',
} as ItemContent;
const facts = {
  standards: [],
  subject: 'geography',
  grades: [6],
  depth: 1,
  seconds: 60,
  tags: [],
  author: '',
  licence: '',
};

test('an author is offered it, in the order of the list', () => {
  expect(partKinds.at(-1)).toBe('estimate');
});

test('an item of it is read', () => {
  expect(readItem(content)).toEqual({ ok: true, content });
});

test('what is wrong with it is said at its place', () => {
  expect(readItem({ ...content, parts: [{ ...estimatePart, unit: '' }] })).toEqual({
    ok: false,
    problems: [{ pointer: '/parts/0/unit', message: 'A unit is missing.' }],
  });
});

test('a new part of it begins blank', () => {
  expect(blankPart(madeUp, 'b')).toMatchObject({ id: 'b', kind: 'estimate', unit: 'm' });
});

test('another kind becomes it and keeps the answer and the points', () => {
  const blank = blankPart('numeric', 'a') as Extract<Part, { kind: 'numeric' }>;
  const numeric = { ...blank, key: { ...blank.key, value: '12' } };
  expect(changeKind(numeric, madeUp).part).toMatchObject({ key: { value: 12 } });
});

test('it becomes another kind, and what is lost is named', () => {
  expect(changeKind(estimatePart as unknown as Part, 'information').lost).toContain('the points');
});

test('a student gets neither key nor rule', () => {
  expect(forSitting(content).parts).toEqual([
    { id: 'a', kind: 'estimate', prompt: undefined, unit: 'm' },
  ]);
});

test.each([
  ['near enough', 44, 2],
  ['too far', 46, 0],
  ['no number', 'wide', 0],
])('an answer that is %s earns its points', (_, response, points) => {
  expect(scoreItem(content, { a: response }).points).toBe(points);
});

test('it counts towards the points of the item', () => {
  expect(itemPoints(content)).toBe(2);
});

test('answer, key and what is right are said in words', () => {
  expect(responsesInWords(content, { a: 44 })).toBe('44 m');
  expect(keysInWords(content)).toEqual(['About 40 m.']);
  expect(rightInWords(content)).toEqual(['About 40 m.']);
});

test('it asks for points, and its answers are not typed', () => {
  expect(asksFor(content)).toBe('points');
  expect(exampleAnswers(estimatePart as unknown as Part)).toBeNull();
});

test('the key on paper is its sentence, since it says nothing shorter', () => {
  expect(keyOnPaper(estimatePart as unknown as Part)).toBe(estimate.keyInWords(estimatePart));
});

test('a search finds it by its kind', () => {
  expect(describeItem(content)).toMatchObject({ kind: 'estimate', markedBy: 'machine', points: 2 });
});

test('ids that could tell the order of its parts are hidden', () => {
  expect(concealIds(content, (n) => `x${n}`).parts[0]).toMatchObject({ kind: 'estimate' });
});

test('a row of a table says all of it', () => {
  const row = itemToRow(content, facts);
  expect(row).toMatchObject({ kind: 'estimate', right: '40', tolerance: '5', whole: '' });
  expect(itemFromRow(row)).toMatchObject({ ok: true, content });
});

test('an attempt is scored with it', () => {
  const edition = {
    title: 'Rivers',
    sections: [
      {
        id: 's',
        title: '',
        entries: [{ id: 'e', itemId: 1, revisionId: 1, points: 4, content, standards: [] }],
      },
    ],
  } as unknown as Edition;
  const rules = { shuffleItems: false, shuffleChoices: false };
  const scores = scoreAttempt(edition, new Map([['e', { a: 41 }]]), {
    seed: 1,
    form: null,
    rules,
    ranOut: false,
  } as never);
  expect(scores).toEqual([
    { entry: 'e', points: 4, maxPoints: 4, reached: true, needsMarking: false },
  ]);
});
