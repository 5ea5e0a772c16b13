/** An item with one student's values in the place of `[[…]]`. */
import { randomFrom, type Random } from '../random';
import {
  compileTemplate,
  drawVariant,
  readPlain,
  readWording,
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

/** Makes a part of an item with values in it; what has no place is handed on as it is. */
type Fill = (values: Values) => unknown;

function fillOfText(text: string, pointer: string, isRich: boolean): Fill {
  const wording = isRich ? readWording(text) : readPlain(text);
  return (values) => {
    const filling = wording(values);
    if (!filling.ok) throw new Unfillable(pointer, filling.problem);
    return filling.html;
  };
}

/** @returns null where nothing in it has a place */
function fillOf(node: unknown, pointer: string, rich: ReadonlySet<string>): Fill | null {
  if (typeof node === 'string')
    return node.includes('[[') ? fillOfText(node, pointer, rich.has(pointer)) : null;
  if (typeof node !== 'object' || node === null) return null;
  const changing = Object.entries(node).flatMap(([name, child]): [string, Fill][] => {
    const fill = fillOf(child, `${pointer}/${name}`, rich);
    return fill ? [[name, fill]] : [];
  });
  if (changing.length === 0) return null;
  return (values) => {
    const copy = (Array.isArray(node) ? [...node] : { ...node }) as Record<string, unknown>;
    for (const [name, fill] of changing) copy[name] = fill(values);
    return copy;
  };
}

/** Contents are read once, for as long as somebody holds them; nobody changes one in place. */
const fillsOf = new WeakMap<ItemContent, Fill>();
function fillOfContent(content: ItemContent): Fill {
  const known = fillsOf.get(content);
  if (known) return known;
  const rich = new Set(textsOfItem(content).map(({ at }) => at));
  const { template: _, ...plain } = content;
  const fill = fillOf(plain, '', rich) ?? (() => plain);
  fillsOf.set(content, fill);
  return fill;
}

/** The item with these values in all its texts and keys. */
export function withValues(content: ItemContent, values: Values): Filling {
  try {
    return { ok: true, content: fillOfContent(content)(values) as ItemContent };
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
