/** Answers that are drawn or filled in: number lines, planes, plots, models, tables and steps. */
import {
  followingLines,
  keysInWords,
  plainFigure,
  readItem,
  remarkOn,
  responsesInWords,
  scoreItem,
  type Figure,
  type LineMark,
  type Part,
} from '@oaken/core/items';
import { answersIn } from '@oaken/words/written';
import fc from 'fast-check';
import { item, parts, right } from './support/one-of-each';

const points = (part: Part, response: unknown) =>
  scoreItem(item(part), { [part.id]: response }).points;
const problems = (part: unknown) => {
  const read = readItem(item(part as Part));
  return read.ok ? [] : read.problems.map(({ pointer, message }) => `${pointer} ${message}`);
};
const remark = (part: Part, response: unknown) => remarkOn(item(part), { [part.id]: response });

describe('number line', () => {
  const line = parts['number-line'];
  const stretch = (from: string, to: string, ...closed: [boolean, boolean]): LineMark => ({
    from,
    to,
    closed,
  });
  const between: Part = {
    ...line,
    asks: 'stretches',
    key: [stretch('-2', '3', false, true)],
    rule: { rule: 'all-or-nothing', points: 1 },
  };

  test.each([
    ['both points, written otherwise', [{ point: '1.5' }, { point: '-4/2' }], 2],
    ['one of two', [{ point: '3/2' }], 1],
    ['one of two and one too many', [{ point: '3/2' }, { point: '0' }], 1],
    ['nothing', [], 0],
    ['what is no number', [{ point: 'x' }], 0],
  ])('%s', (_, response, earned) => expect(points(line, response)).toBe(earned));

  test('one too many takes away where the rule says so', () => {
    const strict: Part = { ...line, rule: { rule: 'wrong-takes-away', points: 2 } };
    expect(points(strict, [{ point: '3/2' }, { point: '0' }])).toBe(0);
  });

  test.each([
    ['the stretch', stretch('-2', '3', false, true), 1],
    ['an end that does not belong', stretch('-2', '3', true, true), 0],
    ['an end without end', stretch('-2', '', false, true), 0],
  ])('%s', (_, mark, earned) => expect(points(between, [mark])).toBe(earned));

  test('an end without end belongs to nothing, whatever is said of it', () => {
    const ray: Part = { ...between, key: [stretch('', '3', true, true)] };
    expect(points(ray, [stretch('', '3', false, true)])).toBe(1);
  });

  test.each([
    [
      { axis: { from: '5', to: '-5', step: '1' } },
      '/parts/0/axis These numbers make no axis: it goes from a smaller to a larger number, in at most 200 steps.',
    ],
    [
      { axis: { from: '0', to: '5', step: '0' } },
      '/parts/0/axis These numbers make no axis: it goes from a smaller to a larger number, in at most 200 steps.',
    ],
    [
      { axis: { from: '0', to: 'x', step: '1' } },
      '/parts/0/axis/to “x” is not a number. Write it like -5, 2.5 or 3/4.',
    ],
    [{ key: [{ point: '1/3' }] }, '/parts/0/key/0 1/3 cannot be set on this axis.'],
    [{ key: [{ point: '7' }] }, '/parts/0/key/0 7 cannot be set on this axis.'],
    [
      { key: [stretch('0', '1', true, true)] },
      '/parts/0/key/0 Mark 1 is of the other kind than what is asked.',
    ],
    [{ key: [] }, '/parts/0/key Nothing is marked as right.'],
  ])('%j is refused', (change, message) => {
    expect(problems({ ...line, ...change })).toContain(message);
  });

  test('a stretch from 3 to 3 is none', () => {
    expect(problems({ ...between, key: [stretch('3', '3', true, true)] })).toEqual([
      '/parts/0/key/0 Stretch 1 begins where it ends.',
    ]);
  });

  test('it is said in the signs of mathematics', () => {
    const marks = [stretch('', '-1', true, true), stretch('2', '5', false, true)];
    expect(responsesInWords(item(between), { [between.id]: marks })).toBe('(-∞, -1] and (2, 5]');
  });

  test('what earned points is said', () => {
    expect(remark(line, [{ point: '3/2' }, { point: '0' }])).toBe('1 of 2 right, 1 too many.');
  });
});

describe('figures in a plane', () => {
  const figure = (name: Figure['figure'], ...given: [number, number][]): Figure => ({
    figure: name,
    points: given.map(([x, y]) => [String(x), String(y)]),
  });

  test.each([
    [
      'a line by other points of it',
      figure('line', [0, 1], [1, 3]),
      figure('line', [-1, -1], [2, 5]),
    ],
    ['a vertical line', figure('line', [2, 0], [2, 5]), figure('line', [2, -3], [2, 1])],
    [
      'a segment turned around',
      figure('segment', [0, 0], [3, 4]),
      figure('segment', [3, 4], [0, 0]),
    ],
    [
      'a circle by another point of it',
      figure('circle', [0, 0], [3, 4]),
      figure('circle', [0, 0], [-5, 0]),
    ],
    [
      'a parabola by another point of it',
      figure('parabola', [1, 2], [2, 3]),
      figure('parabola', [1, 2], [-1, 6]),
    ],
    [
      'a half-plane by other points',
      figure('half-plane', [0, 0], [1, 1], [0, 3]),
      figure('half-plane', [3, 3], [2, 2], [-1, 0]),
    ],
  ])('%s is the same', (_, a, b) => expect(plainFigure(a)).toBe(plainFigure(b)));

  test.each([
    ['a line and another', figure('line', [0, 1], [1, 3]), figure('line', [0, 1], [1, 4])],
    ['a line and its segment', figure('line', [0, 1], [1, 3]), figure('segment', [0, 1], [1, 3])],
    [
      'two sides of an edge',
      figure('half-plane', [0, 0], [1, 1], [0, 3]),
      figure('half-plane', [0, 0], [1, 1], [3, 0]),
    ],
    [
      'with and without its edge',
      figure('half-plane', [0, 0], [1, 1], [0, 3]),
      { ...figure('half-plane', [0, 0], [1, 1], [0, 3]), isOpen: true },
    ],
    [
      'parabolas that open otherwise',
      figure('parabola', [0, 0], [1, 1]),
      figure('parabola', [0, 0], [1, -1]),
    ],
  ])('%s are not', (_, a, b) => expect(plainFigure(a)).not.toBe(plainFigure(b)));

  test.each([
    figure('line', [1, 1], [1, 1]),
    figure('circle', [1, 1], [1, 1]),
    figure('parabola', [1, 1], [1, 4]),
    figure('half-plane', [0, 0], [1, 1], [2, 2]),
  ])('%j is none', (given) => expect(plainFigure(given)).toBeNull());

  test('any two points of a line make it', () => {
    const whole = fc.integer({ min: -9, max: 9 });
    fc.assert(
      fc.property(
        whole,
        whole,
        fc.uniqueArray(whole, { minLength: 4, maxLength: 4 }),
        (m, b, xs) => {
          const at = (x: number): [number, number] => [x, m * x + b];
          const [p = 0, q = 0, r = 0, s = 0] = xs;
          expect(plainFigure(figure('line', at(p), at(q)))).toBe(
            plainFigure(figure('line', at(r), at(s))),
          );
        },
      ),
    );
  });

  test.each([
    [
      { key: [figure('circle', [0, 0], [1, 0])] },
      '/parts/0/key/0 The answer has a circle, which is not offered.',
    ],
    [{ key: [figure('line', [0, 0], [0, 0])] }, '/parts/0/key/0 These points make no line.'],
    [{ key: [figure('point', [9, 0])] }, '/parts/0/key/0 (9, 0) cannot be set in this plane.'],
    [{ figures: [] }, '/parts/0/figures Nothing is offered that can be drawn.'],
  ])('%j is refused', (change, message) => {
    expect(problems({ ...parts['coordinate-plane'], ...change })).toContain(message);
  });

  test('it is said in words, in the language of the student', () => {
    const plane = parts['coordinate-plane'];
    const given = { [plane.id]: right[plane.id] };
    expect(responsesInWords(item(plane), given, answersIn('es'))).toBe(
      'la recta por (-1, -1) y (2, 5)',
    );
  });
});

describe('plot', () => {
  const { plot } = parts;
  test.each([
    [{ mon: '4', tue: '8' }, 2],
    [{ mon: '4.0', tue: '6' }, 1],
    [{ wed: '6' }, 0],
    [{}, 0],
  ])('%j earns %d', (response, earned) => expect(points(plot, response)).toBe(earned));

  test('a bar between two steps is refused as a key', () => {
    const categories = [{ ...plot.categories[0]!, value: '3' }, ...plot.categories.slice(1)];
    expect(problems({ ...plot, categories })).toEqual([
      '/parts/0/categories/0/value 3 cannot be set on this axis.',
    ]);
  });

  test('one at least is left to be set', () => {
    const categories = plot.categories.map((category) => ({ ...category, isGiven: true }));
    expect(problems({ ...plot, categories })).toContain(
      '/parts/0/categories All of them stand there from the beginning; leave one to be set.',
    );
  });
});

describe('fraction model', () => {
  const model = parts['fraction-model'];
  test.each([
    ['three of four', [0, 1, 2], 1],
    ['other three of four', [1, 2, 3], 1],
    ['the same one three times', [1, 1, 1], 0],
    ['pieces that are not there', [1, 2, 7], 0],
    ['two', [0, 1], 0],
  ])('%s', (_, response, earned) => expect(points(model, response)).toBe(earned));

  test('more than a whole', () => {
    const two: Part = { ...model, wholes: 2, key: '5/4' };
    expect(points(two, [0, 1, 2, 3, 4])).toBe(1);
  });

  test.each([
    [{ key: '2/3' }, '/parts/0/key 2/3 cannot be shaded where a whole has 4 pieces.'],
    [{ key: '5/4' }, '/parts/0/key 5/4 is not between nothing and all that can be shaded.'],
    [{ rows: 2 }, '/parts/0/rows Only a grid has more than one row of pieces.'],
  ])('%j is refused', (change, message) => {
    expect(problems({ ...model, ...change })).toContain(message);
  });
});

describe('table', () => {
  const table = parts['fill-table'];
  const words: Part = {
    ...table,
    cells: [
      [{ text: 'Oslo' }, { id: 'c1', accepted: ['Norway'] }],
      [{ text: '2x' }, { id: 'c2', accepted: ['4x + 2', 'four'] }],
    ],
  };
  test.each([
    [{ c1: '3', c2: '5' }, 2],
    [{ c1: ' 3.0 ', c2: '4' }, 1],
    [{ c3: '3' }, 0],
  ])('%j earns %d', (response, earned) => expect(points(table, response)).toBe(earned));

  test.each([
    [{ c1: 'norway', c2: '2(2x+1)' }, 2],
    [{ c1: 'yawron', c2: 'Four' }, 1],
    [{ c1: 'Norwa', c2: '2(2y+1)' }, 0],
  ])('words by their letters, formulas by what they say: %j', (response, earned) =>
    expect(points(words, response)).toBe(earned),
  );

  test('a row of another length, and one without an open cell', () => {
    expect(problems({ ...table, cells: [[{ text: '1' }]] })).toEqual([
      '/parts/0/cells/0 Row 1 has another number of cells than the headings.',
      '/parts/0/cells No cell is left open for an answer.',
    ]);
  });

  test('each cell is said with its place', () => {
    expect(responsesInWords(item(words), { [words.id]: { c1: 'Sweden' } })).toBe(
      'Oslo, 2x + 1: Sweden',
    );
  });
});

describe('steps', () => {
  const { steps } = parts;
  test.each([
    ['a whole solution', ['2x = 6', 'x = 3'], 2],
    ['one line more than expected', ['2x + 4 - 4 = 10 - 4', '2x = 6', 'x = 3'], 2],
    ['only the solution: half of the lines', ['x = 3'], 1.5],
    ['the beginning copied', ['2x + 4 = 10', 'x = 3'], 1.5],
    ['one line repeated', ['x = 3', '3 = x', 'x = 3'], 2],
    ['a wrong line, and the right end', ['2x = 5', 'x = 3'], 1],
    ['one mistake, and what follows from it', ['2x = 14', 'x = 7'], 0.5],
    ['another letter', ['y = 3'], 0],
    ['what cannot be read', ['2x = '], 0],
  ])('%s', (_, lines, earned) => expect(points(steps, lines)).toBe(earned));

  test('each line is held against the one before', () => {
    expect(followingLines('2x + 4 = 10', ['2x = 14', 'x = 7', 'x = 3'])).toEqual([
      false,
      true,
      false,
    ]);
  });

  test('an inequality turns its sign', () => {
    expect(followingLines('-2x < 6', ['x > -3'])).toEqual([true]);
    expect(followingLines('-2x < 6', ['x < -3'])).toEqual([false]);
  });

  test('an expression is rewritten', () => {
    expect(followingLines('2(x + 3) + x', ['2x + 6 + x', '3x + 6', '9x'])).toEqual([
      true,
      true,
      false,
    ]);
  });

  test('an end that does not follow from the beginning is refused', () => {
    expect(problems({ ...steps, key: 'x = 4' })).toEqual([
      '/parts/0/key “x = 4” does not say the same as “2x + 4 = 10”.',
    ]);
  });

  test('what earned points is said', () => {
    expect([remark(steps, ['2x = 14', 'x = 7']), remark(steps, ['2x = 6', 'x = 3'])]).toEqual([
      '1 of 2 lines follow from the one before; the last line is not the solution.',
      '2 of 2 lines follow from the one before; the last line is the solution.',
    ]);
  });
});

test.each([
  'number-line',
  'coordinate-plane',
  'plot',
  'fraction-model',
  'fill-table',
  'steps',
] as const)('whatever is sent, %s gives between nothing and all of its points', (kind) => {
  const part = parts[kind];
  const all = scoreItem(item(part), { [part.id]: right[part.id] }).maxPoints;
  fc.assert(
    fc.property(fc.anything(), (response) => {
      const earned = points(part, response);
      expect(earned).toBeGreaterThanOrEqual(0);
      expect(earned).toBeLessThanOrEqual(all);
    }),
  );
});

test('each says what is right, and for how much', () => {
  const said = (
    ['number-line', 'coordinate-plane', 'plot', 'fraction-model', 'fill-table', 'steps'] as const
  ).map((kind) => keysInWords(item(parts[kind]))[0]);
  expect(said).toEqual([
    '3/2 and -2: each right mark earns its share of 2 points.',
    '1 point for exactly the line through (0, 1) and (1, 3), otherwise none.',
    'Mon: 4 and Tue: 8: each right bar earns its share of 2 points.',
    '3/4 is shaded, whichever pieces: 1 point.',
    '1, 2x + 1: 3 and 2, 2x + 1: 5: each right cell earns its share of 2 points.',
    'From 2x + 4 = 10 to x = 3 in 2 lines: half of 2 points for the last line, the rest for lines that follow from the one before.',
  ]);
});
