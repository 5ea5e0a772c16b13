/** Answers as LaTeX, to show how they were read, and as plain text, as one would type them. */
import type { Answer, End, Interval } from './answer';
import type { Relation, Sign } from './comparison';
import type { FunctionName, Term } from './term';
import { Writing } from './writing';

const functionTex: Readonly<Record<Exclude<FunctionName, 'abs'>, string>> = {
  sqrt: '\\sqrt',
  cbrt: '\\sqrt[3]',
  sin: '\\sin',
  cos: '\\cos',
  tan: '\\tan',
  log: '\\log',
  ln: '\\ln',
};

const tex = new Writing({
  pi: '\\pi ',
  brackets: (inside) => `\\left(${inside}\\right)`,
  mixed: (whole, top, bottom) => `${whole}\\tfrac{${top}}{${bottom}}`,
  times: '\\cdot ',
  quotient: (top, bottom) => `\\frac{${top}}{${bottom}}`,
  power: (base, exponent) => `${base}^{${exponent}}`,
  call(name, of) {
    if (name === 'abs') return `\\left|${of}\\right|`;
    const isRoot = name === 'sqrt' || name === 'cbrt';
    return `${functionTex[name]}${isRoot ? `{${of}}` : `\\left(${of}\\right)`}`;
  },
  hasFractionLine: true,
});

const plain = new Writing({
  pi: 'π',
  brackets: (inside) => `(${inside})`,
  mixed: (whole, top, bottom) => `${whole} ${top}/${bottom}`,
  times: '*',
  quotient: (top, bottom) => `${top}/${bottom}`,
  power: (base, exponent) => `${base}^${exponent}`,
  call: (name, of) => (name === 'abs' ? `|${of}|` : `${name}(${of})`),
  hasFractionLine: false,
});

/** A term as LaTeX. */
export const termTex = (term: Term) => tex.term(term);
/** A term as one would type it; read again, it is the same. */
export const termText = (term: Term) => plain.term(term);

const signTex: Readonly<Record<Sign, string>> = {
  '=': '=',
  '≠': '\\ne ',
  '<': '<',
  '≤': '\\le ',
  '>': '>',
  '≥': '\\ge ',
};

/** A chain shares its terms: a < x and x < b are a < x < b. */
function relationTex(relation: Relation): string {
  return relation
    .map(({ left, sign, right }, index) => {
      const isChained = index > 0 && relation[index - 1]?.right === left;
      const separator = index > 0 && !isChained ? ',\\ ' : '';
      return `${separator}${isChained ? '' : termTex(left)}${signTex[sign]}${termTex(right)}`;
    })
    .join('');
}

const endTex = ({ value }: End, endless: string) => (value ? termTex(value) : endless);
const intervalTex = ({ from, to }: Interval) =>
  `${from.isOpen ? '(' : '['}${endTex(from, '-\\infty ')},\\ ${endTex(to, '\\infty ')}${to.isOpen ? ')' : ']'}`;
const listTex = (terms: readonly Term[]) => terms.map(termTex).join(',\\ ');
/** A unit with its powers raised. */
const unitTex = (name: string) =>
  name
    .split(/\^\(?(-?\d)\)?/)
    .map((piece, index) =>
      index % 2 === 1 ? `^{${piece}}` : `\\text{${piece.replace(/[\\{}$%#&_^~]/g, '\\$&')}}`,
    )
    .filter((piece) => piece !== '\\text{}')
    .join('');

/** An answer as LaTeX. */
export function answerTex(answer: Answer): string {
  switch (answer.is) {
    case 'term':
      return termTex(answer.term);
    case 'amount':
      return `${termTex(answer.term)}\\ ${unitTex(answer.name)}`;
    case 'relation':
      return answer.any.map(relationTex).join('\\quad ');
    case 'set':
      return answer.of.length === 0 ? '\\varnothing ' : `\\{${listTex(answer.of)}\\}`;
    case 'point':
      return `(${listTex(answer.of)})`;
    case 'intervals':
      return answer.any.map(intervalTex).join('\\cup ');
  }
}
