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
};

export const item = (...contentParts: Part[]): ItemContent => ({
  stem: '<p>What?</p>',
  parts: contentParts,
  explanation: 'Because.',
  hints: ['Think.'],
  notes: 'For us.',
});

export const whole = item(...Object.values(parts));
