/**
 * Reads rich text in one pass. The language is a small part of HTML with one way to write each
 * thing: names in letters, attributes in double quotes, tags closed by “>”. Whatever else holds a
 * “<” is broken, since a browser could read it in another way than we do. The work grows with the
 * length of the text and with nothing else.
 */
import { elementAt } from '../certain';

/** Attributes as they stand, entities not resolved. */
export type Attributes = Readonly<Record<string, string>>;

export type Token =
  | { kind: 'text'; text: string }
  | { kind: 'open'; name: string; attributes: Attributes }
  | { kind: 'close'; name: string }
  /** A “<” that begins nothing. */
  | { kind: 'broken' };

const tagName = /<(\/?)([a-z][a-z0-9]*)/iy;
const attribute = /\s+([a-z-]+)(?:="([^"]*)")?/iy;
const tagEnd = /\s*\/?>/y;

function matchAt(pattern: RegExp, text: string, from: number): RegExpExecArray | null {
  pattern.lastIndex = from;
  return pattern.exec(text);
}

/** The tag that begins at `from`, and where it ends; null when what stands there is none. */
function readTag(html: string, from: number): { token: Token; end: number } | null {
  const begin = matchAt(tagName, html, from);
  if (!begin) return null;
  let end = from + begin[0].length;
  const attributes: Record<string, string> = {};
  for (let read = matchAt(attribute, html, end); read; read = matchAt(attribute, html, end)) {
    const name = elementAt(read, 1).toLowerCase();
    // Of two with one name browsers take the first; nobody writes two on purpose.
    if (Object.hasOwn(attributes, name)) return null;
    attributes[name] = read[2] ?? '';
    end += read[0].length;
  }
  const close = matchAt(tagEnd, html, end);
  if (!close) return null;
  const name = elementAt(begin, 2).toLowerCase();
  const token: Token =
    begin[1] === '/' ? { kind: 'close', name } : { kind: 'open', name, attributes };
  return { token, end: end + close[0].length };
}

/** The text, tag by tag. */
export function* tokensOf(html: string): Generator<Token> {
  let from = 0;
  while (from < html.length) {
    const next = html.indexOf('<', from);
    const textEnd = next < 0 ? html.length : next;
    if (textEnd > from) yield { kind: 'text', text: html.slice(from, textEnd) };
    if (next < 0) return;
    const tag = readTag(html, next);
    yield tag?.token ?? { kind: 'broken' };
    from = tag?.end ?? next + 1;
  }
}

const named: Record<string, string> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  nbsp: ' ',
};
const lastPoint = 0x10ffff;

/** Text with its entities resolved; an unknown one stays as it is written. */
export const withoutEntities = (text: string) =>
  text.replace(/&(#x?[\da-f]{1,8}|[a-z]{1,8});/gi, (whole, code: string) => {
    if (code[0] !== '#') return named[code.toLowerCase()] ?? whole;
    const point = /^#x/i.test(code) ? parseInt(code.slice(2), 16) : parseInt(code.slice(1), 10);
    return point > 0 && point <= lastPoint ? String.fromCodePoint(point) : '';
  });
