/** Words on their way between people and programs: lists, counts, cut to a length, as rich text. */
import nouns from '@oaken/words/en/nouns.json' with { type: 'json' };
import { locales, type Language } from '@oaken/words/languages';
import { speaker } from '@oaken/words/speaking';
import { plainText } from '../plain';

export { allowedAttributes, allowedElements, marked, mostPlays } from '../markup';
export { percentText, wholePercent } from '@oaken/words/numbers';
export { plainText };

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

/** What is counted. */
export type Noun = keyof typeof nouns;
const counted = speaker(nouns);

/** "1 item", "3 items". */
export const count = (n: number, noun: Noun): string => counted(noun, { n });

/** As English readers of this product know it: no comma before the last. */
const listLocales: Readonly<Record<Language, string>> = { ...locales, en: 'en-GB' };
const listed = (
  words: readonly string[],
  type: 'conjunction' | 'disjunction',
  language: Language,
) => new Intl.ListFormat(listLocales[language], { type }).format(words);

/** "a", "a and b", "a, b and c". */
export const listing = (words: readonly string[], language: Language = 'en'): string =>
  listed(words, 'conjunction', language);
/** "a", "a or b", "a, b or c". */
export const alternatives = (words: readonly string[], language: Language = 'en'): string =>
  listed(words, 'disjunction', language);

/** The order of the characters, the same on every machine and in every language. */
export function byCharacters(a: string, b: string): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}
