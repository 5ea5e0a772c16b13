/**
 * An expression from its tokens, by precedence climbing.
 *
 *     sum      = product { ("+" | "-") product }
 *     product  = signed { ("*" | "/") signed | power }
 *     signed   = { "+" | "-" } power
 *     power    = atom [ "^" signed ]
 *     atom     = number | mixed | letter | function power | function "(" sum ")" | "(" sum ")" | "|" sum "|"
 *
 * A power binds first and from the right, then a sign, then products and quotients from the left, then sums: the
 * order of ISO 80000-2 and of school. A product without its sign binds like one with it, so that 1/2x is a half of x.
 */
import Fraction from 'fraction.js';
import { ReadError, tidy, tokensOf, type ReadFault, type Token } from './tokens';
import type { FunctionName, Operation, Term } from './term';

/** Longer answers are not read. */
export const longestAnswer = 200;
const deepest = 40;
const mostDigits = 30;

export type ReadTerm = { ok: true; term: Term } | { ok: false; fault: ReadFault; about: string };

const operations = {
  '+': 'sum',
  '-': 'difference',
  '*': 'product',
  '/': 'quotient',
  '^': 'power',
} as const satisfies Record<string, Operation>;

/** How a term begins. */
const begins = (token: Token | undefined) =>
  token !== undefined && ['number', 'mixed', 'letter', 'function', 'open'].includes(token.is);

class Reader {
  private next = 0;
  private depth = 0;
  /** Bars that are open: the next one closes. */
  private bars = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  whole(): Term {
    const term = this.sum();
    const left = this.peek();
    if (left?.is === 'close') throw new ReadError('bracket-closed');
    if (left) throw new ReadError('unreadable');
    return term;
  }

  private peek = () => this.tokens[this.next];
  private signed(...signs: string[]) {
    const token = this.peek();
    if (token?.is !== 'sign' || !signs.includes(token.sign)) return null;
    this.next++;
    return token.sign;
  }

  private sum(): Term {
    let term = this.product();
    for (let sign = this.signed('+', '-'); sign; sign = this.signed('+', '-'))
      term = { is: operations[sign], left: term, right: this.product() };
    return term;
  }

  private product(): Term {
    let term = this.factor();
    for (;;) {
      const sign = this.signed('*', '/');
      if (sign) term = { is: operations[sign], left: term, right: this.factor() };
      else if (begins(this.peek()) || (this.peek()?.is === 'bar' && this.bars === 0))
        term = { is: 'product', left: term, right: this.power() };
      else return term;
    }
  }

  private factor(): Term {
    return this.within(() => {
      const sign = this.signed('+', '-');
      if (sign === null) return this.power();
      const term = this.factor();
      return sign === '-' ? { is: 'negative', of: term } : term;
    });
  }

  private power(): Term {
    const base = this.atom();
    return this.signed('^') ? { is: 'power', left: base, right: this.factor() } : base;
  }

  private atom(): Term {
    const token = this.peek();
    if (!token) throw new ReadError('unfinished');
    this.next++;
    switch (token.is) {
      case 'number':
        return { is: 'number', value: numberOf(token.text) };
      case 'mixed':
        return mixedOf(token);
      case 'letter':
        return { is: 'letter', name: token.name };
      case 'function':
        return this.within(() => this.call(token.name));
      case 'open':
        return this.enclosed('close');
      case 'bar':
        this.bars++;
        return { is: 'call', name: 'abs', of: this.enclosed('bar') };
      case 'sign':
        throw new ReadError('nothing-after', token.sign);
      case 'close':
        throw new ReadError('bracket-closed');
    }
  }

  /** sin(x)² is the square of a sine, sin x² the sine of a square; a root is of what follows it at once. */
  private call(name: FunctionName): Term {
    const isBracketed = this.peek()?.is === 'open' || name === 'sqrt' || name === 'cbrt';
    return { is: 'call', name, of: isBracketed ? this.atom() : this.power() };
  }

  private enclosed(end: 'close' | 'bar'): Term {
    // Bars inside of brackets stand for themselves.
    const outer = this.bars;
    if (end === 'close') this.bars = 0;
    const term = this.within(() => this.sum());
    const closing = this.peek();
    if (closing?.is !== end) throw new ReadError(closing ? 'unreadable' : 'bracket-open');
    this.next++;
    this.bars = end === 'bar' ? outer - 1 : outer;
    return term;
  }

  private within(read: () => Term): Term {
    if (++this.depth > deepest) throw new ReadError('too-long');
    const term = read();
    this.depth--;
    return term;
  }
}

function numberOf(text: string): Fraction {
  if (text.length > mostDigits) throw new ReadError('too-large');
  // fraction.js wants digits on both sides of a point.
  return new Fraction(text.replace(/\.$/, '').replace(/^\./, '0.'));
}

function mixedOf({ whole, top, bottom }: Extract<Token, { is: 'mixed' }>): Term {
  const [above, below] = [numberOf(top), numberOf(bottom)];
  if (below.n === 0n) throw new ReadError('division-by-zero');
  const part = above.div(below);
  const isProper = part.lt(1) && part.d === below.n && part.d > 1n;
  return {
    is: 'number',
    value: numberOf(whole).add(part),
    mixed: isProper ? 'proper' : 'improper',
  };
}

/** Reads a term. @throws ReadError */
export function termOf(text: string): Term {
  const line = tidy(text);
  if (line.length > longestAnswer) throw new ReadError('too-long');
  if (line === '') throw new ReadError('empty');
  return new Reader(tokensOf(line)).whole();
}

/** Reads a term, or says why it is none. */
export function readTerm(text: string): ReadTerm {
  try {
    return { ok: true, term: termOf(text) };
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return { ok: false, fault: error.fault, about: error.about };
  }
}
