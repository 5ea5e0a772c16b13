/** One part of each kind, with a right answer to each; a kind that is added without one fails the type check. */
import type { ItemContent, Part, PartKind } from '@oaken/core/items';

const once = { rule: 'all-or-nothing', points: 1 } as const;
const each = { rule: 'each-right', points: 4 } as const;
const byHand = { rule: 'by-hand', points: 3 } as const;
export const choices = ['a', 'b', 'c'].map((id) => ({
  id,
  text: `choice ${id}`,
  misconception: `misconception ${id}`,
}));
export const folding = { case: true, space: true, accents: true, punctuation: true };
const picture = {
  file: `/api/files/${'f'.repeat(22)}`,
  alternative: 'A map',
  width: 400,
  height: 300,
};
const named = (...texts: string[]) => texts.map((text) => ({ id: text.toLowerCase(), text }));

export const parts: { [K in PartKind]: Extract<Part, { kind: K }> } = {
  'single-choice': { id: 'p1', kind: 'single-choice', choices, key: ['b'], rule: once },
  'multiple-choice': {
    id: 'p2',
    kind: 'multiple-choice',
    choices,
    key: ['a', 'c'],
    rule: { rule: 'wrong-takes-away', points: 2 },
  },
  'true-false': {
    id: 'p3',
    kind: 'true-false',
    key: false,
    misconception: 'misconception',
    rule: once,
  },
  numeric: {
    id: 'p4',
    kind: 'numeric',
    key: {
      value: '0.5',
      tolerance: { by: 'absolute', within: 0.005 },
      decimal: 'point',
      units: [],
      unitRequired: false,
    },
    rule: once,
  },
  'short-text': {
    id: 'p5',
    kind: 'short-text',
    key: { variants: ['tributary', 'side river'], fold: folding },
    rule: once,
  },
  'long-text': {
    id: 'p6',
    kind: 'long-text',
    lines: 6,
    mostWords: 80,
    guide: 'Look for the guide',
    rule: byHand,
  },
  'inline-choice': {
    id: 'p7',
    kind: 'inline-choice',
    text: '<p>Rain <span data-gap="g1"></span> the soil, and wind <span data-gap="g2"></span> it.</p>',
    gaps: [
      { id: 'g1', choices: named('wets', 'dries'), key: ['wets'] },
      { id: 'g2', choices: named('moves', 'melts', 'carries'), key: ['moves', 'carries'] },
    ],
    rule: { rule: 'each-right', points: 2 },
  },
  matching: {
    id: 'p8',
    kind: 'matching',
    left: named('Oslo', 'Bern'),
    right: named('Norway', 'Switzerland', 'Peru'),
    key: ['oslo norway', 'bern switzerland'],
    once: true,
    rule: each,
  },
  sorting: {
    id: 'p9',
    kind: 'sorting',
    choices: named('Granite', 'Basalt', 'Marble', 'Plastic'),
    groups: named('Igneous', 'Metamorphic'),
    keys: [['granite igneous', 'basalt igneous', 'marble metamorphic']],
    rule: { rule: 'wrong-takes-away', points: 3 },
  },
  ordering: {
    id: 'p10',
    kind: 'ordering',
    choices: named('One', 'Two', 'Three'),
    key: ['one', 'two', 'three'],
    rule: { rule: 'each-place', points: 3 },
  },
  grid: {
    id: 'p11',
    kind: 'grid',
    rows: named('First', 'Second'),
    columns: named('Yes', 'No'),
    key: ['first yes', 'second no'],
    many: false,
    rule: { rule: 'each-right', points: 2 },
  },
  'words-in-text': {
    id: 'p12',
    kind: 'words-in-text',
    text: '<p>The <span data-words="w1">river</span> runs to the <span data-words="w2">sea</span>.</p>',
    key: ['w2'],
    rule: once,
  },
  places: {
    id: 'p13',
    kind: 'places',
    picture,
    places: [
      { id: 'n', label: 'North', area: { shape: 'rect', x: 0, y: 0, width: 100, height: 50 } },
      { id: 's', label: 'South', area: { shape: 'circle', x: 50, y: 250, radius: 30 } },
    ],
    key: ['s'],
    rule: once,
  },
  drawing: { id: 'p14', kind: 'drawing', ground: picture, guide: 'guide', rule: byHand },
  upload: { id: 'p15', kind: 'upload', accepts: 'photo', most: 2, guide: 'guide', rule: byHand },
  survey: { id: 'p16', kind: 'survey', style: 'one', choices: named('Glad', 'Sad') },
  information: { id: 'p17', kind: 'information' },
  expression: {
    id: 'p18',
    kind: 'expression',
    key: {
      answers: ['2x + 6'],
      form: 'expanded',
      hasUnit: false,
      otherForm: 'nothing',
      mistakes: [{ value: '2x + 3', misconception: 'Multiplies the first term only' }],
    },
    rule: once,
  },
  'fill-table': {
    id: 'p19',
    kind: 'fill-table',
    heads: ['x', '2x + 1'],
    cells: [
      [{ text: '1' }, { id: 'c1', accepted: ['3'] }],
      [{ text: '2' }, { id: 'c2', accepted: ['5'] }],
    ],
    rule: { rule: 'each-right', points: 2 },
  },
  steps: {
    id: 'p20',
    kind: 'steps',
    given: '2x + 4 = 10',
    key: 'x = 3',
    lines: 2,
    rule: { ...once, points: 2 },
  },
  'number-line': {
    id: 'p21',
    kind: 'number-line',
    axis: { from: '-5', to: '5', step: '1' },
    snap: '1/2',
    labelEvery: 1,
    asks: 'points',
    key: [{ point: '3/2' }, { point: '-2' }],
    rule: { rule: 'each-right', points: 2 },
  },
  'coordinate-plane': {
    id: 'p22',
    kind: 'coordinate-plane',
    x: { from: '-5', to: '5', step: '1' },
    y: { from: '-5', to: '5', step: '1' },
    snap: '1',
    figures: ['point', 'line'],
    key: [
      {
        figure: 'line',
        points: [
          ['0', '1'],
          ['1', '3'],
        ],
      },
    ],
    rule: once,
  },
  plot: {
    id: 'p23',
    kind: 'plot',
    style: 'bars',
    label: 'Visitors',
    axis: { from: '0', to: '10', step: '2' },
    categories: [
      { id: 'mon', text: 'Mon', value: '4' },
      { id: 'tue', text: 'Tue', value: '8' },
      { id: 'wed', text: 'Wed', value: '6', isGiven: true },
    ],
    rule: { rule: 'each-right', points: 2 },
  },
  'fraction-model': {
    id: 'p24',
    kind: 'fraction-model',
    shape: 'bar',
    columns: 4,
    rows: 1,
    wholes: 1,
    key: '3/4',
    rule: once,
  },
};

export const right: Record<string, unknown> = {
  p1: 'b',
  p2: ['a', 'c'],
  p3: 'false',
  p4: '1/2',
  p5: ' Side-river ',
  p6: 'It wets the soil.',
  p7: ['g1 wets', 'g2 carries'],
  p8: ['bern switzerland', 'oslo norway'],
  p9: ['granite igneous', 'basalt igneous', 'marble metamorphic'],
  p10: ['one', 'two', 'three'],
  p11: ['second no', 'first yes'],
  p12: ['w2'],
  p13: ['s'],
  p14: [{ ink: 0, width: 4, points: [0, 0, 100, 100] }],
  p15: [`/api/files/${'p'.repeat(22)}`],
  p16: ['glad'],
  p17: null,
  p18: '6 + 2x',
  p19: { c1: '3', c2: '10/2' },
  p20: ['2x = 6', 'x = 3'],
  p21: [{ point: '-2' }, { point: '1.5' }],
  p22: [
    {
      figure: 'line',
      points: [
        ['-1', '-1'],
        ['2', '5'],
      ],
    },
  ],
  p23: { mon: '4', tue: '8' },
  p24: [0, 2, 3],
};

export const item = (...contentParts: Part[]): ItemContent => ({
  stem: '<p>What?</p>',
  parts: contentParts,
  explanation: 'Because.',
  hints: ['Think.'],
  notes: 'For us.',
});

export const whole = item(...Object.values(parts));
