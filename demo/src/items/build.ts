/** Short ways to write an item of each kind down. Every wrong choice names the misconception that leads to it. */
import { diagramInWords, keptDiagram, type Diagram } from '@oaken/core/diagrams';
import { elementAt } from '@oaken/core/certain';
import type { ItemContent, Part } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';

export interface DemoItem {
  /** The passage that it asks about, by its name in `passages.ts`. */
  passage?: string;
  tags?: string[];
  standard: string;
  depth: number;
  seconds: number;
  content: ItemContent;
  /** Planted for Results to find: the choices that are right in truth, and the one that tempts. */
  planted?: { truth?: string[]; tempting?: string };
}

type Wrong = [text: string, misconception: string];

/** A formula, with its LaTeX as the text until it is drawn. */
export const f = (latex: string) => {
  const safe = latex
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
  return `<span data-formula="${safe}">${safe}</span>`;
};

/** A diagram, with what it shows as its text. */
export const diagram = (shown: Diagram, words = diagramInWords(shown)) =>
  `<span data-diagram="${keptDiagram(shown).replace(/"/g, '&quot;')}">${words}</span>`;

export const paragraph = (text: string) => (text.startsWith('<') ? text : `<p>${text}</p>`);

function item(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  part: Part,
  explanation: string,
): DemoItem {
  return {
    standard,
    depth,
    seconds,
    content: {
      stem: paragraph(stem),
      parts: [part],
      explanation: paragraph(explanation),
      hints: [],
      notes: '',
    },
  };
}

const isNumber = (text: string) => /^[−-]?[\d.,]+( ?%| ?[a-zµ³²]+)?$/.test(text);
const size = (text: string) => parseFloat(text.replace('−', '-').replace(/,/g, ''));

/** Numbers stand in order of size; everything else in an order that the stem decides, so that no place is favoured. */
function lettered(stem: string, right: string[], wrong: Wrong[]) {
  const all = [
    ...right.map((text) => ({ text, right: true, misconception: undefined })),
    ...wrong.map(([text, misconception]) => ({ text, right: false, misconception })),
  ];
  const inOrder = all.every(({ text }) => isNumber(text))
    ? all.sort((a, b) => size(a.text) - size(b.text))
    : randomFrom(stem).shuffle(all);
  const choices = inOrder.map(({ text, misconception }, index) => ({
    id: 'abcdefgh'.charAt(index),
    text,
    ...(misconception && { misconception }),
  }));
  return {
    choices,
    key: choices.filter((_, index) => elementAt(inOrder, index).right).map(({ id }) => id),
  };
}

export function single(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  right: string,
  wrong: Wrong[],
  explanation: string,
): DemoItem {
  const { choices, key } = lettered(stem, [right], wrong);
  return item(
    standard,
    depth,
    seconds,
    stem,
    { id: 'a', kind: 'single-choice', choices, key, rule: { rule: 'all-or-nothing', points: 1 } },
    explanation,
  );
}

export function several(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  right: string[],
  wrong: Wrong[],
  explanation: string,
  rule: 'all-or-nothing' | 'each-right' | 'wrong-takes-away' = 'wrong-takes-away',
): DemoItem {
  const { choices, key } = lettered(stem, right, wrong);
  return item(
    standard,
    depth,
    seconds,
    stem,
    { id: 'a', kind: 'multiple-choice', choices, key, rule: { rule, points: 2 } },
    explanation,
  );
}

export function trueFalse(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  key: boolean,
  misconception: string,
  explanation: string,
): DemoItem {
  return item(
    standard,
    depth,
    seconds,
    stem,
    {
      id: 'a',
      kind: 'true-false',
      key,
      misconception,
      rule: { rule: 'all-or-nothing', points: 1 },
    },
    explanation,
  );
}

type NumericKey = Extract<Part, { kind: 'numeric' }>['key'];

export function number(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  value: string,
  explanation: string,
  more: Partial<NumericKey> = {},
): DemoItem {
  const key: NumericKey = {
    value,
    tolerance: { by: 'exact' },
    decimal: 'point',
    units: [],
    unitRequired: false,
    ...more,
  };
  return item(
    standard,
    depth,
    seconds,
    stem,
    { id: 'a', kind: 'numeric', key, rule: { rule: 'all-or-nothing', points: 1 } },
    explanation,
  );
}

export function short(
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  variants: string[],
  explanation: string,
): DemoItem {
  const fold = { case: true, space: true, accents: true, punctuation: true };
  return item(
    standard,
    depth,
    seconds,
    stem,
    {
      id: 'a',
      kind: 'short-text',
      key: { variants, fold },
      rule: { rule: 'all-or-nothing', points: 1 },
    },
    explanation,
  );
}

/** Puts a text before the question of each item about it. */
export function about(text: string, items: DemoItem[]): DemoItem[] {
  const shown = text
    .trim()
    .split(/\n\s*\n/)
    .map((p) => `<p>${p.trim().replace(/\s+/g, ' ')}</p>`)
    .join('');
  return items.map((demoItem) => ({
    ...demoItem,
    content: {
      ...demoItem.content,
      stem: `<blockquote>${shown}</blockquote>${demoItem.content.stem}`,
    },
  }));
}

function choiceWith(demoItem: DemoItem, text: string) {
  const [part] = demoItem.content.parts;
  const marked =
    part && 'choices' in part ? part.choices.find((choice) => choice.text === text) : undefined;
  if (!part || part.kind !== 'single-choice' || !marked) throw new Error(`No choice “${text}”.`);
  return { part, id: marked.id };
}

/**
 * The same item with a key that is wrong, for Results to find; `belief` is what its author holds
 * against the right choice.
 */
export function withWrongKey(demoItem: DemoItem, marked: string, belief: string): DemoItem {
  const { part, id } = choiceWith(demoItem, marked);
  const choices = part.choices.map(({ misconception, ...choice }) =>
    choice.id === id
      ? choice
      : { ...choice, misconception: part.key.includes(choice.id) ? belief : misconception },
  );
  return {
    ...demoItem,
    content: { ...demoItem.content, parts: [{ ...part, choices, key: [id] }] },
    planted: { truth: part.key },
  };
}

/** The same item with a wrong choice that most who do not know take. */
export function tempts(demoItem: DemoItem, text: string): DemoItem {
  return { ...demoItem, planted: { tempting: choiceWith(demoItem, text).id } };
}
