/** The columns of results: one declaration for the page, the clipboard and the file. */
import {
  columnsOf,
  itemColumns,
  orderBy,
  studentColumns,
  textOf,
  type ItemResult,
  type ResultColumn,
  type ResultsAnswer,
  type StudentResult,
} from '@oaken/contract/results';

const student = (change: Partial<StudentResult> = {}): StudentResult => ({
  id: 1,
  attemptId: 1,
  rosterNumber: 4,
  name: 'Ada Park',
  class: '6B',
  state: 'handed-in',
  handedInBy: 'student',
  handedInAt: 5_000,
  late: false,
  lateAnswers: 0,
  lateWaiting: 0,
  arrivedAt: null,
  seconds: 754,
  attempt: 1,
  attempts: 2,
  tries: 3,
  hints: 1,
  excused: false,
  form: null,
  points: 7.5,
  maxPoints: 9,
  bands: ['B'],
  cells: [],
  ...change,
});
const results = (change: Partial<ResultsAnswer> = {}) =>
  ({
    assignment: { id: 1 },
    complete: true,
    onPaper: { out: 0, toLookAt: 0 },
    practice: false,
    points: 9,
    bands: [],
    filters: { classes: [{ id: 1, name: '6B' }], groups: [], forms: [], attempts: false },
    items: [],
    ...change,
  }) as unknown as ResultsAnswer;
const saying = { time: (instant: number) => `at ${instant}` };
const column = (id: string): ResultColumn<StudentResult> =>
  studentColumns.find((candidate) => candidate.id === id)!;
const text = (id: string, change: Partial<StudentResult> = {}) =>
  textOf(column(id), student(change), results(), saying);
const ids = (answer: ResultsAnswer) =>
  columnsOf<ResultColumn<StudentResult>>(studentColumns, answer).map(({ id }) => id);

describe.each([
  ['students', studentColumns],
  ['items', itemColumns],
] as const)('columns of %s', (_, columns) => {
  test('no two have one name', () => {
    const names = columns.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('which columns there are', () => {
  test('without classes, bands, practice or attempts to tell apart', () => {
    expect(ids(results())).toEqual([
      'roster',
      'name',
      'points',
      'maxPoints',
      'percent',
      'time',
      'late',
      'state',
    ]);
  });
  test.each([
    [
      'class',
      {
        filters: {
          ...results().filters,
          classes: [
            { id: 1, name: '6B' },
            { id: 2, name: '6D' },
          ],
        },
      },
    ],
    ['band', { bands: [{ name: 'A', from: 0.9 }] }],
    ['attempt', { filters: { ...results().filters, attempts: true } }],
    ['tries', { practice: true }],
  ] as [string, Partial<ResultsAnswer>][])('%s where it says something', (id, change) => {
    expect(ids(results())).not.toContain(id);
    expect(ids(results(change))).toContain(id);
  });
  test('answers from elsewhere have neither time nor state', () => {
    expect(ids(results({ assignment: null }))).toEqual([
      'roster',
      'name',
      'points',
      'maxPoints',
      'percent',
    ]);
  });
});

describe('what a column says', () => {
  test.each([
    ['points', {}, '7.5'],
    ['points', { points: null }, '—'],
    ['points', { points: 7.333333 }, '7.33'],
    ['percent', {}, '83%'],
    ['percent', { points: null }, '—'],
    ['time', {}, '12.6'],
    ['time', { seconds: null }, '—'],
    ['attempt', {}, '1 of 2'],
    ['attempt', { attempt: 0 }, '—'],
    ['tries', {}, '3'],
    ['tries', { state: 'not-begun' }, '—'],
    ['state', {}, 'handed in at 5000'],
    ['state', { late: true, arrivedAt: 6_000 }, 'handed in at 5000, late, arrived at 6000'],
    ['state', { handedInBy: 'server' }, 'time ran out at 5000'],
    ['state', { excused: true }, 'not scored; handed in at 5000'],
    ['state', { state: 'working' }, 'working'],
    ['state', { state: 'not-begun' }, 'did not begin'],
    [
      'state',
      { lateAnswers: 1 },
      'handed in at 5000, 1 answer written in time arrived after the end',
    ],
  ] as [string, Partial<StudentResult>, string][])('%s of %j', (id, change, said) => {
    expect(text(id, change)).toBe(said);
  });

  test('a file has the number and not the words', () => {
    const value = (id: string, change: Partial<StudentResult> = {}) =>
      column(id).value(student(change), results());
    expect(value('percent')).toBe(83.3);
    expect(value('state')).toBe('handed in');
    expect(value('maxPoints', { maxPoints: null })).toBe(9);
  });
});

describe('the order by a column', () => {
  const order = (id: string, list: Partial<StudentResult>[]) =>
    list
      .map((change) => student(change))
      .sort(orderBy(column(id), results()))
      .map(({ id: number }) => number);

  test('numbers, with nothing first', () => {
    const list = [
      { id: 1, points: 5 },
      { id: 2, points: null },
      { id: 3, points: 0 },
    ];
    expect(order('points', list)).toEqual([2, 3, 1]);
  });
  test('names by the alphabet', () => {
    expect(
      order('name', [
        { id: 1, name: 'Ömer' },
        { id: 2, name: 'Zoe' },
        { id: 3, name: 'Ada' },
      ]),
    ).toEqual([3, 1, 2]);
  });
  test('roster numbers class by class', () => {
    const list = [
      { id: 1, class: '6D', rosterNumber: 1 },
      { id: 2, class: '6B', rosterNumber: 9 },
      { id: 3, class: '6B', rosterNumber: 2 },
    ];
    expect(order('roster', list)).toEqual([3, 2, 1]);
  });
  test('letter grades by the score that earned them', () => {
    const list = [
      { id: 1, bands: ['A'], points: 9 },
      { id: 2, bands: ['B'], points: 3 },
    ];
    expect(order('band', list)).toEqual([2, 1]);
  });
  test('states by when the work was handed in; what was not comes last', () => {
    const list = [
      { id: 1, handedInAt: null },
      { id: 2, handedInAt: 9 },
      { id: 3, handedInAt: 2 },
    ];
    expect(order('state', list)).toEqual([3, 2, 1]);
  });
});

describe('columns of items', () => {
  const item = {
    number: 1,
    stem: '<p>How <b>far</b>?</p>',
    standards: ['MA.6.RAT.1', 'MA.6.RAT.2'],
    maxPoints: 2,
    n: 27,
    facility: { value: 0.123456 },
    upperLower: { value: null, reason: 'nobody' },
    options: [
      { label: '3 km', n: 4, right: true },
      { label: '5 km', n: 2, right: false },
    ],
    wrongAnswers: [{ answer: '5 km', n: 2 }],
    flags: [{ title: 'Very hard', reason: 'Few were right.' }],
    time: { value: 61_234 },
  } as unknown as ItemResult;
  test.each([
    ['question', 'How far?'],
    ['standards', 'MA.6.RAT.1 MA.6.RAT.2'],
    ['facility', 0.1235],
    ['discrimination', null],
    ['choices', '3 km (key): 4; 5 km: 2'],
    ['wrongAnswers', '5 km: 2'],
    ['notes', 'Very hard: Few were right.'],
    ['time', 61.2],
  ])('%s', (id, value) => {
    const found: ResultColumn<ItemResult> = itemColumns.find((candidate) => candidate.id === id)!;
    expect(found.value(item, results())).toBe(value);
  });
  test('time stands there where somebody took any', () => {
    const ofItems = (items: ItemResult[]) =>
      columnsOf<ResultColumn<ItemResult>>(itemColumns, results({ items })).map(({ id }) => id);
    expect(ofItems([item])).toContain('time');
    expect(ofItems([{ ...item, time: { value: null, reason: '' } } as ItemResult])).not.toContain(
      'time',
    );
  });
});
