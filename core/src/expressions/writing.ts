/** A term as a line of signs, with the brackets that it needs and no others. */
import { pi, type FunctionName, type Term } from './term';

/** How the pieces of a term are put on paper. */
export interface Style {
  pi: string;
  brackets(inside: string): string;
  mixed(whole: string, top: string, bottom: string): string;
  /** A sign between factors that would run together without one. */
  times: string;
  quotient(top: string, bottom: string): string;
  power(base: string, exponent: string): string;
  call(name: FunctionName, of: string): string;
  /** Whether a line holds together what is above and below it. */
  hasFractionLine: boolean;
}

/** How closely a term holds together; what holds less closely than its place asks for gets brackets. */
const binding = { sum: 1, negative: 2, product: 3, power: 4, atom: 5 } as const;

/** Writes terms in one style. */
export class Writing {
  constructor(private readonly style: Style) {}

  /** A term, with the brackets that it needs and no others. */
  term(term: Term): string {
    const { style } = this;
    switch (term.is) {
      case 'number':
        return this.number(term);
      case 'letter':
        return term.name === pi ? style.pi : term.name;
      case 'negative':
        return `-${this.within(term.of, binding.product)}`;
      case 'sum':
        return `${this.term(term.left)} + ${this.within(term.right, binding.product)}`;
      case 'difference':
        return `${this.term(term.left)} - ${this.within(term.right, binding.product)}`;
      case 'product':
        return this.product(term.left, term.right);
      case 'quotient':
        return this.quotient(term.left, term.right);
      case 'power':
        return style.power(this.base(term.left), this.exponent(term.right));
      case 'call':
        return style.call(term.name, this.term(term.of));
    }
  }

  /** A fraction holds together by its line, but not below an exponent. */
  private base(term: Term): string {
    const isFraction = term.is === 'quotient' || (term.is === 'number' && term.value.d !== 1n);
    return isFraction ? this.style.brackets(this.term(term)) : this.within(term, binding.atom);
  }

  private exponent(term: Term): string {
    return this.style.hasFractionLine ? this.term(term) : this.within(term, binding.atom);
  }

  private quotient(top: Term, bottom: Term): string {
    const { style } = this;
    return style.hasFractionLine
      ? style.quotient(this.term(top), this.term(bottom))
      : style.quotient(this.within(top, binding.product), this.within(bottom, binding.power));
  }

  private within(term: Term, least: number): string {
    const text = this.term(term);
    return this.binding(term) < least ? this.style.brackets(text) : text;
  }

  private binding(term: Term): number {
    switch (term.is) {
      case 'sum':
      case 'difference':
        return binding.sum;
      case 'negative':
        return binding.negative;
      case 'product':
        return binding.product;
      case 'quotient':
        return this.style.hasFractionLine ? binding.atom : binding.product;
      case 'power':
        return binding.power;
      case 'number':
        return term.value.s < 0n ? binding.negative : binding.atom;
      default:
        return binding.atom;
    }
  }

  private product(left: Term, right: Term): string {
    const [first, second] = [this.within(left, binding.product), this.within(right, binding.power)];
    const runsTogether =
      /^[\d.]/.test(second) || (/\d$/.test(first) && second.startsWith('\\frac'));
    return runsTogether ? `${first}${this.style.times}${second}` : `${first}${second}`;
  }

  /** Decimals as decimals; what no decimal says as a fraction. */
  private number({ value, mixed }: Extract<Term, { is: 'number' }>): string {
    if (mixed) {
      const whole = value.floor();
      const { n, d } = value.sub(whole);
      return this.style.mixed(String(whole.n), String(n), String(d));
    }
    const decimal = value.toString();
    return decimal.includes('(') ? value.toFraction() : decimal;
  }
}
