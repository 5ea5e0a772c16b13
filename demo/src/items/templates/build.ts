/** Short ways to write items down that make themselves. */
import type { ItemContent, Part } from '@oaken/core/items';
import type { Template, Variable } from '@oaken/core/templates';
import { paragraph, type DemoItem } from '../build';

/** A wrong answer as a formula, with what it shows. */
type Mistake = [formula: string, misconception: string];

function variable(text: string): Variable {
  const worked = /^(\w+) = (.+)$/.exec(text);
  if (worked) return { kind: 'formula', name: worked[1] ?? '', formula: worked[2] ?? '' };
  const [name = '', values = ''] = text.split(': ');
  const range = /^(-?[\d.]+) to (-?[\d.]+)(?: by ([\d.]+))?$/.exec(values);
  if (range)
    return { kind: 'range', name, from: range[1] ?? '', to: range[2] ?? '', step: range[3] ?? '1' };
  return { kind: 'pick', name, values: values.split(' | ') };
}

/**
 * Variables and conditions on lines: “a: 2 to 9”, “b: 0.5 to 4 by 0.5”, “w: Ada | Ben”, “c = a + b”, and whatever else
 * is a condition.
 */
export function drawing(text: string, accepted: Template['accepted'] = undefined): Template {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const isVariable = (line: string) => /^\w+(: | = )/.test(line);
  return {
    variables: lines.filter(isVariable).map(variable),
    conditions: lines.filter((line) => !isVariable(line)),
    ...(accepted && { accepted }),
  };
}

interface Written {
  standard: string;
  depth?: number;
  seconds?: number;
  stem: string;
  draw: Template;
  explanation: string;
  hints?: string[];
}

/** A part of any kind, with places in its key. */
export function answered(
  { standard, depth = 2, seconds = 60, ...written }: Written,
  part: Part,
): DemoItem {
  const content: ItemContent = {
    stem: paragraph(written.stem),
    parts: [part],
    explanation: paragraph(written.explanation),
    hints: (written.hints ?? []).map(paragraph),
    notes: '',
    template: written.draw,
  };
  return { standard, depth, seconds, content, tags: ['other numbers'] };
}

type NumericKey = Extract<Part, { kind: 'numeric' }>['key'];

/** A number is typed; the wrong ones that tell something are named. */
export const typed = (
  written: Written & { right: string; mistakes: Mistake[]; key?: Partial<NumericKey> },
): DemoItem =>
  answered(written, {
    id: 'a',
    kind: 'numeric',
    key: {
      value: `[[${written.right}]]`,
      mistakes: written.mistakes.map(([formula, misconception]) => ({
        value: `[[${formula}]]`,
        misconception,
      })),
      tolerance: { by: 'exact' },
      decimal: 'point',
      units: [],
      unitRequired: false,
      ...written.key,
    },
    rule: { rule: 'all-or-nothing', points: 1 },
  });

/** One of some choices; each is written as it is shown, and the first is right. */
export const chosen = (written: Written & { right: string; mistakes: Mistake[] }): DemoItem =>
  answered(written, {
    id: 'a',
    kind: 'single-choice',
    choices: [
      { id: 'a', text: written.right },
      ...written.mistakes.map(([text, misconception], index) => ({
        id: 'bcdef'.charAt(index),
        text,
        misconception,
      })),
    ],
    key: ['a'],
    rule: { rule: 'all-or-nothing', points: 1 },
  });

/** A unit that may be written behind the number. */
export const inUnit = (name: string, ...others: [name: string, factor: number][]) => ({
  units: [{ name, factor: 1 }, ...others.map(([other, factor]) => ({ name: other, factor }))],
});
