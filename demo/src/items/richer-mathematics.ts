/** Answers that are more than a choice or a number. */
import type { Part } from '@oaken/core/items';
import { f, paragraph, type DemoItem } from './build';

type PartOf<K extends Part['kind']> = Extract<Part, { kind: K }>;

const asked = (
  standard: string,
  seconds: number,
  stem: string,
  parts: Part[],
  explanation: string,
): DemoItem => ({
  standard,
  depth: 2,
  seconds,
  content: {
    stem: paragraph(stem),
    parts,
    explanation: paragraph(explanation),
    hints: [],
    notes: '',
  },
});

const whole = { rule: 'all-or-nothing', points: 1 } as const;

function expression(
  answers: string[],
  form: PartOf<'expression'>['key']['form'],
  mistakes: [value: string, misconception: string][] = [],
  more: Partial<PartOf<'expression'>['key']> = {},
): PartOf<'expression'> {
  return {
    id: 'a',
    kind: 'expression',
    key: {
      answers,
      form,
      hasUnit: false,
      otherForm: 'nothing',
      ...(mistakes.length > 0 && {
        mistakes: mistakes.map(([value, misconception]) => ({ value, misconception })),
      }),
      ...more,
    },
    rule: whole,
  };
}

const expressions: DemoItem[] = [
  asked(
    'MA.6.ALG.1',
    60,
    `Write ${f('2(x+3)')} without brackets.`,
    [
      expression(
        ['2x + 6'],
        'expanded',
        [
          ['2x + 3', 'Multiplies the first term only'],
          ['5x', 'Adds numbers that belong to different things'],
          ['2x + 5', 'Adds where it should multiply'],
        ],
        { otherForm: 'half' },
      ),
    ],
    'Both terms in the brackets are taken twice: 2·x + 2·3.',
  ),
  asked(
    'MA.8.ALG.1',
    80,
    `Factor ${f('x^2+5x+6')}.`,
    [
      expression(['(x + 2)(x + 3)'], 'factored', [
        ['(x + 1)(x + 6)', 'Looks at the product only'],
        ['(x - 2)(x - 3)', 'Turns the signs around'],
      ]),
    ],
    '2 and 3 have the sum 5 and the product 6.',
  ),
  asked(
    'MA.7.ALG.1',
    80,
    `Solve ${f('-2x+1<7')}.`,
    [
      expression(['x > -3'], 'simplified', [
        ['x < -3', 'Does not turn the sign when dividing by a negative number'],
        ['x > 3', 'Loses the negative sign'],
      ]),
    ],
    'Take 1 away on both sides, then divide by −2: the sign turns around.',
  ),
  asked(
    'MA.7.GEO.1',
    70,
    'A round bandstand is 3 m across from its middle to its edge. How large is its floor? Write the area with π.',
    [
      expression(
        ['9π m²'],
        'simplified',
        [
          ['6π m²', 'Uses the circumference for the area'],
          ['3π m²', 'Does not square the radius'],
        ],
        { hasUnit: true },
      ),
    ],
    'The area of a disc is π times the square of its radius: π · 3² m².',
  ),
];

const each = (points: number) => ({ rule: 'each-right', points }) as const;
const square = { from: '-5', to: '5', step: '1' };

const drawn: DemoItem[] = [
  asked(
    'MA.5.NUM.1',
    60,
    `Mark ${f('\\frac{3}{4}')} and ${f('1\\frac{1}{2}')} on the number line.`,
    [
      {
        id: 'a',
        kind: 'number-line',
        axis: { from: '0', to: '2', step: '1/4' },
        snap: '1/4',
        labelEvery: 4,
        asks: 'points',
        key: [{ point: '3/4' }, { point: '3/2' }],
        rule: each(2),
      },
    ],
    'Each whole is cut into four: three fourths are three marks, one and a half is six.',
  ),
  asked(
    'MA.7.ALG.1',
    70,
    `Draw all numbers for which ${f('x>-2')} and ${f('x\\le 3')}.`,
    [
      {
        id: 'a',
        kind: 'number-line',
        axis: square,
        snap: '1',
        labelEvery: 1,
        asks: 'stretches',
        key: [{ from: '-2', to: '3', closed: [false, true] }],
        rule: whole,
      },
    ],
    '−2 itself does not belong to it, 3 does.',
  ),
  asked(
    'MA.8.ALG.1',
    90,
    `Draw the line ${f('y=2x-1')}.`,
    [
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
              ['0', '-1'],
              ['2', '3'],
            ],
          },
        ],
        rule: whole,
      },
    ],
    'It meets the y-axis at −1 and goes two up for each one to the right.',
  ),
  asked(
    'MA.6.GEO.1',
    80,
    'Three corners of a rectangle are at (−3, −2), (4, −2) and (4, 3). Mark the fourth.',
    [
      {
        id: 'a',
        kind: 'coordinate-plane',
        x: square,
        y: square,
        snap: '1',
        figures: ['point'],
        key: [{ figure: 'point', points: [['-3', '3']] }],
        rule: whole,
      },
    ],
    'It lies above (−3, −2) and left of (4, 3).',
  ),
  asked(
    'MA.6.DAT.1',
    90,
    'On Monday 40 people came to the mill museum, on Tuesday twice as many, and on Wednesday 20 fewer than on Tuesday. Complete the bar chart.',
    [
      {
        id: 'a',
        kind: 'plot',
        style: 'bars',
        label: 'Visitors',
        axis: { from: '0', to: '100', step: '10' },
        categories: [
          { id: 'mon', text: 'Mon', value: '40', isGiven: true },
          { id: 'tue', text: 'Tue', value: '80' },
          { id: 'wed', text: 'Wed', value: '60' },
        ],
        rule: each(2),
      },
    ],
    'Twice 40 is 80, and 20 fewer are 60.',
  ),
  asked(
    'MA.5.NUM.2',
    50,
    `Shade ${f('\\frac{2}{3}')} of the bar.`,
    [
      {
        id: 'a',
        kind: 'fraction-model',
        shape: 'bar',
        columns: 6,
        rows: 1,
        wholes: 1,
        key: '2/3',
        rule: whole,
      },
    ],
    'Two thirds are four sixths: four of the six pieces.',
  ),
];

const solved: DemoItem[] = [
  asked(
    'MA.6.RAT.1',
    90,
    'A recipe takes 3 cups of flour for 2 cups of milk. Complete the table.',
    [
      {
        id: 'a',
        kind: 'fill-table',
        heads: ['Flour (cups)', 'Milk (cups)'],
        cells: [
          [{ text: '3' }, { text: '2' }],
          [{ text: '6' }, { id: 'c1', accepted: ['4'] }],
          [{ id: 'c2', accepted: ['9'] }, { text: '6' }],
          [{ text: '1' }, { id: 'c3', accepted: ['2/3'] }],
        ],
        rule: each(3),
      },
    ],
    'The ratio 3 to 2 stays the same in every row.',
  ),
  asked(
    'MA.7.ALG.1',
    150,
    `Solve ${f('3(x-2)=12')}, one step on each line.`,
    [
      {
        id: 'a',
        kind: 'steps',
        given: '3(x - 2) = 12',
        key: 'x = 6',
        lines: 2,
        rule: { rule: 'all-or-nothing', points: 4 },
      },
    ],
    'Divide by 3: x − 2 = 4. Add 2: x = 6.',
  ),
];

export const richerMathematics: DemoItem[] = [...expressions, ...drawn, ...solved];
