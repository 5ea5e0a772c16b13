/** Expressions as a polynomial over another: the same for all that say the same. */
import Fraction from 'fraction.js';
import { ReadError } from './tokens';
import * as poly from './polynomial';
import type { Polynomial } from './polynomial';
import type { Term } from './term';

/** `top` over `bottom`, which is not zero; they may have factors in common. */
export interface Normal {
  top: Polynomial;
  bottom: Polynomial;
}

/** Thrown inside this file: it is more than sums, products, quotients and whole powers. */
class Beyond extends Error {}

const over = (top: Polynomial, bottom: Polynomial): Normal => ({ top, bottom });
const one = over(poly.one, poly.one);

/** What was worked out, for as long as somebody holds the term; null where it cannot be. */
const known = new WeakMap<Term, Normal | null>();

/** Works terms out, with so many products of monomials for all of them. */
class Worker {
  private left = poly.mostProducts;

  /** @throws Beyond, poly.TooMuch, ReadError */
  normal(term: Term): Normal {
    const before = known.get(term);
    if (before === null) throw new Beyond();
    if (before) return before;
    try {
      const normal = this.work(term);
      known.set(term, normal);
      return normal;
    } catch (error) {
      if (!(error instanceof ReadError)) known.set(term, null);
      throw error;
    }
  }

  private work(term: Term): Normal {
    switch (term.is) {
      case 'number':
        return over(poly.constant(term.value), poly.one);
      case 'letter':
        return over(poly.letter(term.name), poly.one);
      case 'negative': {
        const { top, bottom } = this.normal(term.of);
        return over(poly.negated(top), bottom);
      }
      case 'call':
        if (term.name !== 'abs') throw new Beyond();
        return absolute(this.normal(term.of));
      default:
        return this.joined(term.is, this.normal(term.left), this.normal(term.right));
    }
  }

  private joined(operation: Extract<Term, { left: Term }>['is'], a: Normal, b: Normal): Normal {
    switch (operation) {
      case 'sum':
        return this.sum(a, b);
      case 'difference':
        return this.sum(a, over(poly.negated(b.top), b.bottom));
      case 'product':
        return over(this.times(a.top, b.top), this.times(a.bottom, b.bottom));
      case 'quotient':
        return this.quotient(a, b);
      case 'power':
        return this.power(a, b);
    }
  }

  private times(a: Polynomial, b: Polynomial): Polynomial {
    this.left -= a.size * b.size;
    if (this.left < 0) throw new poly.TooMuch();
    return poly.times(a, b);
  }

  private sum(a: Normal, b: Normal): Normal {
    const ratio = poly.ratio(a.bottom, b.bottom);
    // A common denominator stays as it is.
    if (ratio) return over(poly.plus(a.top, poly.scaled(b.top, ratio)), a.bottom);
    return over(
      poly.plus(this.times(a.top, b.bottom), this.times(b.top, a.bottom)),
      this.times(a.bottom, b.bottom),
    );
  }

  private quotient(a: Normal, b: Normal): Normal {
    if (poly.isZero(b.top)) throw new ReadError('division-by-zero');
    return over(this.times(a.top, b.bottom), this.times(a.bottom, b.top));
  }

  private power(base: Normal, exponent: Normal): Normal {
    const [top, bottom] = [poly.numberOf(exponent.top), poly.numberOf(exponent.bottom)];
    const times = top && bottom && top.div(bottom);
    if (times?.d !== 1n || times.n > 400n) throw new Beyond();
    let raised = one;
    for (let n = 0n; n < times.n; n++)
      raised = over(this.times(raised.top, base.top), this.times(raised.bottom, base.bottom));
    return times.s < 0n ? this.quotient(one, raised) : raised;
  }
}

/** Of numbers only. */
function absolute({ top, bottom }: Normal): Normal {
  const [above, below] = [poly.numberOf(top), poly.numberOf(bottom)];
  if (!above || !below) throw new Beyond();
  return over(poly.constant(above.div(below).abs()), poly.one);
}

/**
 * The term as a quotient of polynomials; null where it is none, or where that would take too long.
 *
 * @throws ReadError where it divides by zero whatever its letters are
 */
export function normalOf(term: Term): Normal | null {
  try {
    return new Worker().normal(term);
  } catch (error) {
    if (error instanceof Beyond || error instanceof poly.TooMuch) return null;
    throw error;
  }
}

/** The polynomial that it is; null where it has letters below the line. */
export function polynomialOf(term: Term): Polynomial | null {
  const normal = normalOf(term);
  const bottom = normal && poly.numberOf(normal.bottom);
  return normal && bottom ? poly.scaled(normal.top, new Fraction(1).div(bottom)) : null;
}

/** The exact number that it is; null where it has letters, roots or angles. */
export function exactValue(term: Term): Fraction | null {
  const polynomial = polynomialOf(term);
  return polynomial && poly.numberOf(polynomial);
}

/** Whether two quotients are the same function: ad = bc; null where that would take too long. */
export function isSameNormal(a: Normal, b: Normal): boolean | null {
  try {
    return poly.isZero(poly.minus(poly.times(a.top, b.bottom), poly.times(b.top, a.bottom)));
  } catch (error) {
    if (error instanceof poly.TooMuch) return null;
    throw error;
  }
}
