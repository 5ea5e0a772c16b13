/** One spelling for all terms that say the same, and other spellings of one, to try a key with. */
import Fraction from 'fraction.js';
import type { Answer } from './answer';
import { exactValue, normalOf, polynomialOf } from './normal';
import * as poly from './polynomial';
import type { Monomial, Polynomial } from './polynomial';
import { turned, type Relation } from './comparison';
import { numberTerm, type Term } from './term';
import { termText } from './tex';
import { tidy } from './tokens';
import { converted, isSameDimension, readUnit } from './units';

const total = ({ powers }: Monomial) => powers.reduce((sum, [, power]) => sum + power, 0);

function monomialTerm({ coefficient, powers }: Monomial): Term {
  const factors = powers.map(([name, power]): Term => {
    const letter: Term = { is: 'letter', name };
    return power === 1 ? letter : { is: 'power', left: letter, right: numberTerm(power) };
  });
  const size = coefficient.abs();
  const [first, ...rest] =
    size.equals(1) && factors.length > 0 ? factors : [fraction(size), ...factors];
  return rest.reduce<Term>(
    (left, right) => ({ is: 'product', left, right }),
    first ?? fraction(size),
  );
}

const fraction = (value: Fraction): Term =>
  value.d === 1n
    ? numberTerm(value)
    : {
        is: 'quotient',
        left: numberTerm(new Fraction(value.n)),
        right: numberTerm(new Fraction(value.d)),
      };

/** The sum of its monomials, from the highest power down. */
function sumOf(polynomial: Polynomial, order: 1 | -1 = 1): Term {
  const monomials = [...polynomial.values()].sort((a, b) => {
    const byPower = total(b) - total(a);
    return order * (byPower === 0 ? compareKeys(a, b) : byPower);
  });
  return (
    monomials.reduce<Term | null>((sum, monomial) => {
      const isNegative = monomial.coefficient.s < 0n;
      const right = monomialTerm(monomial);
      if (sum === null) return isNegative ? { is: 'negative', of: right } : right;
      return { is: isNegative ? 'difference' : 'sum', left: sum, right };
    }, null) ?? numberTerm(0)
  );
}
const compareKeys = (a: Monomial, b: Monomial) =>
  a.powers.flat().join(' ') < b.powers.flat().join(' ') ? -1 : 1;

/** What both have as whole multiples. */
const commonContent = (a: Polynomial, b: Polynomial) =>
  poly.content(
    new Map([...a.values(), ...b.values()].map((monomial, index) => [`${index}`, monomial])),
  );

/** A term multiplied out; null where no polynomials say it. */
function expanded(term: Term, order?: -1): Term | null {
  const normal = normalOf(term);
  if (!normal) return null;
  const share = new Fraction(1).div(commonContent(normal.top, normal.bottom));
  const [top, bottom] = [normal.top, normal.bottom].map((side) => poly.scaled(side, share));
  if (!top || !bottom) return null;
  const number = poly.numberOf(bottom);
  if (number) return sumOf(poly.scaled(top, new Fraction(1).div(number)), order);
  return { is: 'quotient', left: sumOf(top, order), right: sumOf(bottom, order) };
}

/** One spelling for all answers that say the same, as far as that is known exactly. */
export function foldedAnswer(answer: Answer, text: string): string {
  const folded = (term: Term) => termText(expanded(term) ?? term);
  switch (answer.is) {
    case 'term':
      return folded(answer.term);
    case 'set':
      return `{${answer.of.map(folded).sort().join(', ')}}`;
    case 'point':
      return `(${answer.of.map(folded).join(', ')})`;
    default:
      return tidy(text).replace(/ /g, '');
  }
}

/** 3/4 as 6/8 and 0.75. */
function numberSpellings(value: Fraction): string[] {
  const twice = `${value.s * value.n * 2n}/${value.d * 2n}`;
  const decimal = value.toString();
  return decimal.includes('(') || value.d === 1n ? [twice] : [twice, decimal];
}

/** 2x + 6 as x + x + 6, and with its last sign turned. */
function sumSpellings(term: Term): string[] {
  const polynomial = polynomialOf(term);
  const [first, ...rest] = polynomial ? [...polynomial.values()] : [];
  if (!first || rest.length === 0) return [];
  const split = first.coefficient.sub(1);
  const others = termText(sumOf(new Map(rest.map((monomial, n) => [`${n}`, monomial]))));
  const alone = termText(monomialTerm({ ...first, coefficient: new Fraction(1) }));
  const last = { ...first, coefficient: first.coefficient.neg() };
  const isTwice = first.coefficient.gt(1) && first.powers.length > 0;
  return [
    ...(isTwice
      ? [`${termText(monomialTerm({ ...first, coefficient: split }))} + ${alone} + ${others}`]
      : []),
    termText(sumOf(new Map([last, ...rest].map((monomial, n) => [`${n}`, monomial])))),
  ];
}

const relationText = (relation: Relation, isBack: boolean) =>
  relation
    .map(({ left, sign, right }) =>
      isBack
        ? `${termText(right)} ${turned[sign]} ${termText(left)}`
        : `${termText(left)} - (${termText(right)}) ${sign} 0`,
    )
    .join(' and ');

const commonUnits = [
  'mm',
  'cm',
  'm',
  'km',
  'g',
  'kg',
  's',
  'min',
  'h',
  'mL',
  'L',
  'in',
  'ft',
  'm/s',
];
/** The amount in units of the same kind, where it stays a short number. */
function otherUnits({ term, unit }: Extract<Answer, { is: 'amount' }>): string[] {
  const value = exactValue(term);
  if (!value) return [];
  return commonUnits.flatMap((name) => {
    const other = readUnit(name);
    if (!other || !isSameDimension(unit, other) || unit.factor.equals(other.factor)) return [];
    const text = converted(value, unit, other).toString();
    return text.includes('(') || text.length > 8 ? [] : [`${text} ${name}`];
  });
}

/** Ways to write an answer that a student could choose, right or wrong. */
export function spellingsOf(answer: Answer): string[] {
  switch (answer.is) {
    case 'term': {
      const { term } = answer;
      const both = [expanded(term), expanded(term, -1)].flatMap((sum) =>
        sum ? [termText(sum)] : [],
      );
      const value = exactValue(term);
      return [...both, ...(value ? numberSpellings(value) : sumSpellings(term))];
    }
    case 'amount':
      return [...otherUnits(answer), termText(answer.term)];
    case 'relation':
      return [true, false].map((isBack) =>
        answer.any.map((relation) => relationText(relation, isBack)).join(' or '),
      );
    case 'set':
      return [
        answer.of.map(termText).reverse().join(', '),
        answer.of.slice(1).map(termText).join(', '),
      ];
    case 'point':
      return [
        `(${answer.of.map(termText).reverse().join(', ')})`,
        answer.of.map(termText).join(', '),
      ];
    case 'intervals':
      return [];
  }
}
