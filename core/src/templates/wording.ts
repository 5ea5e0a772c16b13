/**
 * Values in a wording: `[[a + b]]` stands for what the formula comes to, in text and within formulas.
 *
 * After a semicolon stands how it is shown: `[[a/b; fraction]]`, `[[a/b; mixed]]`, `[[p; 2 places]]`, `[[n; grouped]]`, and
 * `[[n; apple | apples]]` for a number with its noun. In a formula signs and coefficients come out as people write them:
 * `x + [[b]]` is x - 2 where b is -2, and `[[a]]x` is x where a is 1.
 */
import Fraction from 'fraction.js';
import { withoutEntities } from '../plain/tokens';
import { readFormula, type FormulaProblem, type Values } from './formula';
import { FormulaError, isNum, toDouble, type Num, type Value } from './numbers';

export type Filled = { ok: true; html: string } | { ok: false; problem: WordingProblem };
export interface WordingProblem extends Omit<FormulaProblem, 'fault'> {
  fault: FormulaProblem['fault'] | 'unknown-format';
  /** The place as it is written, with its brackets. */
  place: string;
}

/** No bracket stands in a place: so a text of nothing but brackets is read in one pass. */
const placePattern = /\[\[([^[\]]{1,400})\]\]/g;
/** A decimal with more places than this is shown as a fraction, unless it is said how. */
const mostPlaces = 6;
/** A wording has at most so many places. */
const mostPlacesInWording = 200;
/** A number that is only near is shown with so many figures. */
const nearFigures = 6;

type Setting = 'text' | 'formula';

class Refused extends Error {
  constructor(readonly problem: WordingProblem) {
    super(problem.fault);
  }
}

/** As it may stand in markup, in text and in an attribute. */
const escaped = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** Whether the fraction ends as a decimal: nothing but twos and fives below the line. */
function placesOf({ d }: Fraction): number | null {
  let [rest, places] = [d, 0];
  for (; rest % 10n === 0n; rest /= 10n) places++;
  for (; rest % 5n === 0n; rest /= 5n) places++;
  for (; rest % 2n === 0n; rest /= 2n) places++;
  return rest === 1n ? places : null;
}

function decimalText(size: Num, places: number | null): string {
  if ('near' in size)
    return places === null
      ? String(Number(size.near.toPrecision(nearFigures)))
      : size.near.toFixed(places);
  const shown = places ?? placesOf(size.exact) ?? nearFigures;
  const scaled = size.exact.mul(new Fraction(10).pow(shown) ?? 1).round();
  const digits = scaled.n.toString().padStart(shown + 1, '0');
  return shown === 0 ? digits : `${digits.slice(0, -shown)}.${digits.slice(-shown)}`;
}

const quotient = (top: bigint, bottom: bigint, setting: Setting) =>
  setting === 'formula' ? `\\frac{${top}}{${bottom}}` : `${top}/${bottom}`;

function fractionText(
  { exact: { n, d } }: Num & { exact: Fraction },
  setting: Setting,
  mixed: boolean,
) {
  if (d === 1n) return n.toString();
  if (!mixed || n < d) return quotient(n, d, setting);
  const between = setting === 'formula' ? '' : ' ';
  return `${n / d}${between}${quotient(n % d, d, setting)}`;
}

/** A number without its sign, as the format wants it. */
function sizeText(size: Num, format: string, setting: Setting): string {
  const places = /^(\d) places?$/.exec(format)?.[1];
  if (places !== undefined) return decimalText(size, Number(places));
  if (format === 'grouped')
    return decimalText(size, null).replace(/\B(?<!\.\d*)(?=(\d{3})+(?!\d))/g, ',');
  const isFraction = format === 'fraction' || format === 'mixed';
  if (isFraction && 'exact' in size) return fractionText(size, setting, format === 'mixed');
  if ('exact' in size && (placesOf(size.exact) ?? Infinity) > mostPlaces)
    return fractionText(size, setting, false);
  return decimalText(size, null);
}
const isFormat = (format: string) => /^(|fraction|mixed|grouped|\d places?)$/.test(format);

const isNegative = (num: Num) => toDouble(num) < 0;
const sizeOf = (num: Num): Num =>
  'exact' in num ? { exact: num.exact.abs() } : { near: Math.abs(num.near) };
const isOne = (num: Num) => 'exact' in num && num.exact.equals(1);

/** What a formula goes on with where a number before it is a coefficient: a letter, a bracket, a root, pi. */
const isFactor = /^\s*([A-Za-z(]|\\(?:pi|sqrt|alpha|beta|theta|left))/;
const afterProduct = /(\\cdot|\\times|\\div|[*·×÷^])\s*$/;

/** A number as a wording has it where nothing is said about its format. */
export const numberText = (num: Num): string =>
  `${isNegative(num) ? '−' : ''}${sizeText(sizeOf(num), '', 'text')}`;

interface Around {
  before: string;
  after: string;
  setting: Setting;
}

/** Appends a number to what stands before it, with its sign as people write it. */
function withNumber(num: Num, format: string, { before, after, setting }: Around): string {
  const minus = setting === 'formula' ? '-' : '−';
  const size = sizeOf(num);
  const isCoefficient = setting === 'formula' && format === '' && isFactor.test(after);
  const digits = isCoefficient && isOne(size) ? '' : sizeText(size, format, setting);
  if (!isNegative(num)) return `${before}${digits}`;
  // "x + −3" is "x − 3", and "x − −3" is "x + 3"; at the beginning, after "(" or "=" the sign is the number's own.
  const near = before.slice(-40);
  const sign = /(?<=[^\s(=[{,;:])(\s*)([+\-−])(\s*)$/.exec(near);
  if (sign) {
    const [whole, left, written, right] = sign;
    const turned = written === '+' ? minus : '+';
    return `${before.slice(0, -whole.length)}${left}${turned}${right}${digits}`;
  }
  const text = `${minus}${digits}`;
  return `${before}${afterProduct.test(near) ? `(${text})` : text}`;
}

/** Words that were picked; in a formula they are no names of variables. */
function wordsText(words: string, setting: Setting): string {
  return setting === 'formula' ? `\\text{${words.replace(/[\\{}$%#&_^~]/g, '')}}` : words;
}

function valueOf(text: string, values: Values, place: string): Value {
  const read = readFormula(text);
  const outcome = read.ok ? read.formula.evaluate(values) : read;
  if (!outcome.ok) throw new Refused({ ...outcome.problem, place });
  return outcome.value;
}

/** Plain text with its places filled. */
function fillText(text: string, values: Values, setting: Setting): string {
  let filled = '';
  let end = 0;
  for (const match of text.matchAll(placePattern)) {
    const [place, inside = ''] = match;
    filled += text.slice(end, match.index);
    end = match.index + place.length;
    const [formula = '', ...rest] = inside.split(';');
    const format = rest.join(';').trim();
    const value = valueOf(formula, values, place);
    const [singular, plural] = format.split('|').map((noun) => noun.trim());
    const around = { before: filled, after: text.slice(end), setting };
    if (plural !== undefined && isNum(value))
      filled = `${withNumber(value, '', { ...around, after: '' })} ${isOne(sizeOf(value)) ? singular : plural}`;
    else if (!isFormat(format))
      throw new Refused({ fault: 'unknown-format', about: format, place });
    else if (isNum(value)) filled = withNumber(value, format, around);
    else if ('text' in value) filled += wordsText(value.text, setting);
    else throw new Refused({ fault: 'number-wanted', about: formula.trim(), place });
  }
  return filled + text.slice(end);
}

/** The formulas at all places of a wording, in order, as they are written. */
export const placesIn = (html: string): string[] =>
  [...withoutEntities(html).matchAll(placePattern)].map(([, inside = '']) =>
    (inside.split(';')[0] ?? '').trim(),
  );

const fillingOf = (html: string, fill: () => string): Filled => {
  if (placesIn(html).length > mostPlacesInWording)
    return { ok: false, problem: { fault: 'too-long', about: '', place: '' } };
  try {
    return { ok: true, html: fill() };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, problem: error.problem };
    if (error instanceof FormulaError)
      return { ok: false, problem: { fault: error.fault, about: error.about, place: '' } };
    throw error;
  }
};

/** Plain words, such as a key, with the values of one variant. */
export const fillPlain = (text: string, values: Values): Filled =>
  fillingOf(text, () => fillText(text, values, 'text'));

/** A wording with the values of one variant; markup is left as it is. */
export const fillWording = (html: string, values: Values): Filled =>
  fillingOf(html, () =>
    html
      .split(/(<[^<>]*>)/)
      .map((piece) => (piece.startsWith('<') ? fillTag(piece, values) : fillPiece(piece, values)))
      .join(''),
  );

/** What attributes say has places, too: formulas, and descriptions of pictures. */
const fillTag = (tag: string, values: Values) =>
  tag.replace(/(data-formula|alt)="([^"]*)"/g, (_, name: string, value: string) => {
    const setting = name === 'alt' ? 'text' : 'formula';
    return `${name}="${escaped(fillText(withoutEntities(value), values, setting))}"`;
  });

/** Text without any place stays as it is written, entity for entity. */
const fillPiece = (piece: string, values: Values) =>
  piece.includes('[[') ? escaped(fillText(withoutEntities(piece), values, 'text')) : piece;
