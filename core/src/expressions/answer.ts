/** A line of mathematics that answers something: a term, a relation, a set, an interval, a point, an amount. */
import { normalOf } from './normal';
import { longestAnswer, termOf } from './parse';
import { signs, type Comparison, type Relation, type Sign } from './comparison';
import { lettersOf, type Term } from './term';
import { ReadError, tidy, type ReadFault } from './tokens';
import { readUnit, type Unit } from './units';

/** An end of an interval; null is without end. */
export interface End {
  value: Term | null;
  isOpen: boolean;
}
export interface Interval {
  from: End;
  to: End;
}

export type Answer =
  | { is: 'term'; term: Term }
  | { is: 'amount'; term: Term; unit: Unit; name: string }
  /** One of them holds. */
  | { is: 'relation'; any: Relation[] }
  | { is: 'set'; of: Term[] }
  /** Intervals that belong together. */
  | { is: 'intervals'; any: Interval[] }
  /** In brackets, parted by commas: a point; of two, it can be an open interval as well. */
  | { is: 'point'; of: Term[] };

export type ReadAnswer =
  { ok: true; answer: Answer } | { ok: false; fault: ReadFault; about: string };

const nothing = /^(?:no (?:real )?solutions?|none|∅|\{\s*\}|sin solución|ninguna)$/i;
const everything = /^(?:all (?:real )?numbers|ℝ|todos los números(?: reales)?)$/i;
const endless = /^([-−+]?) ?(?:∞|oo|inf|infinity|infinito)$/i;
const openings = '([{';
const closings = ')]}';

/** A term whose value is not a division by zero. */
function soundTerm(text: string): Term {
  const term = termOf(text);
  normalOf(term);
  return term;
}

/** Parts a line at commas that stand in no brackets. */
function pieces(text: string): string[] {
  const list: string[] = [];
  let depth = 0;
  let begun = 0;
  [...text].forEach((sign, index) => {
    if (openings.includes(sign)) depth++;
    if (closings.includes(sign)) depth--;
    if (sign !== ',' || depth > 0) return;
    list.push(text.slice(begun, index));
    begun = index + 1;
  });
  return [...list, text.slice(begun)].map((piece) => piece.trim());
}

/** One sign for each relation. */
const relationSigns = (text: string) =>
  text
    .replace(/<=|=<|⩽|≦/g, '≤')
    .replace(/>=|=>|⩾|≧/g, '≥')
    .replace(/!=|<>/g, '≠')
    .replace(/==/g, '=');
const sign = new RegExp(`[${signs.join('')}]`);

/** A sign, with something on both of its sides. */
const isRelation = (text: string) =>
  sign.test(text) && !sign.test(text.trim().charAt(0)) && !sign.test(text.trim().slice(-1));

/** Parted at a word between relations; a letter that looks like the word is one where no relations would be left. */
function parted(text: string, word: RegExp): string[] {
  const parts = text.split(word);
  return parts.every(isRelation) ? parts : [text];
}

/** 2 < x ≤ 5 as two comparisons. */
function readRelation(text: string): Relation {
  return parted(text, /\s(?:and|y)\s|∧|&/).flatMap((chain) => {
    const sides = chain.split(sign).map(soundTerm);
    const between = chain.match(new RegExp(sign, 'g')) ?? [];
    return between.map((found, index): Comparison => {
      const [left, right] = [sides[index], sides[index + 1]];
      if (!left || !right) throw new ReadError('unfinished');
      return { left, sign: found as Sign, right };
    });
  });
}

/** x = ±3 as x = 3 and x = −3. */
const bothSigns = (text: string) =>
  text.includes('±') ? [text.replace('±', '+'), text.replace('±', '-')] : [text];

/** x = 2, 3 as x = 2 and x = 3. */
function completed(list: readonly string[]): string[] {
  const lead = /^\s*(\p{L}\s*=)/u.exec(list[0] ?? '')?.[1];
  return list.map((piece) => (lead && !sign.test(piece) ? `${lead} ${piece}` : piece));
}

function readEnd(text: string, isOpen: boolean): End {
  return endless.test(text) ? { value: null, isOpen: true } : { value: soundTerm(text), isOpen };
}

/** [2, 5), (−∞, 3]; what has round brackets on both sides is left to points. */
function readInterval(text: string): Interval | null {
  const match = /^([([])(.*)([)\]])$/.exec(text);
  if (!match) return null;
  const [from, to, more] = pieces(match[2] ?? '');
  if (from === undefined || to === undefined || more !== undefined) return null;
  return { from: readEnd(from, match[1] === '('), to: readEnd(to, match[3] === ')') };
}

const isRound = ({ from, to }: Interval) =>
  from.isOpen && to.isOpen && from.value !== null && to.value !== null;

function readIntervals(text: string): Interval[] | null {
  const list = text.split(/∪|\sU\s|\s(?:or|o)\s/).map((piece) => readInterval(piece.trim()));
  return list.every((interval) => interval !== null) ? list : null;
}

/** Whether one bracket closes what the first sign opened only at the end. */
function isEnclosed(text: string, open: string, close: string): boolean {
  if (!text.startsWith(open) || !text.endsWith(close)) return false;
  let depth = 0;
  return [...text].every((character, index) => {
    if (openings.includes(character)) depth++;
    if (closings.includes(character)) depth--;
    return depth > 0 || index === text.length - 1;
  });
}

function readAmount(text: string): Answer | null {
  for (let index = 1; index < text.length; index++) {
    if (!/[\p{L}°º%℃℉]/u.test(text[index] ?? '')) continue;
    const unit = readUnit(text.slice(index));
    if (!unit) continue;
    try {
      const term = soundTerm(text.slice(0, index));
      if (lettersOf(term).size === 0)
        return { is: 'amount', term, unit, name: text.slice(index).trim() };
    } catch (error) {
      if (!(error instanceof ReadError)) throw error;
    }
  }
  return null;
}

function read(given: string, withUnit: boolean): Answer {
  if (given.length > longestAnswer) throw new ReadError('too-long');
  const spaced = given.trim().replace(/\s+/g, ' ');
  if (withUnit) {
    const amount = readAmount(spaced.replace(/(?<=\d),(?=\d{3}(?!\d))/g, ''));
    if (amount) return amount;
  }
  if (nothing.test(spaced)) return { is: 'set', of: [] };
  const isEverything = everything.test(spaced);
  if (isEverything) {
    const end = { value: null, isOpen: true };
    return { is: 'intervals', any: [{ from: end, to: end }] };
  }
  // 12,500 is one number.
  const line = /^[-−+]?\d{1,3}(?:,\d{3})+(?:\.\d+)?$/.test(spaced)
    ? spaced.replaceAll(',', '')
    : relationSigns(spaced);
  return readLine(line);
}

/** 2 or 3; words of one letter stand between numbers only. */
const listed = (line: string) =>
  /^[\d\s./()√−+-]+(?:\s[oy]\s[\d\s./()√−+-]+)+$/.test(line)
    ? line.split(/\s[oy]\s/)
    : line.split(/\s(?:or|and)\s|∨/);

function readLine(line: string): Answer {
  const parts = pieces(line);
  if (sign.test(line)) {
    const words = /\sor\s|∨/.test(line) ? line.split(/\sor\s|∨/) : parted(line, /\so\s/);
    const alternatives = words.flatMap((piece) => completed(pieces(piece)));
    return { is: 'relation', any: completed(alternatives).flatMap(bothSigns).map(readRelation) };
  }
  if (isEnclosed(line, '{', '}'))
    return { is: 'set', of: pieces(line.slice(1, -1)).flatMap(bothSigns).map(soundTerm) };
  const intervals = readIntervals(line);
  const [only] = intervals ?? [];
  if (intervals && (intervals.length > 1 || (only && !isRound(only))))
    return { is: 'intervals', any: intervals };
  if (isEnclosed(line, '(', ')')) {
    const inner = pieces(line.slice(1, -1));
    if (inner.length > 1) return { is: 'point', of: inner.map(soundTerm) };
  }
  const list = parts.length > 1 ? parts : listed(line);
  if (list.length > 1 || line.includes('±'))
    return { is: 'set', of: list.flatMap(bothSigns).map(soundTerm) };
  return { is: 'term', term: soundTerm(line) };
}

/**
 * Reads what somebody answers.
 *
 * @param withUnit whether letters after a number are a unit: "5 m" is a length, and not five times m
 */
export function readAnswer(text: string, withUnit = false): ReadAnswer {
  try {
    if (tidy(text) === '') throw new ReadError('empty');
    return { ok: true, answer: read(text, withUnit) };
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return { ok: false, fault: error.fault, about: error.about };
  }
}
