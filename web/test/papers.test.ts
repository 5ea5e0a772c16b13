/**
 * What a student gets of each kind on paper.
 *
 * @jest-environment jsdom
 */
import {
  forSitting,
  partKinds,
  type Part,
  type PartKind,
  type SittingPart,
} from '@oaken/core/items';
import { mount } from '@vue/test-utils';
import { item, parts } from '../../core/test/support/one-of-each';
import PaperPart from '../src/desk/assessments/print/PaperPart.vue';

jest.mock('../src/rich/RichField.vue', () => ({
  __esModule: true,
  default: jest.requireActual('./support/editing-field').PlainField,
}));
jest.mock('../src/rich/MediaDialog.vue', () => ({
  __esModule: true,
  default: { render: () => null },
}));

const printed = (part: Part) =>
  mount(PaperPart, { props: { part: forSitting(item(part)).parts[0] as SittingPart } });
const words = (part: Part) => printed(part).text().replace(/\s+/g, ' ');

test.each(partKinds.filter((kind) => kind !== 'information'))('%s can be printed', (kind) => {
  expect(printed(parts[kind] as Part).find('.on-paper').element.children.length).toBeGreaterThan(0);
});

test('a page of information leaves nothing to fill in', () => {
  expect(printed(parts.information).find('.on-paper').exists()).toBe(false);
});

test.each([
  ['single-choice', 'A choice a'],
  ['true-false', 'True False'],
  ['inline-choice', '( wets / dries )'],
  ['numeric', 'Answer:'],
  ['short-text', 'Answer:'],
  ['long-text', 'At most 80 words'],
  ['matching', 'Write a letter beside each number.'],
  ['sorting', 'Write each of these into the column where it belongs.'],
  ['ordering', 'Number these in order.'],
  ['words-in-text', 'Circle all of the underlined words that fit.'],
  ['places', 'Mark every place that fits with a cross.'],
  ['grid', 'First'],
  ['upload', 'Do this on a separate sheet and hand it in with this one.'],
  ['survey', 'Glad'],
  ['expression', '(expanded)'],
  ['fill-table', '2x + 1'],
  ['steps', '2x + 4 = 10'],
  ['number-line', 'Mark the points on the number line.'],
  ['coordinate-plane', 'Draw in the coordinate plane.'],
  ['plot', 'Draw the bars that are missing.'],
  ['fraction-model', 'Shade what is asked for.'],
] as [PartKind, string][])('%s says how it is done', (kind, text) => {
  expect(words(parts[kind] as Part)).toContain(text);
});

describe('boxes', () => {
  test('are round where one is to be ticked, and square where several are', () => {
    expect(printed(parts['single-choice']).findAll('.box.square')).toHaveLength(0);
    expect(printed(parts['multiple-choice']).findAll('.box.square')).toHaveLength(3);
  });
  test('a grid has one in each cell', () => {
    expect(printed(parts.grid).findAll('td .box')).toHaveLength(4);
  });
});

describe('wordings that depend on what is asked', () => {
  test('a number with its unit', () => {
    const key = { ...parts.numeric.key, units: [{ name: 'm', factor: 1 }], unitRequired: true };
    expect(words({ ...parts.numeric, key })).toContain('(with its unit)');
  });
  test('letters that may be used again', () => {
    expect(words({ ...parts.matching, once: false })).toContain('may be used more than once');
  });
  test('the ends of an order', () => {
    const ends = { first: 'earliest', last: 'latest' };
    expect(words({ ...parts.ordering, ends })).toContain('in order, from earliest to latest.');
  });
  test.each([
    [1, 'Mark one place with a cross.'],
    [2, 'Mark up to 2 places with a cross.'],
  ])('at most %i places', (mostChosen, text) => {
    expect(words({ ...parts.places, mostChosen })).toContain(text);
  });
  test.each([
    [{ leastWords: 20, mostWords: 60 }, '20 to 60 words'],
    [{ leastWords: 20, mostWords: undefined }, 'At least 20 words'],
  ])('so many words', (range, text) => {
    expect(words({ ...parts['long-text'], ...range })).toContain(text);
  });
});

test.each([
  [1, 3],
  [6, 6],
  [90, 40],
])('%i lines asked for are %i on paper', (lines, drawn) => {
  expect(printed({ ...parts['long-text'], lines }).findAll('.rule')).toHaveLength(drawn);
});

test('nothing on paper tells the key', () => {
  for (const kind of partKinds)
    expect(words(parts[kind] as Part)).not.toMatch(/misconception|guide/);
});
