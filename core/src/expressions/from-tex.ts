/** A formula from a formula editor as a line that one could have typed. */

const signs: Readonly<Record<string, string>> = {
  cdot: '*',
  times: '*',
  ast: '*',
  div: '/',
  le: '≤',
  leq: '≤',
  leqslant: '≤',
  ge: '≥',
  geq: '≥',
  geqslant: '≥',
  ne: '≠',
  neq: '≠',
  lt: '<',
  gt: '>',
  pi: 'π',
  infty: '∞',
  pm: '±',
  cup: '∪',
  varnothing: '∅',
  emptyset: '∅',
  lbrace: '{',
  rbrace: '}',
  lbrack: '[',
  rbrack: ']',
  lparen: '(',
  rparen: ')',
  vert: '|',
  lvert: '|',
  rvert: '|',
  mid: '|',
  degree: '°',
  circ: '°',
  lor: ' or ',
  land: ' and ',
  sin: 'sin ',
  cos: 'cos ',
  tan: 'tan ',
  log: 'log ',
  ln: 'ln ',
};
/** Commands whose argument stands as it is. */
const wrappers = ['text', 'mathrm', 'operatorname', 'mathit', 'textrm', 'displaystyle'];
const wholeNumber = /^\d+$/;

class TexReader {
  private next = 0;
  constructor(private readonly tex: string) {}

  /** @param end the sign that closes; empty for the whole */
  until(end: string): string {
    let line = '';
    while (this.next < this.tex.length) {
      const sign = this.tex.charAt(this.next);
      if (sign === end) {
        this.next++;
        return line;
      }
      line += this.piece(line);
    }
    return line;
  }

  private piece(before: string): string {
    const sign = this.tex.charAt(this.next++);
    if (sign === '\\') return this.command(before);
    if (sign === '{') return this.until('}');
    if (sign === '^') return this.power();
    if (sign === '~' || sign === '&') return ' ';
    return sign;
  }

  private argument(): string {
    while (this.tex[this.next] === ' ') this.next++;
    if (this.tex[this.next] !== '{') return this.piece('');
    this.next++;
    return this.until('}');
  }

  private power(): string {
    const exponent = this.argument();
    if (exponent === '°') return '°';
    return /^\w$/.test(exponent) ? `^${exponent}` : `^(${exponent})`;
  }

  private command(before: string): string {
    const [name] = /^(?:[A-Za-z]+|.)/u.exec(this.tex.slice(this.next)) ?? [''];
    this.next += name.length;
    switch (name) {
      case 'left':
      case 'right':
      case 'big':
      case 'bigl':
      case 'bigr':
        return '';
      case 'frac':
      case 'dfrac':
      case 'tfrac':
        return this.fraction(before);
      case 'sqrt':
        return this.root();
      case 'placeholder':
        this.argument();
        return '';
      default:
        return this.named(name);
    }
  }

  private named(name: string): string {
    if (wrappers.includes(name)) return this.tex[this.next] === '{' ? this.argument() : '';
    if (Object.hasOwn(signs, name)) return signs[name] ?? '';
    // \, and \; are spaces; \{ and \% are what they say.
    return /^[{}%$#_|]$/.test(name) ? name : ' ';
  }

  private fraction(before: string): string {
    const [top, bottom] = [this.argument(), this.argument()];
    const isPlain = wholeNumber.test(top) && wholeNumber.test(bottom);
    // A whole number before it makes it a mixed one; the end of a power or of a decimal does not.
    if (isPlain && /(?:^|[^\w.^])\d+$/.test(before)) return ` ${top}/${bottom}`;
    return `((${top})/(${bottom}))`;
  }

  private root(): string {
    const degree = this.tex[this.next] === '[' ? this.index() : '';
    return `${degree === '3' ? 'cbrt' : 'sqrt'}(${this.argument()})`;
  }
  private index(): string {
    this.next++;
    return this.until(']');
  }
}

/** LaTeX as a line that one could have typed; what has no such line is left out. */
export const fromTex = (tex: string): string =>
  new TexReader(tex)
    .until('')
    .replace(/\(\((\w+)\)\/\((\w+)\)\)/g, '($1/$2)')
    .replace(/^\(([\w/]+)\)$/, '$1')
    .replace(/\s+/g, ' ')
    .trim();
