/** What of a test stands on an answer sheet, and what marks on it answer. */
import { geometryOf, sheetLayout, type SheetQuestion } from '@oaken/core/capture/sheets';
import {
  kindOf,
  partKinds,
  responsesInWords,
  scoreItem,
  sentResponses,
  type Part,
  type PartKind,
} from '@oaken/core/items';
import { answersOnPages, paperQuestions, responsesFrom, sheetKindOf } from '@oaken/core/on-paper';
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

describe('what no machine reads', () => {
  const address = `/api/files/${'a'.repeat(22)}`;
  const { 'single-choice': choice, 'long-text': essay, 'short-text': short, upload } = parts;
  const row = (marks: string[], doubt: string | null = null) => ({ question: '4', marks, doubt });
  const framed = (part: Part, picture: string | null) =>
    answersOnPages(questionsOf(part), [{ rows: [], fields: [{ question: '4', picture }] }]).get(
      'e1',
    );

  test('marks with a doubt are unclear, whatever they seem to say', () => {
    const answers = answersOnPages(questionsOf(choice), [
      { rows: [row(['B'], 'faint')], fields: [] },
    ]);
    expect(answers.get('e1')).toEqual({ [choice.id]: { unclear: true } });
  });

  test('one row with a doubt makes all of a number unclear', () => {
    const rows = [row(['1']), row(['2'], 'two-marks')];
    const answers = answersOnPages(questionsOf(parts.numeric), [{ rows, fields: [] }]);
    expect(answers.get('e1')).toEqual({ [parts.numeric.id]: { unclear: true } });
  });

  test('what stands in a frame is answered by its picture, and an empty frame is not', () => {
    expect(framed(essay, address)).toEqual({ [essay.id]: { handwritten: [address] } });
    expect(framed(essay, null)).toBeUndefined();
  });

  test('where a photo is asked for, the picture is one', () => {
    expect(framed(upload, address)).toEqual({ [upload.id]: [address] });
  });

  test('parts of one item on two pages are one answer', () => {
    const questions = questionsOf(choice, essay);
    const first = { rows: [{ question: '4a', marks: ['B'], doubt: null }], fields: [] };
    const second = { rows: [], fields: [{ question: '4b', picture: address }] };
    const answer = answersOnPages(questions, [second, first]).get('e1')!;
    expect(Object.keys(answer).sort()).toEqual([choice.id, essay.id].sort());
  });

  describe('is scored', () => {
    const written = { [short.id]: { handwritten: [address] } };
    const unclear = { [short.id]: { unclear: true } };

    test('by hand, whatever its kind', () => {
      expect(scoreItem(item(short), written)).toMatchObject({ points: 0, needsMarking: true });
      const marked = scoreItem(item(short), written, { [short.id]: 1 });
      expect(marked).toMatchObject({ points: 1, needsMarking: false });
    });

    test('only after somebody has looked at it: no mark counts for what is unclear', () => {
      const marked = scoreItem(item(short), unclear, { [short.id]: 1 });
      expect(marked).toMatchObject({ points: 0, needsMarking: true });
      expect(marked.parts[0]!.answered).toBe(true);
    });

    test('and said in words', () => {
      expect(responsesInWords(item(short), written)).toBe('written on paper');
      expect(responsesInWords(item(short), unclear)).toMatch(/^marks on paper/);
    });

    test('and never believed of a device', () => {
      expect([written, unclear].map((sent) => sentResponses.safeParse(sent).success)).toEqual([
        false,
        false,
      ]);
      expect(sentResponses.safeParse({ [short.id]: 'mean' }).success).toBe(true);
    });
  });
});

test.each<[PartKind, ReturnType<typeof sheetKindOf>]>([
  ['single-choice', 'choices'],
  ['true-false', 'true-false'],
  ['numeric', 'number'],
  ['matching', 'pairs'],
  ['ordering', 'order'],
  ['inline-choice', 'gaps'],
  ['long-text', 'frame'],
  ['information', null],
])('a part of kind %s is explained as %s', (kind, how) => {
  expect(sheetKindOf(parts[kind])).toBe(how);
});
