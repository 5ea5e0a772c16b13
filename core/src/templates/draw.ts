/** The variants of a template: which there are, and which one a seed draws. */
import { elementAt } from '../certain';
import { randomFrom, type Random } from '../random';
import type { FormulaProblem } from './formula';
import type { Value } from './numbers';
import type { Compiled } from './template';

/** The values of one variant, by the names of the variables. */
export type Variant = ReadonlyMap<string, Value>;

/** What a draw comes to: a variant; one that a condition turns down; or one that cannot be worked out. */
export type Draw =
  | { state: 'variant'; values: Variant }
  | { state: 'turned-down'; condition: number }
  | { state: 'broken'; values: Variant; about: string; problem: FormulaProblem };

/** Up to so many draws all are looked at; beyond, some of them. */
export const mostEnumerated = 10_000;
/** A variant is looked for with about so many operations, however large the template: a draw costs its formulas. */
const mostOperations = 10_000;
/** What a variant must suit is looked at for so many of them. */
const mostUnsuited = 20;
const tries = ({ operations }: Compiled) =>
  Math.min(400, Math.max(25, Math.floor(mostOperations / Math.max(1, operations))));

/** How many draws there are before any condition; Infinity never: 20 variables of 2,000 values fit a double. */
export const countDraws = ({ drawn }: Compiled): number =>
  drawn.reduce((count, one) => count * ('values' in one ? one.values.length : 1), 1);

/** @param pick which of so many values the next variable has */
function drawWith({ drawn, conditions }: Compiled, pick: (count: number) => number): Draw {
  const values = new Map<string, Value>();
  for (const one of drawn) {
    if ('values' in one) {
      values.set(one.name, elementAt(one.values, pick(one.values.length)));
      continue;
    }
    const outcome = one.formula.evaluate(values);
    if (!outcome.ok) return { state: 'broken', values, about: one.name, problem: outcome.problem };
    values.set(one.name, outcome.value);
  }
  for (const [index, condition] of conditions.entries()) {
    const outcome = condition.evaluate(values);
    const broken = (problem: FormulaProblem): Draw => ({
      state: 'broken',
      values,
      about: condition.text,
      problem,
    });
    if (!outcome.ok) return broken(outcome.problem);
    if (!('is' in outcome.value)) return broken({ fault: 'truth-wanted', about: '' });
    if (!outcome.value.is) return { state: 'turned-down', condition: index };
  }
  return { state: 'variant', values };
}

/** The draw at a place in the fixed order of all: the first variable changes fastest. */
export function drawAt(compiled: Compiled, place: number): Draw {
  let rest = place;
  return drawWith(compiled, (count) => {
    const index = rest % count;
    rest = Math.floor(rest / count);
    return index;
  });
}

/**
 * The variant that `random` draws: each equally likely among those that a draw can meet. The same from the same numbers
 * for ever. Where conditions turn down so many draws that it meets none in time, the one that everybody gets then; null
 * where there is none.
 *
 * @param suits what else the variant must be good for
 */
export function drawVariant(
  compiled: Compiled,
  random: Random,
  suits: (values: Variant) => boolean = () => true,
): Variant | null {
  for (const source of [random, randomFrom('a variant for everybody')]) {
    let unsuited = 0;
    for (let left = tries(compiled); left > 0 && unsuited < mostUnsuited; left--) {
      const draw = drawWith(compiled, (count) => source.below(count));
      if (draw.state !== 'variant') continue;
      if (suits(draw.values)) return draw.values;
      unsuited++;
    }
  }
  return null;
}

export interface Survey {
  /** Draws that were looked at; all of them, or `mostEnumerated` of more. */
  draws: number;
  all: boolean;
  variants: Variant[];
  /** Draws that cannot be worked out. */
  broken: Extract<Draw, { state: 'broken' }>[];
  /** How many draws each condition turned down, by its place. */
  turnedDown: number[];
}

/** Looks at all draws, or at many of them, so that what is wrong with some of them is known before anybody meets it. */
export function survey(compiled: Compiled, random: Random): Survey {
  const count = countDraws(compiled);
  const all = count <= mostEnumerated;
  const seen: Survey = {
    draws: all ? count : mostEnumerated,
    all,
    variants: [],
    broken: [],
    turnedDown: compiled.conditions.map(() => 0),
  };
  for (let place = 0; place < seen.draws; place++) {
    const draw = all
      ? drawAt(compiled, place)
      : drawWith(compiled, (values) => random.below(values));
    if (draw.state === 'variant') seen.variants.push(draw.values);
    else if (draw.state === 'broken') seen.broken.push(draw);
    else seen.turnedDown[draw.condition] = (seen.turnedDown[draw.condition] ?? 0) + 1;
  }
  return seen;
}
