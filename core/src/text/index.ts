/**
 * Rich text is a small subset of HTML, the same everywhere: what the editor writes, what the server accepts and
 * what a page shows. Formulas are elements with their LaTeX in an attribute, so that text stays text.
 */
import { z } from 'zod';
import { plainText } from '../plain';

export { allowedAttributes, allowedElements, marked, mostPlays } from '../markup';
export { plainText };

export const longestRichText = 60_000;

export const richText = z
  .string()
  // Nothing else is asked of a text that is too long: it would have to be read for it.
  .max(longestRichText, {
    error: `The text is longer than ${longestRichText.toLocaleString('en')} characters.`,
    abort: true,
  });

/** Plain words as rich text. */
export function asRichText(words: string): string {
  return words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
}

/** Plain words as the value of an attribute between double quotes. */
export const asAttribute = (words: string): string => asRichText(words).replace(/"/g, '&quot;');

/** `words`, cut at a word's end to about `length` characters. */
export function shorten(words: string, length: number): string {
  if (words.length <= length) return words;
  const cut = words.slice(0, length);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), length * 0.6)).trimEnd()} …`;
}

/** "1 item", "3 items". */
export function count(n: number, text: string, many = `${text}s`): string {
  return `${n.toLocaleString('en')} ${n === 1 ? text : many}`;
}

/** "a", "a and b", "a, b and c". */
export function listing(words: string[], joint = 'and'): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} ${joint} ${words.at(-1)}`;
}

/**
 * A share in whole percent, as it is printed everywhere and as letter bands compare it: halves up, without the dust of
 * binary fractions.
 */
/** The order of the characters, the same on every machine and in every language. */
export function byCharacters(a: string, b: string): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}

/** A share of 1 as whole percent; halves go up, also where binary fractions lie just below. */
export const wholePercent = (share: number) => Math.round(Math.round(share * 1e8) / 1e6);
