/**
 * Rich text is a small subset of HTML, the same everywhere: what the editor writes, what the server accepts and
 * what a page shows. Formulas are elements with their LaTeX in an attribute, so that text stays text.
 */
import { z } from 'zod';
import { plainText } from '../plain';

export { plainText };

/** The elements a wording may hold. Everything else is refused at the server's door. */
export const allowedElements = [
  'p', 'br', 'strong', 'em', 'u', 's', 'sub', 'sup', 'ul', 'ol', 'li', 'blockquote', 'code',
  'table', 'thead', 'tbody', 'tr', 'th', 'td', 'span', 'img', 'audio', 'video',
] as const; // prettier-ignore

/** The attributes an element may carry. */
export const allowedAttributes: Record<string, string[]> = {
  /** A formula, a gap to be filled, words that can be chosen, or another size. */
  span: ['data-formula', 'data-gap', 'data-words', 'data-size'],
  img: ['src', 'alt', 'width', 'height'],
  /** `data-plays`: a student can play it so often. */
  audio: ['src', 'title', 'controls', 'data-plays'],
  video: ['src', 'title', 'controls', 'data-plays', 'width', 'height'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan', 'scope'],
  ol: ['start'],
};

/** At most so many plays can be set for a sound or film. */
export const mostPlays = 20;

export const longestRichText = 60_000;

export const richText = z
  .string()
  .max(longestRichText, `The text is longer than ${longestRichText.toLocaleString('en')} characters.`);

/** The places of a text that carry a mark such as `data-gap`, with its value and the words inside. */
export function marked(html: string, mark: 'data-gap' | 'data-words'): { id: string; text: string }[] {
  const spans = html.matchAll(new RegExp(`<span[^>]*\\s${mark}="([^"]*)"[^>]*>(.*?)</span>`, 'gs'));
  return Array.from(spans, ([, id = '', inside = '']) => ({ id, text: plainText(inside) }));
}

/** Plain words as rich text. */
export function asRichText(words: string): string {
  return words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
}

/** `words`, cut at a word's end to about `length` characters. */
export function shorten(words: string, length: number): string {
  if (words.length <= length) return words;
  const cut = words.slice(0, length);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), length * 0.6)).trimEnd()} …`;
}

/** "1 item", "3 items". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en')} ${n === 1 ? one : many}`;
}

/** "a", "a and b", "a, b and c". */
export function listing(words: string[], joint = 'and'): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} ${joint} ${words.at(-1)}`;
}
