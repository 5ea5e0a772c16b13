/** Diagrams in a wording: where their marks stand, what cannot be drawn, and how values come into their fields. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Fraction from 'fraction.js';
import {
  diagramFields,
  diagramInWords,
  drawDiagram,
  keptDiagram,
  readDiagram,
  svgOfSketch,
  type Diagram,
  type DiagramOf,
  type DiagramShape,
} from '@oaken/core/diagrams';
import { markupProblem, safeMarkup } from '@oaken/core/markup';
import { exact, fillWording } from '@oaken/core/templates';
import { plainText } from '@oaken/core/text';

const line = (fields: Partial<DiagramOf<'number-line'>> = {}): Diagram => ({
  shape: 'number-line',
  from: '0',
  to: '10',
  step: '1',
  every: '',
  points: '',
  ...fields,
});
const bar = (fields: Partial<DiagramOf<'bar'>> = {}): Diagram => ({
  shape: 'bar',
  parts: '5',
  shaded: '2',
  whole: '',
  part: '',
  ...fields,
});
const rectangle = (width: string, height: string): Diagram => ({
  shape: 'rectangle',
  width,
  height,
});
const triangle = (base: string, height: string, slant: string): Diagram => ({
  shape: 'right-triangle',
  base,
  height,
  slant,
});

function sketch(diagram: Diagram) {
  const drawn = drawDiagram(diagram);
  if (!drawn.ok) throw new Error(drawn.problem);
  return drawn.sketch;
}
const problem = (diagram: Diagram) => {
  const drawn = drawDiagram(diagram);
  return drawn.ok ? null : drawn.problem;
};
const wordsOf = (diagram: Diagram) =>
  sketch(diagram).marks.flatMap((mark) => (mark.kind === 'words' ? [mark.text] : []));
const fieldsOf = (diagram: Diagram) =>
  sketch(diagram).marks.flatMap((mark) => (mark.kind === 'field' ? [mark] : []));
const dots = (diagram: Diagram) =>
  sketch(diagram).marks.flatMap((mark) => (mark.kind === 'dot' ? [mark.x] : []));

describe('a number line', () => {
  test('has a number at each step where there is room', () =>
    expect(wordsOf(line({ from: '-2', to: '2' }))).toEqual(['−2', '−1', '0', '1', '2']));

  test('leaves numbers out where they would touch, at even distances', () =>
    expect(wordsOf(line({ to: '100', step: '2' }))).toEqual(
      Array.from({ length: 11 }, (_, n) => String(n * 10)),
    ));

  test('has a number at every so many steps where that is said', () =>
    expect(wordsOf(line({ every: '5' }))).toEqual(['0', '5', '10']));

  test('writes fractions where its step is one', () =>
    expect(wordsOf(line({ to: '1', step: '1/4' }))).toEqual(['0', '1/4', '1/2', '3/4', '1']));

  test('a point stands where its number is between the ends', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 50 }),
        fc.integer({ min: 1, max: 60 }),
        (low, span) => {
          const [first, middle, last] = dots(
            line({
              from: String(low),
              to: String(low + span),
              points: `${low}; M = ${new Fraction(low).add(span / 2).toString()}; ${low + span}`,
            }),
          ) as [number, number, number];
          expect(middle - first).toBeCloseTo(last - middle, 6);
        },
      ),
    ));

  test.each<[name: string, fields: Partial<DiagramOf<'number-line'>>, part: RegExp]>([
    ['an end before its beginning', { to: '-1' }, /an end after its beginning/],
    ['a step of nothing', { step: '0' }, /a step above 0/],
    ['too many ticks', { to: '1000' }, /at most 200 ticks/],
    ['a word for a number', { from: 'low' }, /“low” is not a number/],
    ['a point beyond its end', { points: 'P = 12' }, /12 is not between 0 and 10/],
  ])('says what is wrong: %s', (_, fields, part) => expect(problem(line(fields))).toMatch(part));
});

describe('a bar', () => {
  test('has equal parts, the first of them shaded', () => {
    const parts = fieldsOf(bar());
    expect(parts.map(({ isShaded }) => isShaded)).toEqual([true, true, false, false, false]);
    expect(new Set(parts.map(({ width }) => width)).size).toBe(1);
  });

  test('says what the whole and one part are worth', () =>
    expect(wordsOf(bar({ whole: '30 students', part: '6' }))).toEqual(['30 students', '6']));

  test.each([
    ['no parts', { parts: '0' }],
    ['half a part', { parts: '2.5' }],
    ['more shaded than there are', { shaded: '6' }],
    ['more parts than can be seen', { parts: '41' }],
  ])('refuses %s', (_, fields) => expect(problem(bar(fields))).toMatch(/is not a whole number/));
});

describe('a shape with measures', () => {
  test('is as wide to its height as its measures say', () => {
    const [field] = fieldsOf(rectangle('9 cm', '6 cm'));
    expect(field!.width / field!.height).toBeCloseTo(1.5, 6);
  });

  test('is drawn without a number where a side is asked for', () =>
    expect(wordsOf(rectangle('x + 2', '?'))).toEqual(['x + 2', '?']));

  test('a right triangle names its three sides', () =>
    expect(wordsOf(triangle('4 m', '3 m', '?'))).toEqual(['4 m', '3 m', '?']));

  test('a side below zero is none', () =>
    expect(problem(rectangle('−3 cm', '2 cm'))).toMatch(/is not a length/));
});

const text = fc.string({ maxLength: 30, unit: 'grapheme' });
const anyDiagram: fc.Arbitrary<Diagram> = fc
  .constantFrom(...(Object.keys(diagramFields) as DiagramShape[]))
  .chain((shape) =>
    fc
      .record(Object.fromEntries(diagramFields[shape].map((name) => [name, text])))
      .map((fields) => ({ shape, ...fields }) as Diagram),
  );

describe('as it is kept and shown', () => {
  test('comes back from its attribute as it was', () =>
    fc.assert(
      fc.property(anyDiagram, (diagram) =>
        expect(readDiagram(keptDiagram(diagram))).toEqual(diagram),
      ),
    ));

  test('whatever is typed is drawn as text, or refused with a sentence', () =>
    fc.assert(
      fc.property(anyDiagram, text, (diagram, words) => {
        const drawn = drawDiagram(diagram);
        if (!drawn.ok) return expect(drawn.problem).toMatch(/\w/);
        const svg = svgOfSketch(drawn.sketch, words);
        // Nothing but the five elements of a drawing.
        expect(svg.replace(/<\/?(?:svg|path|rect|circle|text)(?:\s[^<>]*)?>/g, '')).not.toMatch(
          /[<>]/,
        );
      }),
    ));

  test.each([
    ['no JSON', 'rectangle'],
    ['an unknown shape', '{"shape":"__proto__"}'],
    ['a field too few', '{"shape":"rectangle","width":"3"}'],
    ['a field too many', '{"shape":"rectangle","width":"3","height":"2","depth":"1"}'],
    ['a field that is no text', '{"shape":"rectangle","width":3,"height":"2"}'],
    ['more than is ever written', JSON.stringify(rectangle('1'.repeat(3000), '2'))],
  ])('an attribute that keeps %s keeps none', (_, kept) => expect(readDiagram(kept)).toBeNull());

  test.each([
    [line({ points: 'P = 3' }), 'A number line from 0 to 10 in steps of 1, with a point at P = 3'],
    [
      bar({ whole: '30', part: '6' }),
      'A bar in 5 equal parts, 2 of them shaded, the whole is 30, one part is 6',
    ],
    [rectangle('6 cm', ''), 'A rectangle, 6 cm wide and unknown high'],
    [triangle('4', '3', '?'), 'A right triangle with base 4, height 3 and longest side unknown'],
  ])('reads %# in words', (diagram, words) => expect(diagramInWords(diagram)).toBe(words));
});

const marked = (diagram: Diagram, words: string) =>
  `<p>Find it. <span data-diagram="${keptDiagram(diagram).replace(/"/g, '&quot;')}">${words}</span></p>`;

describe('in a wording', () => {
  test('is allowed, kept by the page’s own check, and read as its words', () => {
    const html = marked(rectangle('6 cm', '4 cm'), 'A rectangle');
    expect(markupProblem(html)).toBeNull();
    expect(safeMarkup(html)).toBe(html);
    expect(plainText(html)).toBe('Find it. A rectangle');
  });

  test('what cannot be drawn is refused with the reason', () =>
    expect(markupProblem(marked(bar({ parts: '0' }), 'A bar'))).toMatch(/“0” is not a whole/));

  test('values come into its fields and its words', () => {
    const filled = fillWording(
      marked(rectangle('[[a]] cm', '[[a + 1; 1 place]] cm'), '[[a]] by [[a + 1]]'),
      new Map([['a', exact(5)]]),
    );
    expect(filled).toEqual({
      ok: true,
      html: marked(rectangle('5 cm', '6.0 cm'), '5 by 6'),
    });
  });

  test('values with which it cannot be drawn are refused', () =>
    expect(
      fillWording(marked(bar({ shaded: '[[a]]' }), 'A bar'), new Map([['a', exact(9)]])),
    ).toMatchObject({ ok: false, problem: { fault: 'undrawable' } }));
});
