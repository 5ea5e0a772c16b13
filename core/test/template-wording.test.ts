/** Values in wordings: numbers, fractions, nouns, and signs as people write them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Fraction from 'fraction.js';
import { exact, fillWording, placesIn, type Value } from '@oaken/core/templates';

const given = new Map<string, Value>([
  ['one', exact(1)],
  ['two', exact(2)],
  ['m', exact(-2)],
  ['minusOne', exact(-1)],
  ['half', exact(new Fraction(1, 2))],
  ['third', exact(new Fraction(7, 3))],
  ['many', exact(12_345)],
  ['root', { near: Math.SQRT2 }],
  ['fruit', { text: 'pear & <plum>' }],
  ['shape', { text: 'square', picture: '<img src="/api/files/s" alt="Four equal sides">' }],
]);
function filled(html: string): string {
  const result = fillWording(html, given);
  return result.ok
    ? result.html
    : `${result.problem.fault} ${result.problem.about} in ${result.problem.place}`;
}
/** A formula as it stands in a wording. */
const formula = (latex: string) => filled(`<span data-formula="${latex}"></span>`).slice(20, -9);

describe('in text', () => {
  test.each([
    ['[[two]] and [[ two + 1 ]]', '2 and 3'],
    ['[[half]]', '0.5'],
    ['[[half; fraction]]', '1/2'],
    ['[[third]]', '7/3'],
    ['[[third; mixed]]', '2 1/3'],
    ['[[third; 2 places]]', '2.33'],
    ['[[two; 2 places]]', '2.00'],
    ['[[many; grouped]]', '12,345'],
    ['[[root]]', '1.41421'],
    ['[[m]] degrees', '−2 degrees'],
    ['3 + [[m]]', '3 − 2'],
    ['3 − [[m]]', '3 + 2'],
    ['3 × [[m]]', '3 × (−2)'],
    ['[[one; apple | apples]], [[two; apple | apples]]', '1 apple, 2 apples'],
    ['a [[fruit]]', 'a pear &amp; &lt;plum&gt;'],
    ['<p>[[two]] &lt; 3</p>', '<p>2 &lt; 3</p>'],
    ['nothing &nbsp;here', 'nothing &nbsp;here'],
    ['1 < [[shape]] & more', '1 &lt; <img src="/api/files/s" alt="Four equal sides"> &amp; more'],
    ['a [[shape; word]]', 'a square'],
    ['<img alt="a [[shape]]">', '<img alt="a square">'],
    ['<img alt="[[two]] dots">', '<img alt="2 dots">'],
  ])('%s', (html, text) => expect(filled(html)).toBe(text));
});

describe('in a formula', () => {
  test.each([
    ['3x + [[m]]', '3x - 2'],
    ['3x - [[m]]', '3x + 2'],
    ['[[one]]x + [[minusOne]]y', 'x - y'],
    ['[[minusOne]]x', '-x'],
    ['[[m]]x^2', '-2x^2'],
    ['[[one]]\\sqrt{2}', '\\sqrt{2}'],
    ['x = [[m]]', 'x = -2'],
    ['([[m]])', '(-2)'],
    ['2 \\cdot [[m]]', '2 \\cdot (-2)'],
    ['[[third]]', '\\frac{7}{3}'],
    ['[[half; fraction]]', '\\frac{1}{2}'],
    ['[[one]]', '1'],
    ['[[one]] \\text{ cm}', '1 \\text{ cm}'],
  ])('%s', (latex, written) => expect(formula(latex)).toBe(written));

  // "3x + −2" and "1x" are never written, whatever the numbers are.
  test('signs and coefficients come out right for all numbers', () =>
    fc.assert(
      fc.property(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 }), (a, b) => {
        fc.pre(a !== 0);
        const values = new Map([
          ['a', exact(a)],
          ['b', exact(b)],
        ]);
        const result = fillWording('<span data-formula="[[a]]x + [[b]]"></span>', values);
        const written = result.ok ? result.html.slice(20, -9) : '';
        expect(written).not.toMatch(/[+-]\s*-|(?<!\d)1x/);
        const [, left, sign, right] = /^(-?\d*)x ([+-]) (\d+)$/.exec(written)!;
        const coefficient = left === '' || left === '-' ? Number(`${left}1`) : Number(left);
        expect([coefficient, Number(`${sign}${right}`) + 0]).toEqual([a, b]);
      }),
    ));
});

describe('what is refused', () => {
  test.each([
    ['[[nothing]]', 'unknown-name nothing in [[nothing]]'],
    ['[[two; upside down]]', 'unknown-format upside down in [[two; upside down]]'],
    ['[[two / 0]]', 'division-by-zero ÷ in [[two / 0]]'],
    ['[[two = 2]]', 'number-wanted two = 2 in [[two = 2]]'],
    ['[[two]]'.repeat(201), 'too-long  in '],
  ])('%s', (html, problem) => expect(filled(html)).toBe(problem));
});

test('the formulas of a wording are found, also within formulas and among entities', () =>
  expect(
    placesIn('<p>[[a; fraction]] &lt; [[b &lt; c]]</p><span data-formula="[[d]]x"></span>'),
  ).toEqual(['a', 'b < c', 'd']));
