/** What of a test stands on an answer sheet, and what marks on it answer. */
import { geometryOf, sheetLayout, type SheetQuestion } from '@oaken/core/capture/sheets';
import { kindOf, partKinds, type Part, type PartKind } from '@oaken/core/items';
import { paperQuestions, responsesFrom } from '@oaken/core/on-paper';
import { item, parts, whole } from './support/one-of-each';

const entry = (...content: Part[]) => ({ id: 'e1', number: 4, content: item(...content) });
const questionsOf = (...content: Part[]) => paperQuestions([entry(...content)]);
/** A row for each string: the letters or signs that are marked in it. */
const answered = (part: Part, ...rows: string[]) => {
  const marked = rows.map((row) => ({ question: '4', marks: [...row] }));
  return responsesFrom(questionsOf(part), marked).get('e1')?.[part.id];
};

test.each<[PartKind, string[]]>([
  ['single-choice', ['B']],
  ['multiple-choice', ['AC']],
  ['true-false', ['B']],
  ['numeric', ['', '0', '.', '5', '']],
  ['inline-choice', ['A', 'C']],
  ['matching', ['A', 'B']],
  ['sorting', ['A', 'A', 'B', '']],
  ['ordering', ['A', 'B', 'C']],
  ['grid', ['A', 'B']],
])('the right bubbles of a part of kind %s earn all of its points', (kind, rows) => {
  const part = parts[kind];
  const { score, points } = kindOf(part);
  expect(score(part, answered(part, ...rows) as never)).toBe(points(part));
});

test.each<[string, string[], string]>([
  ['a sign', ['−', '3', '.', '2'], '-3.2'],
  ['a fraction', ['1', '/', '2'], '1/2'],
  ['places that were left out', ['', '4', '', '2'], '42'],
])('a number with %s is read from left to right', (_name, rows, number) => {
  expect(answered(parts.numeric, ...rows)).toBe(number);
});

test('nothing marked is no answer, whatever is asked', () => {
  const questions = paperQuestions([{ id: 'e1', number: 1, content: whole }]);
  expect(responsesFrom(questions, [])).toEqual(new Map());
});

test('a letter that stands for nothing is left out', () => {
  expect(answered(parts['inline-choice'], 'C', 'C')).toEqual(['g2 carries']);
});

test('parts are numbered as in the booklet, and what asks nothing has no place', () => {
  const { 'single-choice': choice, information, numeric } = parts;
  const ids = (...content: Part[]) => questionsOf(...content).map(({ question }) => question.id);
  expect(ids(choice)).toEqual(['4']);
  expect(ids(choice, numeric)).toEqual(['4a', '4b']);
  expect(ids(information)).toEqual([]);
});

describe('what bubbles cannot say is written in a frame', () => {
  const kindsIn = (part: Part): SheetQuestion['kind'][] =>
    questionsOf(part).map(({ question }) => question.kind);
  const many = (count: number) =>
    Array.from({ length: count }, (_, n) => ({ id: `c${n}`, text: `<p>${n}</p>` }));

  test.each(['short-text', 'long-text', 'words-in-text', 'places', 'drawing', 'upload'] as const)(
    '%s',
    (kind) => expect(kindsIn(parts[kind])).toEqual(['field']),
  );
  test('more choices than there are letters', () => {
    expect(kindsIn({ ...parts['single-choice'], choices: many(9), key: ['c0'] })).toEqual([
      'field',
    ]);
    expect(kindsIn({ ...parts['single-choice'], choices: many(8), key: ['c0'] })).toEqual([
      'choices',
    ]);
  });
  test('a number with a unit', () => {
    const key = { ...parts.numeric.key, unitRequired: true };
    expect(kindsIn({ ...parts.numeric, key })).toEqual(['field']);
  });
});

test('every kind of part has its place on a sheet, or asks nothing', () => {
  const entries = partKinds.map((kind, index) => ({
    ...{ id: kind, number: index + 1, content: item(parts[kind]) },
  }));
  const questions = paperQuestions(entries).map(({ question }) => question);
  const layout = sheetLayout.parse({ questions });
  const placed = geometryOf(layout).pages.flatMap(({ rows, fields }) => [
    ...rows.map((row) => row.question),
    ...fields.map((field) => field.question),
  ]);
  expect(new Set(placed).size).toBe(partKinds.length - 1);
});
