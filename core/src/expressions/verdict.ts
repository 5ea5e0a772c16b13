/** Whether an answer says what another says, and in the form that is asked. */
import type Fraction from 'fraction.js';
import { elementAt } from '../certain';
import type { Answer, End, Interval } from './answer';
import { chartOf, combined, isSameChart, type Chart } from './chart';
import { isInForm, type Form } from './forms';
import { exactValue } from './normal';
import { lettersInRelations, type Relation } from './comparison';
import { isolated, isSameRelation, matches, solutions } from './relations';
import { isSameTerm } from './same';
import { lettersOf, type Term } from './term';
import { converted, isSameDimension } from './units';

/** `other-form`: it says the same, but is not written as asked. */
export type Verdict = 'right' | 'other-form' | 'wrong';

const sameTerms = (a: readonly Term[], b: readonly Term[]) => matches(a, b, isSameTerm);
const inOrder = (a: readonly Term[], b: readonly Term[]) =>
  a.length === b.length && a.every((term, index) => isSameTerm(term, elementAt(b, index)));

function spanOf({ from, to }: Interval): Chart | null {
  const [low, high] = [from, to].map(({ value }) => (value ? exactValue(value) : null));
  if ((from.value && !low) || (to.value && !high)) return null;
  const isAbove = (value: Fraction) => !low || (from.isOpen ? value.gt(low) : value.gte(low));
  const isBelow = (value: Fraction) => !high || (to.isOpen ? value.lt(high) : value.lte(high));
  const breaks = [low, high].filter((value) => value !== null && value !== undefined);
  return chartOf(breaks, (value) => isAbove(value) && isBelow(value));
}

/** The numbers that an answer names, where it names some and all are exact. */
function numbersOf(answer: Answer): Chart | null {
  switch (answer.is) {
    case 'relation':
      return solutions(answer.any);
    case 'intervals': {
      const charts = answer.any.map(spanOf);
      return charts.every((chart) => chart !== null) ? combined(charts, 'some') : null;
    }
    case 'point': {
      const [from, to] = answer.of;
      if (!from || !to || answer.of.length > 2) return null;
      return spanOf({ from: { value: from, isOpen: true }, to: { value: to, isOpen: true } });
    }
    case 'set': {
      const values = answer.of.map(exactValue);
      if (values.some((value) => value === null)) return null;
      const points = values as Fraction[];
      return chartOf(points, (value) => points.some((point) => point.equals(value)));
    }
    default:
      return null;
  }
}

const sameEnd = (a: End, b: End) =>
  a.isOpen === b.isOpen &&
  (a.value && b.value ? isSameTerm(a.value, b.value) : a.value === b.value);

/** The right side of `x = …`; null for everything else. */
function assigned(answer: Answer): Term | null {
  if (answer.is !== 'relation' || answer.any.length !== 1) return null;
  const [comparison, more] = answer.any[0] ?? [];
  if (!comparison || more || comparison.sign !== '=') return null;
  if (comparison.left.is === 'letter') return comparison.right;
  return comparison.right.is === 'letter' ? comparison.left : null;
}

function isSameAmount(
  key: Extract<Answer, { is: 'amount' }>,
  given: Extract<Answer, { is: 'amount' }>,
): boolean {
  if (!isSameDimension(key.unit, given.unit)) return false;
  const isPlain = !key.unit.zero && !given.unit.zero;
  if (isPlain && key.unit.factor.equals(given.unit.factor)) return isSameTerm(key.term, given.term);
  const [right, value] = [exactValue(key.term), exactValue(given.term)];
  return right !== null && value !== null && converted(value, given.unit, key.unit).equals(right);
}

const letterIn = (answer: Answer): string | null => {
  if (answer.is !== 'relation') return null;
  const [letter, ...others] = lettersInRelations(answer.any);
  return letter !== undefined && others.length === 0 ? letter : null;
};

function relationOf({ from, to }: Interval, letter: Term): Relation {
  const ends: Relation = [
    { left: letter, sign: from.isOpen ? '>' : '≥', right: from.value ?? letter },
    { left: letter, sign: to.isOpen ? '<' : '≤', right: to.value ?? letter },
  ];
  return ends.filter((_, index) => [from, to][index]?.value);
}

/** What an answer says of a letter; null where it says nothing of one. */
function relationsOf(answer: Answer, letter: Term): readonly Relation[] | null {
  switch (answer.is) {
    case 'relation':
      return answer.any;
    case 'intervals':
      return answer.any.map((interval) => relationOf(interval, letter));
    case 'set':
      return answer.of.map((right) => [{ left: letter, sign: '=', right }]);
    case 'point': {
      const [low, high] = answer.of;
      if (!low || !high || answer.of.length > 2) return null;
      const ends = { from: { value: low, isOpen: true }, to: { value: high, isOpen: true } };
      return [relationOf(ends, letter)];
    }
    default:
      return null;
  }
}

/** Numbers that are no fractions, named in one way and said by a relation in the other. */
function isSameInRelations(key: Answer, given: Answer): boolean {
  const name = letterIn(key) ?? letterIn(given);
  if (name === null) return false;
  const letter: Term = { is: 'letter', name };
  const [right, named] = [relationsOf(key, letter), relationsOf(given, letter)];
  return right !== null && named !== null && isSameRelation(right, named);
}

/** Whether two answers say the same, whatever their form. */
export function isSameAnswer(key: Answer, given: Answer): boolean {
  if (key.is === 'term') {
    if (given.is === 'term') return isSameTerm(key.term, given.term);
    // "x = 5" answers what 5 answers; with letters, it would say something else.
    const value = assigned(given);
    return value !== null && lettersOf(key.term).size === 0 && isSameTerm(key.term, value);
  }
  if (key.is === 'amount') return given.is === 'amount' && isSameAmount(key, given);
  if (key.is === 'point' && given.is === 'point') return inOrder(key.of, given.of);
  if (key.is === 'relation' && given.is === 'relation') return isSameRelation(key.any, given.any);
  if (key.is === 'set' && given.is === 'set') return sameTerms(key.of, given.of);
  if (key.is === 'set' && given.is === 'term') return sameTerms(key.of, [given.term]);
  const [right, named] = [numbersOf(key), numbersOf(given)];
  if (right && named) return key.is !== 'point' && isSameChart(right, named);
  if (key.is === 'intervals' && given.is === 'intervals')
    return matches(key.any, given.any, (a, b) => sameEnd(a.from, b.from) && sameEnd(a.to, b.to));
  return key.is !== 'point' && isSameInRelations(key, given);
}

/** A relation whose letter stands alone asks for one whose letter stands alone, with the rest in the form. */
function isRelationInForm(key: readonly Relation[], given: readonly Relation[], form: Form) {
  const letter = isolated(key[0] ?? []);
  const mustBeAlone = letter !== null && key.every((relation) => isolated(relation) === letter);
  return given.every((relation) => {
    if (mustBeAlone && isolated(relation) !== letter) return false;
    return relation.every(({ left, right }) => isInForm(left, form) && isInForm(right, form));
  });
}

function isAnswerInForm(key: Answer, given: Answer, form: Form): boolean {
  if (form === 'any') return true;
  switch (given.is) {
    case 'term':
    case 'amount':
      return isInForm(given.term, form);
    case 'relation':
      return isRelationInForm(key.is === 'relation' ? key.any : [], given.any, form);
    case 'set':
    case 'point':
      return given.of.every((term) => isInForm(term, form));
    case 'intervals':
      return given.any
        .flatMap(({ from, to }) => [from.value, to.value])
        .every((term) => term === null || isInForm(term, form));
  }
}

/** Compares an answer with the key. */
export function verdictOn(key: Answer, given: Answer, form: Form): Verdict {
  if (!isSameAnswer(key, given)) return 'wrong';
  return isAnswerInForm(key, given, form) ? 'right' : 'other-form';
}
