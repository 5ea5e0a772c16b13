/**
 * Answers that are right because they follow from the student's own answers to earlier parts, right or wrong: a formula
 * of the author's says how. In it, A is the number that was answered to part A.
 */
import type Fraction from 'fraction.js';
import { isNum, problemInWords, readFormula, type Value, type Values } from '../templates';
import type { ItemProblem, Responses } from './item';
import { kindOf, type Part } from './kinds';
import { sentence } from './sentences';

/** What the parts of an item are called. */
export const partLetters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

const formulaOf = (part: Part) => ('follows' in part ? part.follows : undefined);

/** The number that was answered to a part; null where it was none. */
function numberAnswered(part: Part, given: Responses): Fraction | null {
  const kind = kindOf(part);
  const read = kind.response.safeParse(given[part.id]);
  return read.success ? (kind.numberIn?.(part, read.data) ?? null) : null;
}

/**
 * The part with the number as its key that follows from the student's own answers; null where the author allows none,
 * or where an answer that it takes is missing.
 */
export function followed(parts: readonly Part[], part: Part, given: Responses): Part | null {
  const formula = formulaOf(part);
  const read = formula === undefined ? null : readFormula(formula);
  if (!read?.ok) return null;
  const values = new Map<string, Value>();
  for (const name of read.formula.names) {
    const earlier = parts[partLetters.indexOf(name)];
    const number = earlier && numberAnswered(earlier, given);
    if (!number) return null;
    values.set(name, { exact: number });
  }
  return keyed(part, read.formula.evaluate(values satisfies Values));
}

type Outcome = ReturnType<
  Extract<ReturnType<typeof readFormula>, { ok: true }>['formula']['evaluate']
>;
function keyed(part: Part, outcome: Outcome): Part | null {
  if (!outcome.ok || !isNum(outcome.value)) return null;
  const { value } = outcome;
  // What is only near has as many figures as a double is sure of.
  const text =
    'exact' in value ? value.exact.toFraction() : String(Number(value.near.toPrecision(12)));
  return kindOf(part).withNumber?.(part, text) ?? null;
}

/** What is wrong with the formulas by which parts follow from each other. */
export function followProblems(parts: readonly Part[]): ItemProblem[] {
  return parts.flatMap((part, index): ItemProblem[] => {
    const formula = formulaOf(part);
    // A place of a template is filled in before the formula is read.
    if (formula === undefined || formula.includes('[[')) return [];
    const pointer = `/parts/${index}/follows`;
    const read = readFormula(formula);
    if (!read.ok) return [{ pointer, message: problemInWords({ ...read.problem, place: '' }) }];
    const unknown = [...read.formula.names].find((name) => {
      const place = partLetters.indexOf(name);
      const earlier = name.length === 1 && place >= 0 && place < index ? parts[place] : undefined;
      return !earlier || kindOf(earlier).numberIn === undefined;
    });
    if (unknown !== undefined)
      return [{ pointer, message: sentence('followsUnknownPart', { name: unknown }) }];
    return read.formula.names.size === 0
      ? [{ pointer, message: sentence('followsFromNothing') }]
      : [];
  });
}

/** Parts in another order, with their formulas still about the same ones; `order` has their old places. */
export function rearranged(parts: readonly Part[], order: readonly number[]): Part[] {
  return order.flatMap((place) => {
    const part = parts[place];
    const formula = part && formulaOf(part);
    if (!part || formula === undefined) return part ? [part] : [];
    const follows = formula.replace(/\b[A-Z]\b/g, (letter) => {
      const moved = order.indexOf(partLetters.indexOf(letter));
      return partLetters[moved] ?? letter;
    });
    return [{ ...part, follows } as Part];
  });
}
