/** A line of mathematics as people type it, in signs with one meaning each. */
import { digitsUp, vulgar } from '../scoring';
import { pi, type FunctionName } from './term';

export type Token =
  | { is: 'number'; text: string }
  /** A whole number beside a fraction: 2 1/2. */
  | { is: 'mixed'; whole: string; top: string; bottom: string }
  | { is: 'letter'; name: string }
  | { is: 'function'; name: FunctionName }
  | { is: 'sign'; sign: '+' | '-' | '*' | '/' | '^' }
  | { is: 'open' | 'close' }
  /** Two bars around a term: its distance from 0. */
  | { is: 'bar' };

/** Why a line is no mathematics that is asked for here. */
export type ReadFault =
  | 'empty'
  | 'too-long'
  | 'unreadable'
  | 'unknown-sign'
  | 'bracket-open'
  | 'bracket-closed'
  | 'letter-digit'
  | 'nothing-after'
  | 'unfinished'
  | 'too-large'
  | 'division-by-zero';

/** Thrown inside this folder only; what leaves it says the fault as a value. */
export class ReadError extends Error {
  /** @param about the sign that it is about; empty where it is about the whole */
  constructor(
    readonly fault: ReadFault,
    readonly about = '',
  ) {
    super(`${fault} ${about}`.trim());
  }
}

const functionNames: Readonly<Record<string, FunctionName>> = {
  sqrt: 'sqrt',
  cbrt: 'cbrt',
  abs: 'abs',
  sin: 'sin',
  cos: 'cos',
  tan: 'tan',
  log: 'log',
  ln: 'ln',
  '√': 'sqrt',
  '∛': 'cbrt',
};
/** One sign for those that look alike or mean the same. */
export const tidy = (text: string): string =>
  text
    .replace(/[\u200B-\u200D\u2060\u2061\u2062\uFEFF]/g, '')
    .replace(/[\u2010-\u2015\u2212\uFE63\uFF0D]/g, '-')
    .replace(/\s+/g, ' ')
    .replace(/\*\*/g, '^')
    .replace(/[×·⋅∙]/g, '*')
    .replace(/[÷⁄∕:]/g, '/')
    .replace(/(\d?)([½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞])/g, (_, digit: string, sign: string) =>
      digit ? `${digit} ${vulgar[sign]}` : `(${vulgar[sign]})`,
    )
    .replace(/(⁻?)([⁰¹²³⁴⁵⁶⁷⁸⁹]+)/g, (_, minus: string, digits: string) => {
      const plain = [...digits].map((digit) => digitsUp.indexOf(digit)).join('');
      return `^(${minus && '-'}${plain})`;
    })
    .replace(/\bpi\b|(?<=\d)pi\b/gi, pi)
    .trim();

/** What can stand at the beginning of a line, longest first. */
const shapes: [pattern: RegExp, token: (match: RegExpExecArray) => Token][] = [
  [
    /^(\d+) (\d+) ?\/ ?(\d+)(?![\d.])/,
    ([, whole = '', top = '', bottom = '']) => ({ is: 'mixed', whole, top, bottom }),
  ],
  [/^(?:\d+\.?\d*|\.\d+)/, ([text]) => ({ is: 'number', text })],
  [
    /^(?:sqrt|cbrt|abs|sin|cos|tan|log|ln|√|∛)/i,
    ([name]) => ({ is: 'function', name: functionNames[name.toLowerCase()] ?? 'sqrt' }),
  ],
  [/^\p{L}(?:_\w)?/u, ([name]) => ({ is: 'letter', name })],
  [/^[-+*/^]/, ([sign]) => ({ is: 'sign', sign: sign as '+' })],
  [/^[([{]/, () => ({ is: 'open' })],
  [/^[)\]}]/, () => ({ is: 'close' })],
  [/^\|/, () => ({ is: 'bar' })],
];

function nextToken(rest: string): [Token, length: number] {
  for (const [pattern, tokenOf] of shapes) {
    const match = pattern.exec(rest);
    if (match) return [tokenOf(match), match[0].length];
  }
  throw new ReadError('unknown-sign', [...rest][0] ?? '');
}

/**
 * The tokens of a tidy line.
 *
 * @throws ReadError at a sign that means nothing here, and where a digit follows a letter: x2 can be 2x or x²
 */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  let rest = text;
  while (rest !== '') {
    if (rest.startsWith(' ')) {
      rest = rest.slice(1);
      continue;
    }
    const [token, length] = nextToken(rest);
    const follows = rest.slice(length);
    const digit = token.is === 'letter' && token.name !== pi ? /^\d/.exec(follows) : null;
    if (digit && token.is === 'letter')
      throw new ReadError('letter-digit', `${token.name}${digit[0]}`);
    tokens.push(token);
    rest = follows;
  }
  return tokens;
}
