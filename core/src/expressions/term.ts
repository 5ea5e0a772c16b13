/** What an expression is made of. Brackets are gone: the tree says what they said. */
import Fraction from 'fraction.js';

/** Operations on two terms. */
export type Operation = 'sum' | 'difference' | 'product' | 'quotient' | 'power';
/** What can be taken of a term; angles are in degrees. */
export type FunctionName = 'sqrt' | 'cbrt' | 'abs' | 'sin' | 'cos' | 'tan' | 'log' | 'ln';

export type Term =
  /** `mixed` where it was written as a whole and a fraction; 2 1/2 is proper, 2 2/4 and 2 3/2 are not. */
  | { is: 'number'; value: Fraction; mixed?: 'proper' | 'improper' }
  /** A letter, or π. */
  | { is: 'letter'; name: string }
  | { is: 'negative'; of: Term }
  | { is: Operation; left: Term; right: Term }
  | { is: 'call'; name: FunctionName; of: Term };

/** The sign under which π is a letter like others: no polynomial with fractions has it as a root. */
export const pi = 'π';

/** A number as a term. */
export const numberTerm = (value: Fraction | number): Term => ({
  is: 'number',
  value: new Fraction(value),
});

/** The terms that a term is made of, one level down. */
export function partsOf(term: Term): Term[] {
  switch (term.is) {
    case 'number':
    case 'letter':
      return [];
    case 'negative':
    case 'call':
      return [term.of];
    default:
      return [term.left, term.right];
  }
}

/** The letters of a term, π not among them. */
export function lettersOf(term: Term): Set<string> {
  if (term.is === 'letter') return new Set(term.name === pi ? [] : [term.name]);
  return new Set(partsOf(term).flatMap((part) => [...lettersOf(part)]));
}

/** Whether it is a number written as one: 3, −3, 2/3, −(2/3); null where it is none. */
export function writtenNumber(term: Term): Fraction | null {
  if (term.is === 'number') return term.value;
  if (term.is === 'negative') return writtenNumber(term.of)?.neg() ?? null;
  if (term.is !== 'quotient') return null;
  const [top, bottom] = [writtenNumber(term.left), writtenNumber(term.right)];
  return top && bottom && bottom.n !== 0n ? top.div(bottom) : null;
}
