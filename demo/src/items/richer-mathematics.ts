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

export const richerMathematics: DemoItem[] = [...expressions];
