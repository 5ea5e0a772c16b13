/**
 * Values in a wording: `[[a + b]]` stands for what the formula comes to, in text and within formulas.
 *
 * After a semicolon stands how it is shown: `[[a/b; fraction]]`, `[[a/b; mixed]]`, `[[p; 2 places]]`, `[[n;
 * grouped]]`, and `[[n; apple | apples]]` for a number with its noun. In a formula signs and coefficients come
 * out as people write them: `x + [[b]]` is x - 2 where b is -2, and `[[a]]x` is x where a is 1.
 */
import { drawDiagram, keptDiagram, readDiagram, withFields } from '../diagrams';
import { withoutEntities } from '../plain/tokens';
import { readFormula, type FormulaProblem, type ReadFormula, type Values } from './formula';
import { isFormat, isNegative, isOne, sizeOf, sizeText, type Setting } from './number-text';
import { isNum, type Num, type Value } from './numbers';

export type Filled = { ok: true; html: string } | { ok: false; problem: WordingProblem };
export interface WordingProblem extends Omit<FormulaProblem, 'fault'> {
  fault: FormulaProblem['fault'] | 'unknown-format' | 'undrawable';
  /** The place as it is written, with its brackets. */
  place: string;
}
/** A wording that was read once, to be filled for many. */
export type Wording = (values: Values) => Filled;

/** No bracket stands in a place: so a text of nothing but brackets is read in one pass. */
const placePattern = /\[\[([^[\]]{1,400})\]\]/g;
/** A wording has at most so many places. */
const mostPlacesInWording = 200;

class Refused extends Error {
  constructor(readonly problem: WordingProblem) {
    super(problem.fault);
  }
}

/** As it may stand in markup, in text and in an attribute. */
const escaped = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** What a formula goes on with where a number before it is a coefficient: a letter, a bracket, a root, pi. */
const isFactor = /^\s*([A-Za-z(]|\\(?:pi|sqrt|alpha|beta|theta|left))/;
const afterProduct = /(\\cdot|\\times|\\div|[*·×÷^])\s*$/;

/** Turns values into text. @throws Refused */
type Fill = (values: Values) => string;

interface Place {
  /** As it is written, with its brackets. */
  place: string;
  text: string;
  formula: ReadFormula;
  format: string;
  /** A number's noun, where one is given. */
  nouns: [singular: string, plural: string] | null;
  /** A factor follows it in a formula: then a 1 is not written. */
  isCoefficient: boolean;
}

/** Appends a number to what stands before it, with its sign as people write it. */
function withNumber(before: string, num: Num, digits: string, setting: Setting): string {
  if (!isNegative(num)) return `${before}${digits}`;
  const minus = setting === 'formula' ? '-' : '−';
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

function valueAt({ formula, place }: Place, values: Values): Value {
  const outcome = formula.ok ? formula.formula.evaluate(values) : formula;
  if (!outcome.ok) throw new Refused({ ...outcome.problem, place });
  return outcome.value;
}

/** Whether it is a picture that is shown where a text has its place. */
const pictureOf = (value: Value): string | undefined =>
  !isNum(value) && 'text' in value ? value.picture : undefined;

/** Appends what a place comes to. */
function withPlace(before: string, at: Place, value: Value, setting: Setting): string {
  const { format, nouns, place } = at;
  if (!isNum(value)) {
    if ('text' in value) return before + wordsText(value.text, setting);
    throw new Refused({ fault: 'number-wanted', about: at.text, place });
  }
  const size = sizeOf(value);
  if (nouns) {
    const [singular, plural] = nouns;
    const counted = withNumber(before, value, sizeText(size, '', setting), setting);
    return `${counted} ${isOne(size) ? singular : plural}`;
  }
  if (!isFormat(format)) throw new Refused({ fault: 'unknown-format', about: format, place });
  const digits = at.isCoefficient && isOne(size) ? '' : sizeText(size, format, setting);
  return withNumber(before, value, digits, setting);
}

function placeOf(place: string, inside: string, after: string, setting: Setting): Place {
  const [text = '', ...rest] = inside.split(';');
  const format = rest.join(';').trim();
  const [singular = '', plural] = format.split('|').map((noun) => noun.trim());
  return {
    place,
    text: text.trim(),
    formula: readFormula(text),
    format,
    nouns: plural === undefined ? null : [singular, plural],
    isCoefficient: setting === 'formula' && format === '' && isFactor.test(after),
  };
}

/** A text parted at its places. */
function piecesOf(text: string, setting: Setting): (string | Place)[] {
  const pieces: (string | Place)[] = [];
  let end = 0;
  for (const match of text.matchAll(placePattern)) {
    const [place, inside = ''] = match;
    pieces.push(text.slice(end, match.index));
    end = match.index + place.length;
    pieces.push(placeOf(place, inside, text.slice(end), setting));
  }
  pieces.push(text.slice(end));
  return pieces;
}

/** Plain text with its places. */
function readText(text: string, setting: Setting): Fill {
  const pieces = piecesOf(text, setting);
  return (values) => {
    let filled = '';
    for (const piece of pieces)
      filled =
        typeof piece === 'string'
          ? filled + piece
          : withPlace(filled, piece, valueAt(piece, values), setting);
    return filled;
  };
}

/** Text between the tags of a wording: where a picture is drawn, it is shown, unless `; word` is asked for. */
function readShown(text: string): Fill {
  const pieces = piecesOf(text, 'text');
  return (values) => {
    let html = '';
    let words = '';
    for (const piece of pieces) {
      if (typeof piece === 'string') {
        words += piece;
        continue;
      }
      const value = valueAt(piece, values);
      const picture = piece.format === 'word' ? undefined : pictureOf(value);
      if (picture === undefined) words = withPlace(words, piece, value, 'text');
      else {
        html += escaped(words) + picture;
        words = '';
      }
    }
    return html + escaped(words);
  };
}

const always =
  (text: string): Fill =>
  () =>
    text;

/** A diagram with values in its fields; one that cannot be drawn with them is none. */
function readKeptDiagram(kept: string): Fill {
  const diagram = readDiagram(kept);
  if (!diagram) return always(kept);
  const fills = new Map<string, Fill>();
  withFields(diagram, (text) => {
    fills.set(text, readText(text, 'text'));
    return text;
  });
  return (values) => {
    const filled = withFields(diagram, (text) => fills.get(text)?.(values) ?? text);
    const drawn = drawDiagram(filled);
    if (!drawn.ok) throw new Refused({ fault: 'undrawable', about: drawn.problem, place: '' });
    return keptDiagram(filled);
  };
}

const attributeReaders: Readonly<Record<string, (value: string) => Fill>> = {
  'data-formula': (value) => readText(value, 'formula'),
  'data-diagram': readKeptDiagram,
  alt: (value) => readText(value, 'text'),
};

/** What attributes say has places, too: formulas, diagrams, and descriptions of pictures. */
function readTag(tag: string): Fill[] {
  const fills: Fill[] = [];
  let end = 0;
  for (const match of tag.matchAll(/(data-formula|data-diagram|alt)="([^"]*)"/g)) {
    const [attribute, name = '', value = ''] = match;
    const fill = attributeReaders[name]?.(withoutEntities(value)) ?? always(value);
    fills.push(always(tag.slice(end, match.index)));
    fills.push((values) => `${name}="${escaped(fill(values))}"`);
    end = match.index + attribute.length;
  }
  return [...fills, always(tag.slice(end))];
}

function readPiece(piece: string): Fill[] {
  // Whatever has no place stays as it is written, entity for entity.
  if (!piece.includes('[[')) return [always(piece)];
  if (piece.startsWith('<')) return readTag(piece);
  return [readShown(withoutEntities(piece))];
}

/** The formulas at all places of a wording, in order, as they are written. */
export const placesIn = (html: string): string[] =>
  [...withoutEntities(html).matchAll(placePattern)].map(([, inside = '']) =>
    (inside.split(';')[0] ?? '').trim(),
  );

function filledBy(fill: Fill, values: Values): Filled {
  try {
    return { ok: true, html: fill(values) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, problem: error.problem };
    throw error;
  }
}

/** @param fills of the pieces of a text */
function wordingOf(text: string, fills: readonly Fill[]): Wording {
  if (placesIn(text).length > mostPlacesInWording)
    return () => ({ ok: false, problem: { fault: 'too-long', about: '', place: '' } });
  const fill: Fill = (values) => fills.map((piece) => piece(values)).join('');
  return (values) => filledBy(fill, values);
}

/** Reads plain words, such as a key. */
export const readPlain = (text: string): Wording => wordingOf(text, [readText(text, 'text')]);

/** Reads a wording; its markup is left as it is. */
export const readWording = (html: string): Wording =>
  wordingOf(html, html.split(/(<[^<>]*>)/).flatMap(readPiece));

/** A wording with the values of one variant. */
export const fillWording = (html: string, values: Values): Filled => readWording(html)(values);
