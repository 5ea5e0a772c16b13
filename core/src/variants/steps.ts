/** How much work a variant is on paper, and the formulas that stand in an item. */
import type { ItemContent } from '../items';
import {
  compileTemplate,
  placesIn,
  readFormula,
  stepCounter,
  type Compiled,
  type Formula,
  type Values,
} from '../templates';

/** A formula of a wording or key. */
export interface Place {
  /** JSON pointer of the text that it stands in. */
  pointer: string;
  formula: Formula;
  isKey: boolean;
  /** It is said how the number is shown. */
  hasFormat: boolean;
}

/** All formulas of an item outside of its template. */
export function placesOf(node: unknown, pointer = ''): Place[] {
  if (typeof node === 'string') {
    if (!node.includes('[[')) return [];
    const isKey = pointer.includes('/key/') && !pointer.includes('/mistakes/');
    return placesIn(node).flatMap((text) => {
      const read = readFormula(text);
      return read.ok
        ? [{ pointer, formula: read.formula, isKey, hasFormat: node.includes(';') }]
        : [];
    });
  }
  if (typeof node !== 'object' || node === null) return [];
  return Object.entries(node).flatMap(([name, child]) =>
    name === 'template' && pointer === '' ? [] : placesOf(child, `${pointer}/${name}`),
  );
}

/** The steps of what is worked out for the key. */
export function stepsTaken({ drawn }: Compiled, places: readonly Place[], values: Values): number {
  const counter = stepCounter();
  for (const variable of drawn)
    if ('formula' in variable) variable.formula.evaluate(values, counter.witness);
  for (const { isKey, formula } of places) if (isKey) formula.evaluate(values, counter.witness);
  return counter.steps();
}

/**
 * How much work the variants of an item are.
 *
 * @returns the steps for given values; always 0 for an item that does not make itself
 */
export function stepsOfVariants(content: ItemContent): (values: Values) => number {
  const read = content.template && compileTemplate(content.template);
  if (!read?.ok) return () => 0;
  const places = placesOf(content);
  return (values) => stepsTaken(read.compiled, places, values);
}
