/** Answers that are mathematics: read, compared, and in the form that is asked. */
import {
  exactValue,
  foldedAnswer,
  fromTex,
  forms,
  isSameTerm,
  readAnswer,
  readTerm,
  readUnit,
  termTex,
  termText,
  verdictOn,
  converted,
  answerTex,
  spellingsOf,
  type Form,
  type Term,
} from '@oaken/core/expressions';
import fc from 'fast-check';
import { all, create } from 'mathjs';

const math = create(all!, {});

const term = (text: string): Term => {
  const read = readTerm(text);
  if (!read.ok) throw new Error(`${text}: ${read.fault}`);
  return read.term;
};
const answer = (text: string, withUnit = false) => {
  const read = readAnswer(text, withUnit);
  if (!read.ok) throw new Error(`${text}: ${read.fault}`);
  return read.answer;
};
const verdict = (key: string, given: string, form: Form = 'any', withUnit = false) =>
  verdictOn(answer(key, withUnit), answer(given, withUnit), form);

/** Sums, products, quotients and small powers of numbers and two letters. */
const { terms } = fc.letrec<{ terms: Term }>((tie) => ({
  terms: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    fc.integer({ min: 1, max: 9 }).map((n) => term(String(n))),
    fc.constantFrom('x', 'y').map((name): Term => ({ is: 'letter', name })),
    fc
      .tuple(
        fc.constantFrom('sum' as const, 'difference' as const, 'product' as const),
        tie('terms'),
        tie('terms'),
      )
      .map(([is, left, right]): Term => ({ is, left, right })),
    tie('terms').map((of): Term => ({ is: 'negative', of })),
    tie('terms').map((left): Term => ({ is: 'power', left, right: term('2') })),
    tie('terms').map((left): Term => ({ is: 'quotient', left, right: term('3') })),
  ),
}));

describe('reading', () => {
  // ISO 80000-2:2019, clause 10, and school: powers, then signs, then products and quotients from the left, then sums.
  test.each([
    ['2+3*4', '14'],
    ['-3^2', '-9'],
    ['2^3^2', '512'],
    ['8/4/2', '1'],
    ['8-4-2', '2'],
    ['2^-1', '1/2'],
    ['2(3+4)', '14'],
    ['1/2*6', '3'],
    ['1 1/2', '3/2'],
    ['2 × 3 − 4 ÷ 2', '4'],
    ['|2 − 5|', '3'],
    ['½ + ¼', '3/4'],
    ['3² + 2³', '17'],
    ['.5 + 1.', '3/2'],
  ])('%s is %s', (text, value) => {
    expect(exactValue(term(text))?.toFraction()).toBe(value);
  });

  test('arithmetic comes to what mathjs makes of it', () => {
    // mathjs binds a product without its sign closer than a quotient; here it is written.
    const arithmetic = terms
      .map((given) => termText(given).replace(/(?<=[\d)])\(/g, '*('))
      .filter((text) => !/[a-z]/.test(text));
    fc.assert(
      fc.property(arithmetic, (text) => {
        const value = exactValue(term(text));
        fc.pre(value !== null);
        expect(value!.valueOf()).toBeCloseTo(math.evaluate(text) as number, 6);
      }),
    );
  });

  test('what is written out reads as itself', () => {
    fc.assert(fc.property(terms, (given) => isSameTerm(term(termText(given)), given)));
  });

  test.each([
    ['xy', 'x*y'],
    ['x(x+1)', 'x^2+x'],
    ['1/2x', 'x/2'],
    ['2πr', '2*pi*r'],
    ['sin(x)²', 'sin(x)*sin(x)'],
    ['√3x', 'x*√3'],
    ['x_1 x_2', 'x_2*x_1'],
  ])('%s is the product %s', (a, b) => {
    expect(isSameTerm(term(a), term(b))).toBe(true);
  });

  test.each([
    ['', 'empty', ''],
    ['2x +', 'unfinished', ''],
    ['3 // 4', 'nothing-after', '/'],
    ['2(x + 3', 'bracket-open', ''],
    ['2x + 3)', 'bracket-closed', ''],
    ['x2', 'letter-digit', 'x2'],
    ['5 $', 'unknown-sign', '$'],
    ['3/(2 − 2)', 'division-by-zero', ''],
    ['|x + 1', 'bracket-open', ''],
    ['x'.repeat(201), 'too-long', ''],
    ['9'.repeat(31), 'too-large', ''],
    ['('.repeat(60), 'too-long', ''],
  ])('“%s” cannot be read: %s', (text, fault, about) => {
    expect(readAnswer(text)).toEqual({ ok: false, fault, about });
  });

  test('whatever is sent is read or refused', () => {
    const signs = fc.constantFrom(...'0123456789xyπ.,+-*/^()[]{}|=<>≤√ e²½∪±\n'.split(''));
    const texts = fc.array(signs, { maxLength: 200 }).map((list) => list.join(''));
    fc.assert(
      fc.property(fc.oneof(texts, fc.string({ maxLength: 220 })), (text) => {
        const read = readAnswer(text);
        if (read.ok) expect(typeof answerTex(read.answer)).toBe('string');
      }),
    );
  });

  test.each([
    ['(a+b+c+d+e)^24'],
    ['((x+1)^9)^9'],
    ['9^9^9'],
    ['(a+b)(c+d)(e+f)(g+h)(i+j)(k+l)(m+n)(o+p)(q+r)(s+t)'],
    [Array.from({ length: 17 }, () => '(a+b+c)^24').join('+')],
    ['(x+123456789/987654321)^24/(x+987654321/123456789)^24'],
  ])('%s ends within its limits, alike and unlike', (text) => {
    expect(verdict(text, `${text}+1`, 'factored')).toBe('wrong');
  });
});

describe('the same as mathematics', () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions (1964): 3.1.1 to 3.1.5, 3.2.10, 4.1.10, 4.3.10, 4.3.16, 4.3.24
  // and 4.3.25; from memory, each checked by hand.
  test.each([
    ['(a+b)^2', 'a^2 + 2ab + b^2'],
    ['(a-b)^3', 'a^3 - 3a^2b + 3ab^2 - b^3'],
    ['(a+b)(a-b)', 'a^2 - b^2'],
    ['a^3 + b^3', '(a+b)(a^2 - ab + b^2)'],
    ['a^4 - b^4', '(a-b)(a+b)(a^2+b^2)'],
    ['(x^5-1)/(x-1)', 'x^4+x^3+x^2+x+1'],
    ['1/a + 1/b', '(a+b)/(ab)'],
    ['x^-2', '1/x^2'],
    ['√(x^2)', '|x|'],
    ['√8', '2√2'],
    ['cbrt(54)', '3cbrt(2)'],
    ['x^(1/2)', '√x'],
    ['2^x*2^y', '2^(x+y)'],
    ['ln(xy)', 'ln(x) + ln(y)'],
    ['log(1000)', '3'],
    ['sin(x)^2 + cos(x)^2', '1'],
    ['sin(x+y)', 'sin(x)cos(y) + cos(x)sin(y)'],
    ['sin(2x)', '2sin(x)cos(x)'],
    ['cos(2x)', '1 - 2sin(x)^2'],
    ['tan(45)', '1'],
    ['πr^2 + πr^2', '2πr^2'],
  ])('%s is %s', (a, b) => {
    expect([isSameTerm(term(a), term(b)), isSameTerm(term(b), term(a))]).toEqual([true, true]);
  });

  test.each([
    ['(a+b)^2', 'a^2 + b^2'],
    ['√(x^2)', 'x'],
    ['√(a+b)', '√a + √b'],
    ['πr^2', '3.14r^2'],
    ['√2', '1.41421356237'],
    ['1/(a+b)', '1/a + 1/b'],
    ['2/3', '0.667'],
    ['-x^2', '(-x)^2'],
    ['sin(x)', 'x'],
    ['x', 'y'],
  ])('%s is not %s', (a, b) => {
    expect([isSameTerm(term(a), term(b)), isSameTerm(term(b), term(a))]).toEqual([false, false]);
  });

  /** Each changes how a term is written and not what it says. */
  const identities: ((a: Term, b: Term) => Term)[] = [
    (a, b) => ({ is: 'difference', left: { is: 'sum', left: a, right: b }, right: b }),
    (a, b) => ({
      is: 'sum',
      left: { is: 'negative', of: b },
      right: { is: 'sum', left: b, right: a },
    }),
    (a) => ({
      is: 'quotient',
      left: { is: 'product', left: term('6'), right: a },
      right: term('6'),
    }),
    (a) => ({ is: 'negative', of: { is: 'negative', of: a } }),
  ];
  test('rewriting by identities keeps it the same, both ways round', () => {
    fc.assert(
      fc.property(
        terms,
        fc.array(fc.tuple(fc.constantFrom(...identities), terms), { maxLength: 3 }),
        (given, changes) => {
          const rewritten = changes.reduce((sum, [change, by]) => change(sum, by), given);
          expect(isSameTerm(rewritten, given)).toBe(true);
          expect(isSameTerm(given, rewritten)).toBe(true);
        },
      ),
    );
  });

  test('one more is never the same', () => {
    fc.assert(
      fc.property(terms, (given) => {
        const more: Term = { is: 'sum', left: given, right: term('1') };
        expect(isSameTerm(given, more)).toBe(false);
      }),
    );
  });
});

describe('the form that is asked', () => {
  const formsOf = (text: string) => forms.filter((form) => verdict(text, text, form) === 'right');
  test.each([
    ['2x + 6', 'simplified any expanded'],
    ['2(x + 3)', 'simplified any factored'],
    ['x + x', 'any'],
    ['3x + 2 − 1', 'any'],
    ['2·3x', 'any'],
    ['1x', 'any'],
    ['x + 0', 'any'],
    ['(2x + 4)/2', 'any'],
    ['(x² − 1)/(x − 1)', 'any'],
    ['(x + 1)/(x − 2)', 'simplified any expanded factored'],
    ['2√2', 'simplified any expanded'],
    ['√8', 'any'],
    ['3/2', 'simplified any expanded factored lowest-terms'],
    ['6/4', 'any'],
    ['1 1/2', 'simplified any expanded factored lowest-terms'],
    ['1 2/4', 'any'],
    ['2(x − 2)(x + 3)', 'simplified any factored'],
    ['(2x − 4)(x + 3)', 'simplified any'],
    ['x² − 4', 'simplified any expanded'],
    ['x² + 1', 'simplified any expanded factored'],
    ['x⁴ + 4', 'simplified any expanded'],
    ['ax + ay', 'simplified any expanded'],
    ['a² − b²', 'simplified any expanded'],
    ['(a − b)(a + b)', 'simplified any factored'],
    ['3.2 × 10⁴', 'simplified any expanded scientific'],
    ['32 × 10³', 'any'],
  ])('%s is %s', (text, expected) => {
    expect(formsOf(text).join(' ')).toBe(expected);
  });

  test('what says the same in another form is told from what is wrong', () => {
    expect([verdict('2(x+3)', '2x+6', 'factored'), verdict('2(x+3)', '2x+5', 'factored')]).toEqual([
      'other-form',
      'wrong',
    ]);
  });
});

describe('more than a term', () => {
  test.each([
    ['x > 3', '3 < x'],
    ['x > 3', '(3, ∞)'],
    ['−3 < x ≤ 5', '(−3, 5]'],
    ['−3 < x ≤ 5', 'x > −3 and x ≤ 5'],
    // A letter that is a word in Spanish.
    ['2 ≤ y ≤ 5', '[2, 5]'],
    ['2 ≤ y ≤ 5', 'y ≥ 2 y y ≤ 5'],
    ['x ≠ 3', '(−∞, 3) ∪ (3, ∞)'],
    ['x = 2 or x = 3', '{2, 3}'],
    ['x = 2 or x = 3', 'x = 3, x = 2'],
    ['x = ±2', '2, −2'],
    ['x = 2 or x = 3', 'x = 2, 3'],
    ['(x − 1)(x + 2) > 0', 'x < −2 or x > 1'],
    ['{1, 2, 3}', '{3, 1, 2}'],
    ['(3, −2)', '(3, −4/2)'],
    ['[0, 1] ∪ [1, 2]', '[0, 2]'],
    ['y = 2x + 3', '2x − y = −3'],
    ['y > 2x + 1', '−y < −2x − 1'],
    ['no solution', '{}'],
    ['5', 'x = 5'],
    ['x = √2', 'x = 2^(1/2)'],
    ['12,500', '12500'],
  ])('%s is answered by %s', (key, given) => {
    expect(verdict(key, given)).toBe('right');
  });

  test.each([
    ['x^2 > 2', 'x < −√2 or x > √2'],
    ['x^2 ≤ 2', '−√2 ≤ x ≤ √2'],
    ['x^2 ≤ 2', '[−√2, √2]'],
    ['x^2 > 2', '(−∞, −√2) ∪ (√2, ∞)'],
    ['x^2 = 5', '{√5, −√5}'],
    ['x^2 = 5', 'x = ±√5'],
    ['|x − 1| < 3', '−2 < x < 4'],
    ['|x − 1| ≥ 3', 'x ≤ −2 or x ≥ 4'],
    ['|2x + 1| = 5', 'x = 2 or x = −3'],
    ['√x ≥ 3', 'x ≥ 9'],
    ['x^2 − x − 1 < 0', '(1 − √5)/2 < x < (1 + √5)/2'],
    ['x > √3', '√3 < x'],
    ['|x| ≤ π', '[−π, π]'],
  ])('whose numbers are no fractions: %s is answered by %s', (key, given) => {
    expect([verdict(key, given), verdict(given, key)]).toEqual(['right', 'right']);
  });

  test.each([
    ['x^2 > 2', 'x > √2'],
    ['x^2 > 2', 'x ≤ −√2 or x ≥ √2'],
    ['x^2 ≤ 2', '−√2 < x ≤ √2'],
    ['x^2 > 2', 'x < −1.4142 or x > 1.4142'],
    ['|x − 1| < 3', '−4 < x < 2'],
    ['|x − 1| < 3', '−2 ≤ x < 4'],
    ['√x ≥ 3', 'x ≤ 9'],
    ['x^2 = 5', 'x = √5'],
    ['|x| < −1', '|x| < −2'],
  ])('whose numbers are no fractions: %s is not answered by %s', (key, given) => {
    expect(verdict(key, given)).toBe('wrong');
  });

  test.each([
    ['x > 3', 'x ≥ 3'],
    ['x > 3', 'x < 3'],
    ['x > 3', 'y > 3'],
    ['(3, −2)', '(−2, 3)'],
    ['(3, −2)', '3, −2'],
    ['{1, 2, 3}', '{1, 2}'],
    ['x = 2 or x = 3', 'x = 2'],
    ['y = 2x + 3', 'y = 3x + 2'],
    ['y > 2x + 1', 'y < 2x + 1'],
    ['[0, 1]', '[0, 1)'],
    ['2x', 'y = 2x'],
    ['x = 3', '3 = 3'],
  ])('%s is not answered by %s', (key, given) => {
    expect(verdict(key, given)).toBe('wrong');
  });

  describe('intervals of whole numbers', () => {
    const three = fc
      .uniqueArray(fc.integer({ min: -50, max: 50 }), { minLength: 3, maxLength: 3 })
      .map((list) => list.sort((a, b) => a - b) as [number, number, number]);
    const always = (said: (a: number, b: number, c: number) => [key: string, given: string]) =>
      fc.assert(
        fc.property(three, ([a, b, c]) => {
          const [key, given] = said(a, b, c);
          expect([key, given, verdict(key, given)]).toEqual([key, given, 'right']);
        }),
      );

    test('those that meet are one', () =>
      always((a, b, c) => [`[${a}, ${c})`, `[${a}, ${b}] ∪ [${b}, ${c})`]));
    test('a hole between them stays', () =>
      fc.assert(
        fc.property(three, ([a, b, c]) => {
          expect(verdict(`(${a}, ${c}]`, `(${a}, ${b}) ∪ (${b}, ${c}]`)).toBe('wrong');
        }),
      ));
    test('a chain says what two relations say', () =>
      always((a, b) => [`${a} < x <= ${b}`, `x <= ${b} and x > ${a}`]));
    test('what lies outside is said by two relations', () =>
      always((a, b) => [`x < ${a} or x >= ${b}`, `(−∞, ${a}) ∪ [${b}, ∞)`]));
    test('a factor below 0 turns the sign', () => always((a) => [`x > ${a}`, `-2x < ${-2 * a}`]));
    test('two numbers are where a product is 0', () =>
      always((a, b) => [`x = ${a} or x = ${b}`, `(x - (${a}))(x - (${b})) = 0`]));
  });

  test('an equation to be solved is not answered by itself', () => {
    expect([
      verdict('x = 3', '2x + 4 = 10', 'simplified'),
      verdict('x = 3', '3 = x', 'simplified'),
    ]).toEqual(['other-form', 'right']);
  });
});

describe('amounts', () => {
  // BIPM, The International System of Units, 9th edition (2019), tables 5 and 8; NIST SP 811 (2008), B.8.
  test.each([
    ['0.5 m', '50 cm'],
    ['90 km/h', '25 m/s'],
    ['1 h', '3600 s'],
    ['1 L', '1000 cm³'],
    ['1 N', '1 kg·m/s²'],
    ['1 J', '1 N·m'],
    ['1 kWh', '3.6 MJ'],
    ['1 ha', '10000 m^2'],
    ['1 in', '2.54 cm'],
    ['1 mile', '5280 feet'],
    ['1 lb', '453.59237 g'],
    ['1 gal', '231 in^3'],
    ['20 °C', '68 °F'],
    ['0 °C', '273.15 K'],
    ['60 miles per hour', '60 mph'],
    ['1/2 m', '50 cm'],
  ])('%s is %s', (a, b) => {
    expect([verdict(a, b, 'any', true), verdict(b, a, 'any', true)]).toEqual(['right', 'right']);
  });

  test.each([
    ['50 cm', '50'],
    ['50 cm', '50 m'],
    ['50 cm', '50 s'],
    ['5 Mg', '5 mg'],
  ])('%s is not %s', (a, b) => {
    expect(verdict(a, b, 'any', true)).toBe('wrong');
  });

  test.each(['km', 'mm', 'kg', 'mg', 'min', 'mL', 'kPa', 'MW', 'in', 'ft', 'yd', 'mi', 'oz', 'lb'])(
    '%s is worth what mathjs says',
    (name) => {
      const unit = readUnit(name)!;
      const base = Object.keys(unit.dimension).map(
        (symbol) => `${symbol}^${unit.dimension[symbol]}`,
      );
      const value = math.unit(`1 ${name}`).toNumber(base.join(' '));
      expect(unit.factor.valueOf() / value).toBeCloseTo(1, 12);
    },
  );

  test('there and back again is where one began', () => {
    const [celsius, fahrenheit] = [readUnit('°C')!, readUnit('°F')!];
    const value = exactValue(term('37.5'))!;
    const back = converted(converted(value, celsius, fahrenheit), fahrenheit, celsius);
    expect(back.toFraction()).toBe('75/2');
  });
});

describe('writing', () => {
  test.each([
    ['-(a+b)', '-\\left(a + b\\right)'],
    ['x-(y-z)', 'x - \\left(y - z\\right)'],
    ['(1/2)^3', '\\left(\\frac{1}{2}\\right)^{3}'],
    ['2 1/2', '2\\tfrac{1}{2}'],
    ['3*4', '3\\cdot 4'],
    ['√(x+1)', '\\sqrt{x + 1}'],
  ])('%s is drawn as %s', (text, tex) => {
    expect(termTex(term(text))).toBe(tex);
  });

  test.each([
    ['−3<x<=5', '-3<x\\le 5', false],
    ['{1,2/3}', '\\{1,\\ \\frac{2}{3}\\}', false],
    ['(−inf, 3]', '(-\\infty ,\\ 3]', false],
    ['9.8 m/s^2', '9.8\\ \\text{m/s}^{2}', true],
  ])('%s is drawn as %s', (text, tex, withUnit) => {
    expect(answerTex(answer(text, withUnit))).toBe(tex);
  });

  test('what a formula editor gives is what it shows', () => {
    fc.assert(fc.property(terms, (given) => isSameTerm(term(fromTex(termTex(given))), given)));
  });

  test.each([
    ['\\frac{3}{4}', '3/4'],
    ['2\\frac12', '2 1/2'],
    ['1^2\\frac{1}{3}', '1^2(1/3)'],
    ['\\left|x-2\\right|\\le 5', '|x-2|≤ 5'],
    ['x^{10}+\\sqrt[3]{8}', 'x^(10)+cbrt(8)'],
    ['\\left(-\\infty,3\\right]', '(-∞,3]'],
    ['5\\,\\mathrm{km}', '5 km'],
    ['20^{\\circ}\\text{C}', '20°C'],
  ])('%s is the line %s', (tex, line) => {
    expect(fromTex(tex)).toBe(line);
  });

  test.each([
    ['2(x+3)', '6+2x'],
    ['(2x+4)/(6x)', '(x+2)/(3x)'],
    ['{3, 1}', '{1, 6/2}'],
  ])('%s and %s are counted as one', (a, b) => {
    expect(foldedAnswer(answer(a), a)).toBe(foldedAnswer(answer(b), b));
  });

  test('spellings to try are right, in another form, and wrong', () => {
    const verdicts = spellingsOf(answer('2x + 6')).map((text) =>
      verdict('2x + 6', text, 'simplified'),
    );
    expect(new Set(verdicts)).toEqual(new Set(['right', 'other-form', 'wrong']));
  });
});
