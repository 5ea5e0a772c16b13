/** Answers that are drawn or written as mathematics, and questions with a diagram, with other numbers each time. */
import type { Part } from '@oaken/core/items';
import { diagram, f, type DemoItem } from '../build';
import { answered, drawing, inUnit, typed } from './build';

type ExpressionPart = Extract<Part, { kind: 'expression' }>;

const whole = { rule: 'all-or-nothing', points: 1 } as const;
const square = { from: '-8', to: '8', step: '1' };

function expression(
  right: string,
  form: ExpressionPart['key']['form'],
  ...mistakes: [value: string, misconception: string][]
): ExpressionPart {
  return {
    id: 'a',
    kind: 'expression',
    key: {
      answers: [right],
      form,
      hasUnit: false,
      otherForm: 'nothing',
      mistakes: mistakes.map(([value, misconception]) => ({ value, misconception })),
    },
    rule: whole,
  };
}

const withDiagrams: DemoItem[] = [
  typed({
    standard: 'MA.6.GEO.1',
    depth: 1,
    seconds: 45,
    stem: `What is the area of the rectangle in cm²? ${diagram({ shape: 'rectangle', width: '[[a]] cm', height: '[[b]] cm' })}`,
    draw: drawing(`
      a: 5 to 14
      b: 2 to 9
      a > b
      a * b != 2 * (a + b)
    `),
    right: 'a * b',
    mistakes: [
      ['2 * (a + b)', 'Gives the perimeter.'],
      ['a + b', 'Adds the two sides.'],
    ],
    key: inUnit('cm²'),
    explanation: '[[a]] × [[b]] = [[a * b]].',
  }),
  typed({
    standard: 'MA.6.RAT.1',
    seconds: 70,
    stem: `What is the shaded part of the bar worth? ${diagram({ shape: 'bar', parts: '[[n]]', shaded: '[[k]]', whole: '[[n * v]] students', part: '' })}`,
    draw: drawing(`
      n: 4 to 10
      k: 2 to 9
      v: 3 to 12
      k < n
      n - k != k
      v != k
      n - k > 1
      (n - k) * v != k
    `),
    right: 'k * v',
    mistakes: [
      ['v', 'Gives one part.'],
      ['(n - k) * v', 'Gives what is not shaded.'],
      ['k', 'Counts the parts.'],
    ],
    key: inUnit('students', ['student', 1]),
    explanation: 'One part is [[n * v]] ÷ [[n]] = [[v]], and [[k; part is | parts are]] [[k * v]].',
  }),
  typed({
    standard: 'MA.6.NUM.2',
    depth: 1,
    seconds: 40,
    stem: `Which number does P stand for? ${diagram(
      {
        shape: 'number-line',
        from: '[[10 * s * low]]',
        to: '[[10 * s * (low + 1)]]',
        step: '[[s]]',
        every: '10',
        points: 'P = [[10 * s * low + s * k]]',
      },
      'A number line from [[10 * s * low]] to [[10 * s * (low + 1)]] with ten small steps between them, and P at small step [[k]]',
    )}`,
    draw: drawing(`
      s: 0.1 | 0.2 | 0.5 | 1 | 2
      low: -3 to 2
      k: 2 to 8
      k != 5
      10 * s * low + s * k != 10 * low + k
    `),
    right: '10 * s * low + s * k',
    mistakes: [['10 * low + k', 'Takes each step for one.']],
    explanation: 'P is [[k; small step | small steps]] of [[s]] right of [[10 * s * low]].',
  }),
];

const written: DemoItem[] = [
  answered(
    {
      standard: 'MA.6.ALG.1',
      stem: `Write ${f('[[a]](x + [[b]])')} without brackets.`,
      draw: drawing(`
        a: 2 to 9
        b: -9 to 9
        b != 0
        b != a
      `),
      explanation: `Both terms are taken [[a]] times: ${f('[[a]]x + [[a * b]]')}.`,
    },
    expression(
      '[[a]]x + [[a * b]]',
      'expanded',
      ['[[a]]x + [[b]]', 'Multiplies the first term only.'],
      ['[[a]]x + [[a + b]]', 'Adds where it should multiply.'],
    ),
  ),
  answered(
    {
      standard: 'MA.7.ALG.1',
      seconds: 80,
      stem: `Solve ${f('-[[a]]x + [[b]] < [[c]]')}.`,
      draw: drawing(`
        a: 2 to 9
        x: -8 to 8
        b: 1 to 12
        c = b - a * x
        x != 0
        x != 1
      `),
      explanation: 'Divide by −[[a]] at the end: the sign turns around, and x > [[x]].',
    },
    expression(
      'x > [[x]]',
      'simplified',
      ['x < [[x]]', 'Does not turn the sign when dividing by a negative number.'],
      ['x > [[-x]]', 'Loses the negative sign.'],
    ),
  ),
];

const drawn: DemoItem[] = [
  answered(
    {
      standard: 'MA.5.NUM.1',
      depth: 1,
      stem: `Mark ${f('[[n / b; fraction]]')} on the number line.`,
      draw: drawing(`
        b: 2 to 8
        n: 1 to 15
        n < 2 * b
        gcd(n, b) = 1
      `),
      explanation: 'Cut each whole into [[b]] equal parts, and count [[n; part | parts]] from 0.',
    },
    {
      id: 'a',
      kind: 'number-line',
      axis: { from: '0', to: '2', step: '1' },
      snap: '[[1 / b; fraction]]',
      labelEvery: 1,
      asks: 'points',
      key: [{ point: '[[n / b; fraction]]' }],
      rule: whole,
    },
  ),
  answered(
    {
      standard: 'MA.5.NUM.2',
      depth: 1,
      stem: `Shade ${f('\\frac{[[a]]}{[[b]]}')} of the grid.`,
      draw: drawing(`
        b: 2 | 3 | 4 | 6 | 8 | 12
        a: 1 to 11
        a < b
        a/b != 1/2
      `),
      explanation:
        'The grid has 24 pieces. In [[b]] equal groups there are [[24 / b]] each, and [[a; group is | groups are]] [[24 * a / b]] pieces.',
    },
    {
      id: 'a',
      kind: 'fraction-model',
      shape: 'grid',
      columns: 12,
      rows: 2,
      wholes: 1,
      key: '[[a / b; fraction]]',
      rule: whole,
    },
  ),
  answered(
    {
      standard: 'MA.8.ALG.1',
      seconds: 90,
      stem: `Draw the line ${f('y = [[m]]x + [[b]]')}.`,
      draw: drawing(`
        m: -3 to 3
        b: -4 to 4
        m != 0
        b != 0
        abs(m + b) <= 8
      `),
      explanation: 'It meets the y-axis at [[b]], and the next point is at (1, [[m + b]]).',
    },
    {
      id: 'a',
      kind: 'coordinate-plane',
      x: square,
      y: square,
      snap: '1',
      figures: ['line', 'point'],
      key: [
        {
          figure: 'line',
          points: [
            ['0', '[[b]]'],
            ['1', '[[m + b]]'],
          ],
        },
      ],
      rule: whole,
    },
  ),
];

export const drawnTemplates: DemoItem[] = [...withDiagrams, ...written, ...drawn];
