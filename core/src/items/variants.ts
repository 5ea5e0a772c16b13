/** An item with one student's values in the place of `[[…]]`. */
import { randomFrom, type Random } from '../random';
import {
  compileTemplate,
  drawVariant,
  fillPlain,
  fillWording,
  type Compiled,
  type Template,
  type Values,
  type WordingProblem,
} from '../templates';
import type { ItemContent } from './item';
import { textsOfItem } from './texts';

export type Filling =
  | { ok: true; content: ItemContent }
  /** @property pointer the text whose place comes to nothing */
  | { ok: false; pointer: string; problem: WordingProblem };

/** The item of one student, and what was drawn for it. */
export interface Realised {
  /** Without its template: nothing is drawn twice. */
  content: ItemContent;
  values: Values;
}

class Unfillable extends Error {
  constructor(
    readonly pointer: string,
    readonly problem: WordingProblem,
  ) {
    super(problem.fault);
  }
}

/** Templates are read once, for as long as somebody holds the content that they belong to. */
const compiledOf = new WeakMap<Template, Compiled | null>();
function compiled(template: Template): Compiled | null {
  const known = compiledOf.get(template);
  if (known !== undefined) return known;
  const read = compileTemplate(template);
  const result = read.ok ? read.compiled : null;
  compiledOf.set(template, result);
  return result;
}

/** Which of an item's texts have places, and which of those are rich. */
const richOf = new WeakMap<ItemContent, ReadonlySet<string>>();
function richPlaces(content: ItemContent): ReadonlySet<string> {
  const known = richOf.get(content);
  if (known) return known;
  const rich = new Set(
    textsOfItem(content).flatMap(({ at, html }) => (html.includes('[[') ? [at] : [])),
  );
  richOf.set(content, rich);
  return rich;
}

/** The item with these values in all its texts and keys. */
export function withValues(content: ItemContent, values: Values): Filling {
  const rich = richPlaces(content);
  const filled = (node: unknown, pointer: string): unknown => {
    if (typeof node === 'string') {
      if (!node.includes('[[')) return node;
      const filling = rich.has(pointer) ? fillWording(node, values) : fillPlain(node, values);
      if (!filling.ok) throw new Unfillable(pointer, filling.problem);
      return filling.html;
    }
    if (Array.isArray(node))
      return node.map((element, index) => filled(element, `${pointer}/${index}`));
    if (typeof node !== 'object' || node === null) return node;
    return Object.fromEntries(
      Object.entries(node).map(([name, value]) => [name, filled(value, `${pointer}/${name}`)]),
    );
  };
  const { template: _, ...plain } = content;
  try {
    return { ok: true, content: filled(plain, '') as ItemContent };
  } catch (error) {
    if (!(error instanceof Unfillable)) throw error;
    return { ok: false, pointer: error.pointer, problem: error.problem };
  }
}

/**
 * The variant that `random` draws. An item without a template is its own only variant; null for one that
 * has none, which `itemContent` lets nobody store.
 */
export function variantOf(content: ItemContent, random: Random): Realised | null {
  if (!content.template) return { content, values: new Map() };
  const template = compiled(content.template);
  if (!template) return null;
  let realised: ItemContent | null = null;
  const values = drawVariant(template, random, (drawn) => {
    const filling = withValues(content, drawn);
    realised = filling.ok ? filling.content : null;
    return filling.ok;
  });
  return values && realised ? { content: realised, values } : null;
}

/** The item as somebody with this seed has it. */
export const realised = (content: ItemContent, seed: string): ItemContent =>
  variantOf(content, randomFrom(seed))?.content ?? content;

/** The item as it is shown where it is nobody's: in a bank, in a list, on a wall. */
export const exampleOf = (content: ItemContent): ItemContent => realised(content, 'example');
